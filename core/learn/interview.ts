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
  /** Milliseconds, the slowest of twenty: a next question, and the draft after an entry. */
  readonly ms: { readonly question: number; readonly draft: number };
}

const EPSILON = 1e-6;

/**
 * Has a simulated technician take a machine apart that is as this guide has it, and asks him until nothing is
 * left to ask. `now` is a clock in milliseconds.
 */
export function interview(truth: Guide, seed: number, odds: Odds, now: () => number): Interview {
  const technician = new Technician(truth);
  const log = technician.stripDown(seeded(seed));
  const drafting = log.sightings.map((_, i) => {
    const begin = now();
    safeGuide(beliefsOf({ ...log, sightings: log.sightings.slice(0, i + 1) }));
    return now() - begin;
  });
  const asking: number[] = [];
  let begin = now();
  let known = assess(beliefsOf(log));
  const before = known.gap;
  const least = leastWorks(truth, known);
  const isLearnt = ({ jobs }: Assessment): boolean =>
    jobs.every(({ part, safe }) => safe.work <= least.get(part)! + EPSILON);
  let illegal = forbidden(truth, known);
  let sightings = log.sightings;
  let questions = isLearnt(known) ? 0 : undefined;
  for (let asked = 1; ; asked++) {
    const question = nextQuestion(known, odds);
    asking.push(now() - begin);
    if (!question) break;
    sightings = [...sightings, ...technician.reply(question)];
    begin = now();
    known = assess(beliefsOf({ ...log, sightings }), known);
    const pause = now();
    illegal += forbidden(truth, known);
    if (questions === undefined && isLearnt(known)) questions = asked;
    begin += now() - pause;
  }
  const joints = Object.keys(truth.joints).length;
  return {
    joints,
    questions: questions ?? asking.length - 1,
    learnt: questions !== undefined,
    illegal,
    fileOrder: inFileOrder(log, technician, least),
    classical: 2 * joints,
    gap: { before: tidy(before), after: tidy(known.gap) },
    ms: { question: slowest(asking), draft: slowest(drafting) },
  };
}

const tidy = (minutes: number): number => Math.round(minutes * 1e4) / 1e4;
const beliefsOf = (log: Pick<Log, "machine" | "sightings">): Beliefs => new Beliefs(draftOf(log));

/** The 95th of a hundred. */
function slowest(times: readonly number[]): number {
  const sorted = [...times].sort((a, b) => a - b);
  return Math.round(10 * (sorted[Math.ceil(0.95 * sorted.length) - 1] ?? 0)) / 10;
}

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
