import type { Screw } from "../core/screws/index.ts";

/** A plain screw of a length, mm; a test says what is other about it. */
export const screw = (length: number, more: Partial<Screw> = {}): Screw => ({
  drive: "PH0",
  thread: "M2",
  length,
  headWidth: 4,
  headShape: "pan",
  finish: "black",
  ...more,
});
