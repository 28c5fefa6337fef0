import type { ScrewsJoint } from "../guide/index.ts";

/** The facts by which one screw is told from another. Millimetres. */
export interface Screw {
  readonly drive: string;
  readonly thread: string;
  readonly length: number;
  readonly headWidth: number | undefined;
  readonly headShape: string | undefined;
  readonly finish: string | undefined;
}

/** A guide's `head` is a width and a shape: ["5.0 pan"] → 5 and pan. */
export function screwOf({ drive, thread, length, head, finish }: ScrewsJoint): Screw {
  const [width, ...shape] = (head ?? "").split(" ");
  const headWidth = Number.parseFloat(width ?? "");
  return {
    drive,
    thread,
    length,
    headWidth: Number.isNaN(headWidth) ? undefined : headWidth,
    headShape: shape.join(" ") || undefined,
    finish,
  };
}

/** Nominal diameter of a metric thread. ["M2.5"] → 2.5 */
export const threadMm = (thread: string): number => Number.parseFloat(thread.replace(/^M/i, ""));

/** Lengths further apart than this are told apart at a glance. */
const AT_A_GLANCE = 3;

/**
 * How easily two screws are taken for each other by eye, 0 to 1: each fact that tells them apart
 * takes its part away. Another drive takes another bit, so it is noticed at once.
 */
export function likeness(a: Screw, b: Screw): number {
  if (a.drive !== b.drive) return 0;
  const apart = Math.abs(a.length - b.length);
  if (apart > AT_A_GLANCE) return 0;
  const byLength = apart <= 1 ? 1 : 1 - (apart - 1) / AT_A_GLANCE;
  const byHead = differs(a.headShape, b.headShape) || widthsDiffer(a, b) ? 0.4 : 1;
  const byFinish = differs(a.finish, b.finish) ? 0.5 : 1;
  const byThread = a.thread === b.thread ? 1 : 0.7;
  return byLength * byHead * byFinish * byThread;
}

const differs = (a: string | undefined, b: string | undefined): boolean =>
  a !== undefined && b !== undefined && a !== b;

const widthsDiffer = (a: Screw, b: Screw): boolean =>
  a.headWidth !== undefined &&
  b.headWidth !== undefined &&
  Math.abs(a.headWidth - b.headWidth) >= 1;

/** Harm, 0 to 1, when the two change places: too long dimples or cracks, another thread strips. */
export function harm(a: Screw, b: Screw): number {
  const apart = Math.abs(a.length - b.length);
  const byLength = apart < 0.25 ? 0 : Math.min(1, 0.4 + 0.3 * apart);
  return Math.max(byLength, a.thread === b.thread ? 0 : 0.6);
}

/** Lots in one cell that nobody takes for each other: only their counts are mixed. */
const MIXED = 0.001;

/** What it risks when two lots lie in one cell: 0.001 at least, 1 the worst. */
export function danger(a: Screw, b: Screw): number {
  return Math.max(MIXED, Math.round(likeness(a, b) * harm(a, b) * 1000) / 1000);
}

/** What happens when two screws change places. */
export type MixUp =
  | { readonly type: "too-long"; readonly screw: number; readonly hole: number }
  | { readonly type: "wrong-thread"; readonly threads: readonly [string, string] };

/** Dangers below this are not worth a word. */
const WORTH_A_WORD = 0.02;

/** What it means when two screws in one cell are taken for each other; undefined: nothing to speak of. */
export function mixUp(a: Screw, b: Screw): MixUp | undefined {
  if (danger(a, b) < WORTH_A_WORD) return undefined;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  return long.length - short.length >= 0.25
    ? { type: "too-long", screw: long.length, hole: short.length }
    : { type: "wrong-thread", threads: [a.thread, b.thread] };
}
