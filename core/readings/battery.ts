/** What was read and seen of a pack. Wh, V, A, °C, W; by cell in the pack's order. */
export interface PackReading {
  readonly design: number;
  readonly full: number;
  readonly cycles: number;
  readonly celsius: number;
  readonly cells: readonly number[];
  /** Volts of the whole pack at two loads, amps. */
  readonly loads?: readonly [LoadPoint, LoadPoint];
  /** What the machine draws in quiet work. */
  readonly watts?: number;
  /** What was seen of it: it bulges, is dented, leaks, smells. */
  readonly seen?: readonly ("swollen" | "dented" | "leaking" | "smells")[];
}
interface LoadPoint {
  readonly volts: number;
  readonly amps: number;
}

export type PackVerdict = "healthy" | "worn" | "replace" | "unsafe";

/** The line that a verdict crossed, with what was read, and where the line comes from. */
export interface PackReason {
  readonly verdict: Exclude<PackVerdict, "healthy">;
  readonly line:
    | "seen"
    | "too-hot"
    | "too-cold"
    | "cell-dead"
    | "cell-high"
    | "cells-apart"
    | "capacity-low"
    | "capacity-gone"
    | "cycles-many"
    | "resistance-high";
  readonly read: number | string;
  readonly limit: number | string;
  readonly source: string;
}

export interface PackState {
  readonly verdict: PackVerdict;
  /** Share of the design capacity that is gone, %. */
  readonly wear: number;
  /** Running time at the machine's own watts; undefined where nobody measured them. */
  readonly hours: number | undefined;
  /** mΩ, of the whole pack: ΔV ÷ ΔI between the two loads. */
  readonly resistance: number | undefined;
  readonly reasons: readonly PackReason[];
}

/** Lines for packs of lithium cells with a nominal 3.6 to 3.85 V. */
const CELL_DEAD = 2.5;
const CELL_HIGH = 4.45;
const APART = 0.15;
const HOT = 60;
const COLD = 0;
const LOW = 80;
const GONE = 60;
const CYCLES = 800;
/** mΩ a cell in series: a fresh one has 30 to 60, protection and tabs among it. */
const RESISTANCE = 150;

const CELLS =
  "the working range that makers of lithium cells print: 2.5 V when empty, 4.2 to 4.45 V when full";
const CAPACITY =
  "the usual end of life of a pack: 80 % of its design is called worn, under 60 % most makers replace it";
const TRADE = "what the trade goes by";
const SAFETY =
  "swollen, dented, leaking or smelling packs are not charged, used or pressed; local rules for transport and disposal apply";

/** What a pack's readings come to: the hardest verdict of all lines crossed, each with its source. */
export function packState(reading: PackReading): PackState {
  const { design, full, cycles, celsius, cells, loads, watts, seen = [] } = reading;
  const reasons: PackReason[] = [];
  const cross = (
    verdict: PackReason["verdict"],
    line: PackReason["line"],
    read: number | string,
    limit: number | string,
    source: string,
  ) => reasons.push({ verdict, line, read, limit, source });
  for (const one of seen) cross("unsafe", "seen", one, "none of it", SAFETY);
  if (celsius > HOT) cross("unsafe", "too-hot", celsius, HOT, CELLS);
  if (celsius < COLD)
    cross("worn", "too-cold", celsius, COLD, "a cold pack reads low: warm it up and read it again");
  const least = Math.min(...cells);
  const most = Math.max(...cells);
  if (cells.length > 0 && most > CELL_HIGH) cross("unsafe", "cell-high", most, CELL_HIGH, CELLS);
  if (cells.length > 0 && least < CELL_DEAD) cross("replace", "cell-dead", least, CELL_DEAD, CELLS);
  const apart = cells.length > 1 ? rounded(most - least, 3) : 0;
  if (apart > APART) cross("replace", "cells-apart", apart, APART, TRADE);
  const left = (100 * full) / design;
  if (left < GONE) cross("replace", "capacity-gone", rounded(left, 1), GONE, CAPACITY);
  else if (left < LOW) cross("worn", "capacity-low", rounded(left, 1), LOW, CAPACITY);
  if (cycles > CYCLES) cross("worn", "cycles-many", cycles, CYCLES, TRADE);
  const resistance = loads && resistanceOf(loads);
  const allowed = RESISTANCE * Math.max(1, cells.length);
  if (resistance !== undefined && resistance > allowed) {
    cross("replace", "resistance-high", resistance, allowed, TRADE);
  }
  const order: readonly PackVerdict[] = ["unsafe", "replace", "worn", "healthy"];
  return {
    verdict: order.find((one) => reasons.some(({ verdict }) => verdict === one)) ?? "healthy",
    wear: Math.max(0, Math.round(100 - left)),
    hours: watts === undefined ? undefined : rounded(full / watts, 1),
    resistance,
    reasons,
  };
}

/** R = ΔV ÷ ΔI; undefined for two loads that are the same. mΩ */
function resistanceOf([a, b]: readonly [LoadPoint, LoadPoint]): number | undefined {
  const amps = b.amps - a.amps;
  return amps === 0 ? undefined : Math.round(Math.abs((1000 * (a.volts - b.volts)) / amps));
}

const rounded = (value: number, digits: number): number =>
  Math.round(value * 10 ** digits) / 10 ** digits;
