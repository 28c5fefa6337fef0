import type { Person } from "../../core/people/index.ts";
import {
  choicesFor,
  doneIn,
  dueBy,
  leftOpen,
  nextUp,
  type Offered,
  type Standing,
  standingOf,
} from "../../core/practice/index.ts";
import { shopDay } from "../../core/ticket/index.ts";
import { practiceMarks } from "../../data/bench/index.server.ts";
import { allow, type Act } from "../act.server.ts";
import { offeredNow } from "./offered.server.ts";

/** What somebody has practised, and where that leads. */
export async function standingNow(
  act: Act,
  zone: string,
): Promise<{ readonly standing: Standing; readonly left: ReturnType<typeof leftOpen> }> {
  const marks = await practiceMarks(act.db, act.actor.id);
  const history = doneIn(marks);
  const now = act.now().toISOString();
  const standing = standingOf(history, now, (time) => shopDay(new Date(time), zone));
  return { standing, left: leftOpen(marks) };
}

/** The same subject has the same number all day, and another one the next: what is alike comes mixed. */
export function orderOfDay(day: string): (subject: string) => number {
  return (subject) => {
    let hash = 2166136261;
    for (const char of day + subject) hash = Math.imul(hash ^ char.charCodeAt(0), 16777619);
    return hash >>> 0;
  };
}

export interface PracticePage {
  readonly standing: Standing;
  readonly due: number;
  readonly next: Offered | undefined;
  /** The one that was begun last and not ended. */
  readonly left: ReturnType<typeof leftOpen>;
  /** Of each kind what is drawn when it is chosen. */
  readonly choices: readonly Offered[];
}

/** Somebody's own practice: what comes next, and all there is. */
export async function practicePage(act: Act, zone: string): Promise<PracticePage> {
  allow(act, "practise");
  const [{ standing, left }, offered] = await Promise.all([
    standingNow(act, zone),
    offeredNow(act.db),
  ]);
  const now = act.now();
  const order = orderOfDay(shopDay(now, zone));
  const [next] = nextUp(standing, offered, now.toISOString(), order);
  const due = dueBy(standing, now.toISOString()).length;
  return { standing, left, due, next, choices: choicesFor(standing, offered) };
}

/** How far each person has come: the lead's to see. */
export async function progress(
  act: Act,
  zone: string,
  people: readonly Pick<Person, "id">[],
): Promise<readonly { readonly person: string; readonly standing: Standing }[]> {
  allow(act, "progress");
  const all = doneIn(await practiceMarks(act.db, undefined));
  const now = act.now().toISOString();
  return people.flatMap(({ id }) => {
    const own = all.filter(({ by }) => by === id);
    if (own.length === 0) return [];
    const standing = standingOf(own, now, (time) => shopDay(new Date(time), zone));
    return [{ person: id, standing }];
  });
}
