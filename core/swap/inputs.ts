/** A number that was typed or measured, and what it can be. */
export type OutOfRange = {
  readonly type: "out-of-range";
  readonly least: number;
  readonly most: number;
  readonly unit: string;
};
export type InputFault =
  | OutOfRange
  /** Memory comes in sizes of 1, 2, 4, 8 … GB, and in steps of half as much again. */
  | { readonly type: "no-such-size"; readonly size: number };

const within =
  (least: number, most: number, unit: string) =>
  (value: number): InputFault | undefined =>
    Number.isFinite(value) && value >= least && value <= most
      ? undefined
      : { type: "out-of-range", least, most, unit };

/** The joint of paste between die and cooler: thinner is not made, thicker takes a pad. */
export const jointFault = within(0.01, 0.5, "mm");
export const gapFault = within(0.1, 10, "mm");
/** How far a pad is pressed together; not at all, it does not touch. */
export const compressionFault = within(5, 60, "%");
export const wattsFault = within(0.5, 300, "W");
export const speedFault = within(200, 20_000, "MT/s");

/** A module's size in GB: a power of two, or one and a half of it (24, 48). 0 is an empty slot. */
export function sizeFault(size: number): InputFault | undefined {
  const isPower = (n: number): boolean => Number.isInteger(Math.log2(n));
  if (size === 0) return undefined;
  if (Number.isFinite(size) && size > 0 && size <= 512 && (isPower(size) || isPower(size / 3))) {
    return undefined;
  }
  return { type: "no-such-size", size };
}
