import { type Card, createEmptyCard, fsrs, generatorParameters, Rating } from "ts-fsrs";
import {
  EXERCISES,
  type ExerciseKind,
  type Grade,
  gradeOf,
  MOST_LEVEL,
  type Outcome,
  type Setting,
} from "./exercise.ts";

/** An exercise that was done, by one person. Times are ISO 8601, UTC. */
export interface Done {
  readonly setting: Setting;
  readonly begun: string;
  readonly at: string;
  readonly outcome: Outcome;
}

/** What somebody knows of a subject, and when it comes again. */
export interface Known {
  readonly subject: string;
  readonly due: string;
  readonly times: number;
  readonly missed: number;
  readonly last: Grade;
}

export interface Standing {
  readonly level: number;
  readonly known: readonly Known[];
  /** Minutes practised on the day of `now`. */
  readonly today: number;
  readonly done: number;
}

const scheduler = fsrs(generatorParameters({ enable_fuzz: false }));
const RATINGS = { missed: Rating.Again, slow: Rating.Hard, right: Rating.Good } as const;

/** Minutes of a day's round. */
export const ROUND = 10;
/** Nobody looks at one exercise for longer: then it lay there, minutes. */
const LONGEST = 8;
/** A level is gone through when so many of the last so many at it were not missed. */
const [GOOD, OF] = [6, 8];

/**
 * Where somebody stands after all that was practised, oldest first: the level, what is known and when it comes again
 * (FSRS). A clock that went back counts as one that stood still. Days are those that `dayOf` says.
 */
export function standingOf(
  history: readonly Done[],
  now: string,
  dayOf: (time: string) => string,
): Standing {
  const cards = new Map<string, { card: Card; times: number; missed: number; last: Grade }>();
  let level = 1;
  let atLevel: boolean[] = [];
  let [latest, today] = [0, 0];
  for (const { setting, begun, at, outcome } of history) {
    latest = Math.max(latest, Date.parse(at));
    const grade = gradeOf(outcome);
    const before = cards.get(setting.subject);
    const card: Card = before?.card ?? createEmptyCard(new Date(latest));
    cards.set(setting.subject, {
      card: scheduler.next(card, new Date(latest), RATINGS[grade]).card,
      times: (before?.times ?? 0) + 1,
      missed: (before?.missed ?? 0) + Number(grade === "missed"),
      last: grade,
    });
    if (setting.level >= level) atLevel = [...atLevel, grade !== "missed"].slice(-OF);
    if (atLevel.filter(Boolean).length >= GOOD && level < MOST_LEVEL) {
      level += 1;
      atLevel = [];
    }
    if (dayOf(at) === dayOf(now)) {
      const minutes = (Date.parse(at) - Date.parse(begun)) / 60_000;
      today += Math.min(LONGEST, Math.max(0, minutes));
    }
  }
  const known = [...cards].map(([subject, { card, times, missed, last }]) => ({
    subject,
    due: card.due.toISOString(),
    times,
    missed,
    last,
  }));
  known.sort((a, b) => a.due.localeCompare(b.due) || a.subject.localeCompare(b.subject));
  return { level, known, today: Math.round(today * 10) / 10, done: history.length };
}

/** Something that can be practised in a shop, and from which level on. */
export interface Offered {
  readonly kind: ExerciseKind;
  readonly subject: string;
  readonly level: number;
}

/** What is due by now, the longest due first. */
export const dueBy = ({ known }: Standing, now: string): readonly Known[] =>
  known.filter(({ due }) => due <= now);

/**
 * What comes next, best first: what was missed or is due, then what is new at this level, the kinds that were practised
 * least before the others, then what is due next. `order` is a number by subject that mixes what is alike.
 */
export function nextUp(
  standing: Standing,
  offered: readonly Offered[],
  now: string,
  order: (subject: string) => number,
): readonly Offered[] {
  const bySubject = new Map(offered.map((one) => [one.subject, one]));
  const due = dueBy(standing, now).flatMap(({ subject }) => bySubject.get(subject) ?? []);
  const known = new Set(standing.known.map(({ subject }) => subject));
  const practised = new Map(EXERCISES.map((kind) => [kind, 0]));
  for (const { subject, times } of standing.known) {
    const kind = bySubject.get(subject)?.kind;
    if (kind) practised.set(kind, practised.get(kind)! + times);
  }
  const fresh = offered
    .filter(({ subject, level }) => !known.has(subject) && level <= standing.level)
    .sort(
      (a, b) =>
        practised.get(a.kind)! - practised.get(b.kind)! ||
        b.level - a.level ||
        order(a.subject) - order(b.subject),
    );
  const later = standing.known.flatMap(({ subject, due }) =>
    due > now ? (bySubject.get(subject) ?? []) : [],
  );
  return [...due, ...fresh, ...later];
}

/**
 * Of each kind what is drawn when it is chosen: within one's level before above it, what was not practised yet before what
 * was, of that the soonest due. A kind that nothing is offered of is left out.
 */
export function choicesFor(
  { level, known }: Standing,
  offered: readonly Offered[],
): readonly Offered[] {
  const due = new Map(known.map((one) => [one.subject, one.due]));
  const above = (one: Offered): number => Math.max(0, one.level - level);
  const dueOf = ({ subject }: Offered): string => due.get(subject) ?? "";
  return EXERCISES.flatMap((kind) =>
    offered
      .filter((one) => one.kind === kind)
      .sort((a, b) => above(a) - above(b) || dueOf(a).localeCompare(dueOf(b)))
      .slice(0, 1),
  );
}
