import type { Lesson } from "./lessons.ts";

export const VERDICTS = ["accepted", "refused", "machine"] as const;
/** What becomes of a lesson: the guide says it, nobody does, or it is of one machine alone. */
export type Verdict = (typeof VERDICTS)[number];

/** Lessons that are still to be decided: a decided one comes back when another job teaches it. */
export const openOf = (
  lessons: readonly Lesson[],
  decided: readonly { readonly key: string; readonly tickets: readonly number[] }[],
): readonly Lesson[] =>
  lessons.flatMap((lesson) => {
    const known = new Set(
      decided.filter(({ key }) => key === lesson.key).flatMap(({ tickets }) => tickets),
    );
    const fresh = lesson.evidence.filter(({ ticket }) => !known.has(ticket));
    return fresh.length === 0 ? [] : [lesson];
  });
