import { threadMm } from "./lookalike.ts";

interface Spot {
  readonly x: number;
  readonly y: number;
}

/**
 * The order in which the screws of one part are tightened, as indices: the first, then each time the
 * one that lies most nearly opposite the last, seen from their middle; of two alike the one that is
 * further away, then the lower index. The corners of a wide rectangle → [0, 2, 3, 1].
 */
export function crossOrder(spots: readonly Spot[]): readonly number[] {
  if (spots.length === 0) return [];
  const middle = {
    x: spots.reduce((sum, { x }) => sum + x, 0) / spots.length,
    y: spots.reduce((sum, { y }) => sum + y, 0) / spots.length,
  };
  const order = [0];
  const left = new Set([...spots.keys()].slice(1));
  while (left.size > 0) {
    const last = spots[order.at(-1)!]!;
    const ranked = [...left].map((i) => ({
      i,
      turn: Math.round(turnOf(last, spots[i]!, middle) * 1e6),
      away: Math.hypot(spots[i]!.x - last.x, spots[i]!.y - last.y),
    }));
    ranked.sort((a, b) => b.turn - a.turn || b.away - a.away || a.i - b.i);
    order.push(ranked[0]!.i);
    left.delete(ranked[0]!.i);
  }
  return order;
}

/** The angle between two spots seen from the middle, 0 to π. */
function turnOf(a: Spot, b: Spot, middle: Spot): number {
  const angle = (p: Spot): number => Math.atan2(p.y - middle.y, p.x - middle.x);
  const turn = Math.abs(angle(a) - angle(b));
  return turn > Math.PI ? 2 * Math.PI - turn : turn;
}

/** What is done in a pass: start by hand, turn until they touch, tighten; two screws at once. */
export type PassKind =
  "start-and-tighten" | "start" | "touch" | "tighten" | "tighten-again" | "loosen" | "take-out";

export interface Pass {
  readonly does: PassKind;
  readonly order: readonly number[];
}

/** Two screws need no passes; from three on all are started by hand and tightened little by little. */
export function tighteningPasses(order: readonly number[], isCooler: boolean): readonly Pass[] {
  if (order.length < 3) return [{ does: "start-and-tighten", order }];
  const passes: readonly Pass[] = [
    { does: "start", order },
    { does: "tighten", order },
  ];
  if (!isCooler) return passes;
  return [
    { does: "start", order },
    { does: "touch", order },
    { does: "tighten-again", order },
  ];
}

/** A cooler comes off a little at each screw, against the order in which it goes on, or it tips on its die. */
export function looseningPasses(order: readonly number[]): readonly Pass[] {
  const back = [...order].reverse();
  return [
    { does: "loosen", order: back },
    { does: "take-out", order: back },
  ];
}

/** Coarse pitches, mm (ISO 261). */
const PITCH: Readonly<Record<string, number>> = {
  "M1.2": 0.25,
  "M1.4": 0.3,
  "M1.6": 0.35,
  M2: 0.4,
  "M2.5": 0.45,
  M3: 0.5,
};

export interface Torque {
  /** N·m */
  readonly low: number;
  readonly high: number;
}

/**
 * A sensible torque for a thread: T = K · d · F, with K = 0.2 (dry steel) and F from 40 to 75 % of
 * the proof load of property class 4.8 (310 N/mm²) on the stress area π/4 · (d − 0.9382 P)²
 * (ISO 898-1). Into plastic stay at the low end. M2 → 0.1 to 0.19 N·m. Undefined: a thread not listed.
 */
export function torqueFor(thread: string): Torque | undefined {
  const pitch = PITCH[thread];
  if (pitch === undefined) return undefined;
  const d = threadMm(thread);
  const area = (Math.PI / 4) * (d - 0.9382 * pitch) ** 2;
  const at = (share: number): number => Math.round(0.2 * d * share * 310 * area * 0.1) / 100;
  return { low: at(0.4), high: at(0.75) };
}
