import { type Bed, gapAt, type Plate, type Press } from "./bed.ts";

/** Down in the middle, and per metre to the right and downwards; or a place in such terms: 1, x, y. */
export type Three = readonly [number, number, number];

/** A gap changes by no more than this part of itself in a step. */
const STEP = 0.07;

/** The corners of the die: where a tilted plate touches first. */
const cornersOf = ({ width, height }: Plate): readonly Three[] =>
  [
    [-1, -1],
    [1, -1],
    [-1, 1],
    [1, 1],
  ].map(([x, y]) => [1, (x! * width) / 2, (y! * height) / 2]);

/** Something that the plate cannot go past: how it is neared by the plate's going down, and how far it is, m. */
interface Limit {
  readonly towards: Three;
  readonly away: number;
}

/** As near as this part of the least gap is touching. */
const TOUCHES = 1e-3;

export function limitsOf(plate: Plate, bed: Bed, stops: Press["stops"]): readonly Limit[] {
  return [
    ...cornersOf(plate).map((towards) => ({
      towards,
      away: gapAt(bed, towards[1], towards[2]) - plate.least,
    })),
    ...stops.map(({ x, y, gap }) => ({
      towards: [-1, -x, -y] as const,
      away: gap - gapAt(bed, x, y),
    })),
  ];
}

/**
 * How the plate goes down (middle, and per metre right and downwards): pressure and what bears balance the push. Of all
 * sets of limits that are touched the smallest that pushes back and lets nothing past the others.
 */
export function balanced(
  plate: Plate,
  limits: readonly Limit[],
  resist: readonly (readonly number[])[],
  push: Three,
): { readonly down: Three; readonly borne: number } {
  const { width, height } = plate;
  const air = [AIR, AIR * width ** 2, AIR * height ** 2];
  const whole = resist.map((row, i) => row.map((value, k) => value + (i === k ? air[i]! : 0)));
  const touched = limits
    .filter(({ away }) => away <= TOUCHES * plate.least)
    .map(({ towards }) => towards);
  for (const bearing of subsets(touched)) {
    const found = withBearing(whole, push, bearing);
    if (!found) continue;
    const { down, loads } = found;
    const speed = Math.hypot(down[0], down[1] * width, down[2] * height);
    const goesPast = touched.some((n) => !bearing.includes(n) && dot(n, down) > 1e-9 * speed);
    if (goesPast || loads.some((load) => load < -1e-9)) continue;
    // Corners push up, stops keep down. On three corners it lies flat: who bears how much of it then is not told.
    const corners = touched.filter(([up]) => up > 0).length;
    const loaded = corners > 2 ? [] : loads.filter((_, i) => bearing[i]![0] > 0);
    return { down, borne: Math.max(0, ...loaded) };
  }
  return { down: [0, 0, 0], borne: 0 };
}

/** Air resists next to nothing, N·s/m: where nothing is wetted the plate falls as fast as a step lets it. */
const AIR = 1e-3;

const dot = (a: Three, b: Three): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Up to three of them, the fewest first: three hold a plate. */
function subsets<T>(all: readonly T[]): readonly (readonly T[])[] {
  const sets: T[][] = [[]];
  for (const one of all) {
    for (const set of sets.slice()) if (set.length < 3) sets.push([...set, one]);
  }
  return sets.sort((a, b) => a.length - b.length);
}

function withBearing(
  resist: readonly (readonly number[])[],
  push: Three,
  bearing: readonly Three[],
): { readonly down: Three; readonly loads: readonly number[] } | undefined {
  const n = 3 + bearing.length;
  const rows = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n + 1 }, (_, k) => {
      if (k === n) return i < 3 ? push[i]! : 0;
      if (i < 3 && k < 3) return resist[i]![k]!;
      if (i < 3) return bearing[k - 3]![i]!;
      return k < 3 ? bearing[i - 3]![k]! : 0;
    }),
  );
  const x = gauss(rows);
  return x && { down: [x[0]!, x[1]!, x[2]!], loads: x.slice(3) };
}

/** Gauss with the largest pivot of each column, rows scaled; undefined: no one answer. */
function gauss(rows: number[][]): readonly number[] | undefined {
  const n = rows.length;
  for (const row of rows) {
    const most = Math.max(...row.slice(0, n).map(Math.abs));
    if (most === 0) return undefined;
    for (let k = 0; k <= n; k++) row[k]! /= most;
  }
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++)
      if (Math.abs(rows[i]![k]!) > Math.abs(rows[pivot]![k]!)) pivot = i;
    if (Math.abs(rows[pivot]![k]!) < 1e-300) return undefined;
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    for (let i = k + 1; i < n; i++) {
      const times = rows[i]![k]! / rows[k]![k]!;
      for (let c = k; c <= n; c++) rows[i]![c]! -= times * rows[k]![c]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let rest = rows[i]![n]!;
    for (let c = i + 1; c < n; c++) rest -= rows[i]![c]! * x[c]!;
    x[i] = rest / rows[i]![i]!;
  }
  return x;
}

/** As long as no corner's gap changes by more than its part, and no limit is passed. */
export function stepTime(
  plate: Plate,
  bed: Bed,
  limits: readonly Limit[],
  down: Three,
  most: number,
): number {
  let seconds = most;
  for (const corner of cornersOf(plate)) {
    const speed = Math.abs(dot(corner, down));
    if (speed > 0) seconds = Math.min(seconds, (STEP * gapAt(bed, corner[1], corner[2])) / speed);
  }
  for (const { towards, away } of limits) {
    const speed = dot(towards, down);
    if (speed > 0 && away > TOUCHES * plate.least) seconds = Math.min(seconds, away / speed);
  }
  return seconds;
}
