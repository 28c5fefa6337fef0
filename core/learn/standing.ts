import type { Guide } from "../guide/index.ts";
import { type DownStep, stepOf } from "../plan/index.ts";
import { Beliefs, type Contradiction } from "./beliefs.ts";
import { draftOf } from "./draft.ts";
import { assess, type Assessment } from "./jobs.ts";
import { type Machine, machineOf, type Sighting, sightingsOf } from "./log.ts";
import { nextQuestion, type Odds, type Question } from "./question.ts";

/** How well a learnt guide is known, and what to ask about it next. Minutes. */
export interface Standing {
  readonly gap: number;
  /** Whether no way of any of these jobs is known to take less than is said. */
  readonly proven: boolean;
  readonly jobs: readonly {
    readonly part: string;
    /** What is planned now, and what it could be at best. */
    readonly safe: number;
    readonly bold: number;
  }[];
  readonly question: Asked | undefined;
  readonly contradictions: readonly Contradiction[];
}

/** A question with the ways that it is about, as steps. */
export interface Asked extends Pick<Question, "kind" | "claims" | "fall"> {
  readonly ways: readonly { readonly part: string; readonly down: readonly DownStep[] }[];
}

/** How well a learnt guide is known: minutes that are not settled, over so many usual jobs. */
export interface Known {
  readonly gap: number;
  readonly jobs: number;
}

/**
 * Where a learnt guide stands, reply by reply: what the usual jobs take is mended from reply to reply, so the same
 * replies come to the same standing whether they are asked about one by one or all at once.
 */
export class Standings {
  /** After so many answers; the first one after none. */
  private readonly steps: { readonly told: number; readonly assessment: Assessment }[] = [];
  private told: readonly Sighting[] = [];

  private constructor(
    private readonly machine: Machine,
    private readonly known: readonly Sighting[],
  ) {}

  /** Undefined for a guide that was written, not learnt. */
  static of(guide: Guide): Standings | undefined {
    const known = sightingsOf(guide);
    return known && new Standings(machineOf(guide), known);
  }

  assessed(answers: readonly Sighting[]): Assessment {
    const same = answers.findIndex((one, i) => !isSame(one, this.told[i]));
    const agreed = same === -1 ? Math.min(answers.length, this.told.length) : same;
    while ((this.steps.at(-1)?.told ?? 0) > agreed) this.steps.pop();
    this.told = answers;
    for (const told of [0, ...endsOfReplies(answers)]) {
      const last = this.steps.at(-1);
      if (last && last.told >= told) continue;
      const sightings = [...this.known, ...answers.slice(0, told)];
      const beliefs = new Beliefs(draftOf({ machine: this.machine, sightings }));
      this.steps.push({ told, assessment: assess(beliefs, last?.assessment) });
    }
    return this.steps.at(-1)!.assessment;
  }

  after(answers: readonly Sighting[], odds: Odds): Standing {
    const assessed = this.assessed(answers);
    const { beliefs, gap, jobs } = assessed;
    const question = nextQuestion(assessed, odds);
    return {
      gap,
      proven: jobs.every(({ safe, bold }) => safe.proven && bold.proven),
      jobs: jobs.map(({ part, safe, bold }) => ({ part, safe: safe.work, bold: bold.work })),
      question: question && {
        kind: question.kind,
        claims: question.claims,
        fall: question.fall,
        ways: question.jobs.map(({ part, bold }) => ({
          part,
          down: bold.moves.map((move) => stepOf(bold.model, move)),
        })),
      },
      contradictions: beliefs.contradictions,
    };
  }
}

const isSame = (a: Sighting, b: Sighting | undefined): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** How many answers there are when each reply ends: those of one reply carry one id. */
const endsOfReplies = (answers: readonly Sighting[]): readonly number[] =>
  answers.flatMap(({ id }, i) => (id === undefined || answers[i + 1]?.id !== id ? [i + 1] : []));

/** The same in two figures; nothing is asked, so no odds are needed. */
export function knownOf(guide: Guide): Known | undefined {
  const assessed = Standings.of(guide)?.assessed([]);
  return assessed && { gap: assessed.gap, jobs: assessed.jobs.length };
}
