import { seeded } from "../base/seeded.ts";
import type { Guide } from "../guide/index.ts";
import { closedMachine, modelOf, problemOf } from "../rules/index.ts";
import { leastWork } from "../work/index.ts";
import { Beliefs } from "./beliefs.ts";
import { draftOf } from "./draft.ts";
import { safeGuide } from "./guides.ts";
import { assess, type Assessment, isAsShort, isWay } from "./jobs.ts";
import type { Claim, Log, Sighting } from "./log.ts";
import { nextQuestion, type Odds } from "./question.ts";
import { Technician } from "./technician.ts";

export interface Interview {
  readonly joints: number;
  /** Questions until every usual job's least work is the machine's own. */
  readonly questions: number;
  /** Whether they got there; else `questions` is all that could be asked. */
  readonly learnt: boolean;
  /** Safe ways, at any point, that the machine forbids. */
  readonly illegal: number;
  /** The same asked pair by pair, in the order of the file. */
  readonly fileOrder: number;
  /** Two questions for each joint. */
  readonly classical: number;
  /** Minutes, all usual jobs together. */
  readonly gap: { readonly before: number; readonly after: number };
}

/** Who wants to know how long a piece of the work takes runs it: a next question, or the draft after an entry. */
export type Watch = <T>(what: "question" | "draft", work: () => T) => T;
const unwatched: Watch = (_what, work) => work();

const EPSILON = 1e-6;

/**
 * Has a simulated technician take a machine apart that is as this guide has it, and asks him until nothing is
 * left to ask.
 */
export function interview(truth: Guide, seed: number, odds: Odds, watch = unwatched): Interview {
  const technician = new Technician(truth);
  const log = technician.stripDown(seeded(seed));
  for (const i of log.sightings.keys()) {
    const sightings = log.sightings.slice(0, i + 1);
    watch("draft", () => safeGuide(beliefsOf({ ...log, sightings })));
  }
  let [known, question] = watch("question", () => {
    const first = assess(beliefsOf(log));
    return [first, nextQuestion(first, odds)] as const;
  });
  const before = known.gap;
  const least = leastWorks(truth, known);
  const isLearnt = ({ jobs }: Assessment): boolean =>
    jobs.every(({ part, safe }) => safe.work <= least.get(part)! + EPSILON);
  let illegal = forbidden(truth, known);
  let sightings = log.sightings;
  let questions = isLearnt(known) ? 0 : undefined;
  let asked = 0;
  while (question) {
    asked += 1;
    sightings = [...sightings, ...technician.reply(question)];
    [known, question] = watch("question", () => {
      const next = assess(beliefsOf({ ...log, sightings }), known);
      return [next, nextQuestion(next, odds)] as const;
    });
    illegal += forbidden(truth, known);
    if (questions === undefined && isLearnt(known)) questions = asked;
  }
  const joints = Object.keys(truth.joints).length;
  return {
    joints,
    questions: questions ?? asked,
    learnt: questions !== undefined,
    illegal,
    fileOrder: inFileOrder(log, technician, least),
    classical: 2 * joints,
    gap: { before: tidy(before), after: tidy(known.gap) },
  };
}

const tidy = (minutes: number): number => Math.round(minutes * 1e4) / 1e4;
const beliefsOf = (log: Pick<Log, "machine" | "sightings">): Beliefs => new Beliefs(draftOf(log));

function leastWorks(truth: Guide, { jobs }: Assessment): ReadonlyMap<string, number> {
  const model = modelOf(truth);
  return new Map(
    jobs.map(({ part }) => {
      const problem = problemOf(model, { for: [part] });
      if (!problem.ok) throw new Error(`${truth.id} has no ${part}`);
      return [part, leastWork(problem.value, closedMachine(model)).best?.work ?? Infinity];
    }),
  );
}

/** Safe ways that the machine forbids, or that do not free the part. */
function forbidden(truth: Guide, { jobs }: Assessment): number {
  const model = modelOf(truth);
  const own = (parts: readonly string[], ids: readonly string[], p: number): number =>
    ids.indexOf(parts[p]!);
  return jobs.filter(({ part, safe }) => {
    const { partIds, jointIds } = safe.model;
    const moves = safe.moves.map((move) =>
      move.do === "release"
        ? { ...move, joint: own(jointIds, model.jointIds, move.joint) }
        : {
            ...move,
            parts: move.parts.map((p) => own(partIds, model.partIds, p)).sort((a, b) => a - b),
          },
    );
    return !isWay(model, part, moves);
  }).length;
}

/** Claims asked one at a time in the order of the file, until the usual jobs are as short as the machine's. */
function inFileOrder(log: Log, technician: Technician, least: ReadonlyMap<string, number>): number {
  const beliefs = beliefsOf(log);
  const open: Claim[] = [];
  for (let key = 0; key < 2 * beliefs.things ** 2; key++) {
    if (!beliefs.isOpen(key) || beliefs.wasDone[beliefs.thenOf(key)] === 0) continue;
    open.push(beliefs.claimOf(key));
  }
  const isLearnt = (asked: number): boolean => {
    const answers = open.slice(0, asked).map((claim): Sighting => {
      return technician.reply({ kind: "way", claims: [claim] })[0]!;
    });
    return isAsShort(beliefsOf({ ...log, sightings: [...log.sightings, ...answers] }), least);
  };
  // Knowing more never makes a way longer: the least number is found by halves.
  let [from, to] = [0, open.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (isLearnt(middle)) to = middle;
    else from = middle + 1;
  }
  return from;
}
