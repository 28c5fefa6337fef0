import type { Screw } from "./lookalike.ts";

/** A lot that a screw in the hand may belong to. */
export interface Candidate {
  readonly id: string;
  readonly screw: Screw;
  /** Screws of this lot that are not back where they belong. */
  readonly wanting: number;
}

/** What was measured of a screw; what was not measured is left out. Millimetres. */
export interface Reading {
  readonly length?: number;
  readonly headWidth?: number;
  readonly drive?: string;
}

export interface Match {
  readonly id: string;
  /** The chance that it is of this lot, all lots together 1. */
  readonly chance: number;
  readonly isShort: boolean;
  /** Measured less nominal length, mm; undefined where no length was measured. */
  readonly off: number | undefined;
}

/** Screws differ from their nominal length by about so much, mm (one standard deviation). */
const MADE = 0.1;
/** A drive is misread about so often: worn recesses. */
const MISREAD = 0.02;
/** Below this a lot is not named. */
const LEAST = 0.005;

/**
 * The lots that a measured screw can be of. The caliper's `tolerance` (mm, plus or minus) is taken as
 * two standard deviations; lengths and head widths as normal about the nominal, each lot as likely
 * beforehand as it has screws. Lots that want a screw come first, then the likelier, then by id.
 */
export function whichScrew(
  lots: readonly (Candidate & { readonly count: number })[],
  reading: Reading,
  tolerance: number,
): readonly Match[] {
  const spread = Math.hypot(tolerance / 2, MADE);
  const weights = lots.map(({ screw, count }) => count * fit(screw, reading, spread));
  const sum = weights.reduce((total, weight) => total + weight, 0);
  if (sum === 0) return [];
  return lots
    .map(({ id, screw, wanting }, i) => ({
      id,
      chance: weights[i]! / sum,
      isShort: wanting > 0,
      off: reading.length === undefined ? undefined : round(reading.length - screw.length),
    }))
    .filter(({ chance }) => chance >= LEAST)
    .sort(
      (a, b) =>
        Number(b.isShort) - Number(a.isShort) || b.chance - a.chance || a.id.localeCompare(b.id),
    );
}

function fit(screw: Screw, { length, headWidth, drive }: Reading, spread: number): number {
  const byLength = length === undefined ? 1 : bell(length - screw.length, spread);
  const isHeadKnown = headWidth !== undefined && screw.headWidth !== undefined;
  const byHead = isHeadKnown ? bell(headWidth - screw.headWidth, 2 * spread) : 1;
  const byDrive = drive === undefined || drive === screw.drive ? 1 : MISREAD;
  return byLength * byHead * byDrive;
}

/** Height of the normal curve, 1 in the middle; nothing beyond six standard deviations. */
function bell(off: number, spread: number): number {
  const z = off / spread;
  return Math.abs(z) > 6 ? 0 : Math.exp(-0.5 * z * z);
}

const round = (mm: number): number => Math.round(mm * 100) / 100;
