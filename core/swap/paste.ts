import type { Die } from "../guide/index.ts";

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

/** How paste is put on: a dot of 3 mm, a dot of 5 mm, a spread 0.2 mm thick. */
export type PasteHabit = "small-dot" | "generous-dot" | "spread";

export interface School {
  readonly habit: PasteHabit;
  /** What the habit puts on, mm³. */
  readonly volume: number;
  /** Put on ÷ needed. */
  readonly ratio: number;
}

/** What each school's habit makes of a die: a dot of 3 mm, a dot of 5 mm, a spread 0.2 mm thick. */
export function schoolsOf(die: Die, jointThickness: number): readonly School[] {
  const need = pasteFor(die, jointThickness).volume;
  const dot = (mm: number): number => (Math.PI * mm ** 3) / 12;
  const habits: readonly (readonly [PasteHabit, number])[] = [
    ["small-dot", dot(3)],
    ["generous-dot", dot(5)],
    ["spread", die.width * die.height * 0.2],
  ];
  return habits.map(([habit, volume]) => ({
    habit,
    volume: tenth(volume),
    ratio: volume / need,
  }));
}

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** Thicknesses that pads are sold in, mm. */
export const PAD_STOCK = [0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3] as const;

export interface PadChoice {
  /** Gap ÷ (1 − compression), mm. */
  readonly wanted: number;
  readonly stock: number;
  /** How far the stock pad is pressed together in this gap, 0 to 1; below 0 it does not touch. */
  readonly compression: number;
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
  };
}
