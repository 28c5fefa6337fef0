import type { Die } from "../guide/types.ts";

export interface PasteNeed {
  /** mm³ */
  readonly volume: number;
  /** Of one drop that is a half ball, mm. */
  readonly dot: number;
  /** Of a bead as thick as the nozzle (2 mm wide, half round), mm. */
  readonly bead: number;
}

/** How far over the edge paste is pressed out when all of the die is to be wetted. */
export const SQUEEZE_OUT = 0.3;
/** Width of a bead from the usual nozzle, mm. */
const BEAD = 2;

/** Paste volume = die area × joint thickness × (1 + squeeze-out), mm and mm³. 10 × 12, 0.05 → 7.8 */
export function pasteFor({ width, height }: Die, jointThickness: number): PasteNeed {
  const volume = width * height * jointThickness * (1 + SQUEEZE_OUT);
  return {
    volume: tenth(volume),
    // A half ball of diameter d holds π d³ / 12.
    dot: tenth(Math.cbrt((12 * volume) / Math.PI)),
    // A half round bead of width w holds π w² / 8 for each millimetre.
    bead: tenth(volume / ((Math.PI * BEAD ** 2) / 8)),
  };
}

export interface School {
  readonly name: string;
  /** What the habit puts on, mm³. */
  readonly volume: number;
  readonly says: string;
}

/** What each school's habit makes of a die: a dot of 3 mm, a dot of 5 mm, a spread 0.2 mm thick. */
export function schoolsOf(die: Die, jointThickness: number): readonly School[] {
  const need = pasteFor(die, jointThickness).volume;
  const dot = (mm: number): number => (Math.PI * mm ** 3) / 12;
  const habits: readonly (readonly [string, number])[] = [
    ["a small dot, 3 mm", dot(3)],
    ["a generous dot, 5 mm", dot(5)],
    ["a spread, 0.2 mm", die.width * die.height * 0.2],
  ];
  return habits.map(([name, volume]) => ({
    name,
    volume: tenth(volume),
    says: verdict(volume / need),
  }));
}

function verdict(ratio: number): string {
  if (ratio < 0.75) return `${percent(ratio)} of what is needed: a corner may stay dry`;
  if (ratio <= 1.5) return "about right";
  if (ratio <= 4)
    return `${ratio.toFixed(1)} times what is needed: it is pressed out, which does no harm`;
  return `${ratio.toFixed(1)} times what is needed: it runs over the edge, wipe the rest off`;
}

const tenth = (value: number): number => Math.round(value * 10) / 10;
const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Thicknesses that pads are sold in, mm. */
export const PAD_STOCK = [0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3] as const;

export interface PadChoice {
  /** Gap ÷ (1 − compression), mm. */
  readonly wanted: number;
  readonly stock: number;
  /** How far the stock pad is pressed together in this gap, 0 to 1; below 0 it does not touch. */
  readonly compression: number;
  readonly says: string;
}

/** The stock pad nearest to what a gap wants. Gap in mm, compression 0 to 0.9. 1, 0.25 → 1.33: 1.25 */
export function padFor(gap: number, compression: number): PadChoice {
  const wanted = gap / (1 - compression);
  const stock = PAD_STOCK.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a));
  const pressed = 1 - gap / stock;
  return {
    wanted: Math.round(wanted * 100) / 100,
    stock,
    compression: Math.round(pressed * 100) / 100,
    says: padWords(pressed),
  };
}

function padWords(pressed: number): string {
  if (pressed <= 0.02) return "it does not touch: take the next thicker one";
  if (pressed > 0.5)
    return "it is pressed too hard and lifts the cooler off the die: take a thinner one";
  return `pressed together by ${percent(pressed)}`;
}
