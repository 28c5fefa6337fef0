import type { Guide } from "../guide/index.ts";
import { type DownStep, stepOf } from "../plan/index.ts";
import { Beliefs, type Contradiction } from "./beliefs.ts";
import { draftOf } from "./draft.ts";
import { assess, type Assessment } from "./jobs.ts";
import { machineOf, type Sighting, sightingsOf } from "./log.ts";
import { nextQuestion, type Odds, type Question } from "./question.ts";

/** How well a learnt guide is known, and what to ask about it next. Minutes. */
export interface Standing {
  readonly gap: number;
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

/** Where a guide stands after these answers; undefined for one that was written, not learnt. */
export function standingOf(
  guide: Guide,
  answers: readonly Sighting[],
  odds: Odds,
): Standing | undefined {
  const assessed = assessmentOf(guide, answers);
  if (!assessed) return undefined;
  const { beliefs, gap, jobs } = assessed;
  const question = nextQuestion(assessed, odds);
  return {
    gap,
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

/** The same in two figures; nothing is asked, so no odds are needed. */
export function knownOf(guide: Guide): Known | undefined {
  const assessed = assessmentOf(guide, []);
  return assessed && { gap: assessed.gap, jobs: assessed.jobs.length };
}

function assessmentOf(guide: Guide, answers: readonly Sighting[]): Assessment | undefined {
  const known = sightingsOf(guide);
  if (!known) return undefined;
  const machine = machineOf(guide);
  return assess(new Beliefs(draftOf({ machine, sightings: [...known, ...answers] })));
}
