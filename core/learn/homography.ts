import { fail, ok, type Result } from "../base/result.ts";

export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** A plane onto a plane: nine numbers by rows, the last of them 1. */
export type Homography = readonly number[];

/**
 * The one projective map that takes four points onto four others: two equations of each pair for its eight numbers
 * (Hartley and Zisserman, Multiple View Geometry, 2nd ed., 4.1). Fails when three of the points lie in a line.
 */
export function homographyOf(
  from: readonly Spot[],
  to: readonly Spot[],
): Result<Homography, "in-a-line"> {
  const rows = from.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = to[i]!;
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  const solved = solve(rows);
  return solved ? ok([...solved, 1]) : fail("in-a-line");
}

export function project([a, b, c, d, e, f, g, h, i]: Homography, { x, y }: Spot): Spot {
  const w = g! * x + h! * y + i!;
  return { x: (a! * x + b! * y + c!) / w, y: (d! * x + e! * y + f!) / w };
}

const SMALL = 1e-9;

/** Gauss's elimination with the largest pivot; n rows of n + 1 numbers. */
function solve(rows: readonly (readonly number[])[]): readonly number[] | undefined {
  const n = rows.length;
  const m = rows.map((row) => [...row]);
  for (let k = 0; k < n; k++) {
    const pivot = m.slice(k).reduce((best, row, i) => {
      return Math.abs(row[k]!) > Math.abs(m[best]![k]!) ? k + i : best;
    }, k);
    if (Math.abs(m[pivot]![k]!) < SMALL) return undefined;
    [m[k], m[pivot]] = [m[pivot]!, m[k]!];
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const factor = m[i]![k]! / m[k]![k]!;
      for (let j = k; j <= n; j++) m[i]![j]! -= factor * m[k]![j]!;
    }
  }
  return m.map((row, i) => row[n]! / row[i]!);
}

/**
 * Four taps as the corners of what was photographed: top left, top right, bottom right, bottom left, in whatever order
 * they came. Fails when they span no four-sided shape that a flat, right-angled thing can look like.
 */
export function cornersOf(taps: readonly Spot[]): Result<readonly Spot[], "no-corners"> {
  if (taps.length !== 4) return fail("no-corners");
  const middle = {
    x: taps.reduce((sum, { x }) => sum + x, 0) / 4,
    y: taps.reduce((sum, { y }) => sum + y, 0) / 4,
  };
  const turn = ({ x, y }: Spot): number => Math.atan2(y - middle.y, x - middle.x);
  const round = [...taps].sort((a, b) => turn(a) - turn(b));
  const isConvex = round.every((_, i) => {
    const [a, b, c] = [round[i]!, round[(i + 1) % 4]!, round[(i + 2) % 4]!];
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > SMALL;
  });
  if (!isConvex) return fail("no-corners");
  const first = round.reduce((best, { x, y }, i) => {
    return x + y < round[best]!.x + round[best]!.y ? i : best;
  }, 0);
  return ok([0, 1, 2, 3].map((i) => round[(first + i) % 4]!));
}

/** The map from millimetres of a thing of that size onto the picture in which these are its corners. */
export function pictureMap(
  taps: readonly Spot[],
  { width, height }: { readonly width: number; readonly height: number },
): Result<Homography, "no-corners"> {
  const corners = cornersOf(taps);
  if (!corners.ok) return corners;
  const flat = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const map = homographyOf(flat, corners.value);
  return map.ok ? map : fail("no-corners");
}
