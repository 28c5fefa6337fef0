import type { Beliefs } from "./beliefs.ts";
import type { Claim, Sighting } from "./log.ts";
import type { Assessment, LearntJob } from "./jobs.ts";

/** How likely an open claim holds, from 0 to 1. */
export type Odds = (beliefs: Beliefs, key: number) => number;

/**
 * `way`: with all of these as they were, could it be done? A yes frees every claim, and the jobs are then known to be
 * as short as their bold ways. `look`: is each of these in the way, as it looks?
 */
export interface Question {
  readonly kind: "way" | "look";
  readonly claims: readonly Claim[];
  readonly jobs: readonly LearntJob[];
  /** Minutes by which a yes to a way makes the gap fall. */
  readonly fall: number;
  /** How likely all of them are free; of a look, that all of them hold. */
  readonly yes: number;
}

/** How many jobs, or things in the way, one question may be about, so that it can still be read aloud. */
const MOST_JOBS = 4;
const MOST_IN_THE_WAY = 3;
/** Claims likelier than this are asked about as they look. */
const LIKELY = 0.5;

/**
 * The question that brings the usual jobs nearest to what they really take; undefined when none would. What looks as
 * if it were in the way is asked first, all that lies under one thing at once; then the ways, several jobs in one
 * question as long as the gap is expected to fall by more; a "no" that named nothing is narrowed by halves. What was
 * answered with "don't know" is not asked again, nor anything that a yes to would answer it.
 */
export function nextQuestion({ beliefs, jobs }: Assessment, odds: Odds): Question | undefined {
  const parked = beliefs.draft.answers
    .filter(({ answer }) => answer === "unknown")
    .map(({ claims }) => claims.map((claim) => beliefs.numberOf(claim)!).filter(beliefs.isOpen))
    .filter((keys) => keys.length > 0);
  const isParked = (keys: ReadonlySet<number>): boolean =>
    parked.some((known) => known.every((key) => keys.has(key)));
  const candidates = jobs
    .filter(({ gap, against }) => gap > 0 && !isParked(new Set(against)))
    .map((job) => new Candidate([job], new Set(job.against), odds, beliefs));
  const first = best(candidates);
  if (!first) return undefined;
  const doubt = beliefs.doubts.find((one) => one.every((key) => first.keys.has(key)));
  if (doubt) {
    const half = halfOf(doubt, (key) => odds(beliefs, key));
    if (!isParked(half)) return new Candidate(first.jobs, half, odds, beliefs).question;
  }
  const look = lookOf(candidates, beliefs, odds, isParked);
  return look ?? bundled(first, candidates, (keys) => isParked(keys) || isDoubted(beliefs, keys));
}

/** Whether a "no" is known to at least one of these already. */
const isDoubted = (beliefs: Beliefs, keys: ReadonlySet<number>): boolean =>
  beliefs.doubts.some((doubt) => doubt.every((key) => keys.has(key)));

/** The likelier half of the claims of which one holds; never all of them. */
function halfOf(keys: readonly number[], odds: (key: number) => number): ReadonlySet<number> {
  const likely = [...keys].sort((a, b) => odds(b) - odds(a));
  const total = likely.reduce((sum, key) => sum + odds(key), 0);
  const half = new Set<number>();
  let sum = 0;
  for (const key of likely.slice(0, -1)) {
    if (half.size > 0 && sum >= total / 2) break;
    half.add(key);
    sum += odds(key);
  }
  return half;
}

/** More jobs in one question, as long as it is expected to bring more. */
function bundled(
  first: Candidate,
  candidates: readonly Candidate[],
  isLeftOut: (keys: ReadonlySet<number>) => boolean,
): Question {
  let bundle = first;
  while (bundle.jobs.length < MOST_JOBS) {
    const larger = best(
      candidates
        .filter(({ jobs: [job] }) => !bundle.jobs.includes(job!))
        .map((one) => bundle.with(one))
        .filter(({ keys }) => !isLeftOut(keys)),
    );
    if (!larger || larger.worth <= bundle.worth) break;
    bundle = larger;
  }
  return bundle.question;
}

/** What looks to be in the way of the bold ways: by far the most that is under one thing, then the next. */
function lookOf(
  candidates: readonly Candidate[],
  beliefs: Beliefs,
  odds: Odds,
  isParked: (keys: ReadonlySet<number>) => boolean,
): Question | undefined {
  const under = new Map<number, Set<number>>();
  for (const { keys } of candidates) {
    for (const key of keys) {
      if (odds(beliefs, key) <= LIKELY) continue;
      const first = beliefs.firstOf(key);
      under.set(first, (under.get(first) ?? new Set()).add(key));
    }
  }
  const chosen = [...under.values()]
    .filter((keys) => !isParked(keys))
    .sort((a, b) => b.size - a.size)
    .slice(0, MOST_IN_THE_WAY)
    .flatMap((keys) => [...keys]);
  if (chosen.length === 0) return undefined;
  return {
    kind: "look",
    claims: chosen.map((key) => beliefs.claimOf(key)),
    jobs: candidates
      .filter(({ keys }) => chosen.some((key) => keys.has(key)))
      .flatMap((c) => c.jobs),
    fall: 0,
    yes: chosen.reduce((all, key) => all * odds(beliefs, key), 1),
  };
}

/** What an answer comes to in the log: of a look, those that are in the way and those that are not. */
export function answersTo(
  { kind, claims }: Pick<Question, "kind" | "claims">,
  answer: "yes" | "no" | "unknown",
  inTheWay: readonly Claim[] = [],
): readonly Sighting[] {
  if (kind === "way" || answer === "unknown") {
    return [{ do: "answer", claims, answer, ...(answer === "no" ? { inTheWay } : {}) }];
  }
  const held = answer === "yes" ? claims : inTheWay;
  const free = claims.filter((claim) => !held.includes(claim));
  return [
    ...(held.length > 0
      ? [{ do: "answer", claims: held, answer: "no", inTheWay: held } as const]
      : []),
    ...(free.length > 0 ? [{ do: "answer", claims: free, answer: "yes" } as const] : []),
  ];
}

const best = (candidates: readonly Candidate[]): Candidate | undefined =>
  candidates.reduce<Candidate | undefined>(
    (top, one) => (top && top.worth >= one.worth ? top : one),
    undefined,
  );

/** A way question in the making. */
class Candidate {
  private readonly fall: number;
  private readonly yes: number;

  constructor(
    readonly jobs: readonly LearntJob[],
    readonly keys: ReadonlySet<number>,
    private readonly odds: Odds,
    private readonly beliefs: Beliefs,
  ) {
    this.fall = jobs.reduce((sum, { gap }) => sum + gap, 0);
    // What one thing is over or before stands or falls together: its likeliest claim counts for all.
    const likeliest = new Map<number, number>();
    for (const key of keys) {
      const first = beliefs.firstOf(key);
      likeliest.set(first, Math.max(likeliest.get(first) ?? 0, odds(beliefs, key)));
    }
    this.yes = [...likeliest.values()].reduce((all, one) => all * (1 - one), 1);
  }

  /** Minutes that the gap is expected to fall by. */
  get worth(): number {
    return this.yes * this.fall;
  }

  with(other: Candidate): Candidate {
    const keys = new Set([...this.keys, ...other.keys]);
    return new Candidate([...this.jobs, ...other.jobs], keys, this.odds, this.beliefs);
  }

  get question(): Question {
    const { jobs, fall, yes, beliefs } = this;
    const claims = [...this.keys].map((key) => beliefs.claimOf(key));
    return { kind: "way", claims, jobs, fall, yes };
  }
}
