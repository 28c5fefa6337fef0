/** Lengths in metres, forces in newtons, times in seconds, pressures in pascals. */
export interface Plate {
  /** Of the die, m. */
  readonly width: number;
  readonly height: number;
  /** Dynamic viscosity of the paste, Pa·s. */
  readonly viscosity: number;
  /** The gap at which its filler bears: it is pressed no thinner, m. */
  readonly least: number;
}

/** What presses for how long: each force where it acts, from the middle of the die. */
export interface Press {
  readonly seconds: number;
  /** Where the plate is kept from coming up further than this gap, m: under the heads of its screws. */
  readonly stops: readonly { readonly x: number; readonly y: number; readonly gap: number }[];
  readonly forces: readonly { readonly x: number; readonly y: number; readonly newtons: number }[];
}

/** Paste under a plate: how much lies in each cell (as the height that it would fill, m), and the gap as a plane. */
export interface Bed {
  readonly columns: number;
  readonly rows: number;
  readonly paste: Float64Array;
  /** Gap in the middle, and how it grows to the right and downwards, m and m/m. */
  readonly gap: number;
  readonly tiltX: number;
  readonly tiltY: number;
  /** What has left over the edge, m³. */
  readonly over: number;
  /** The most that one corner of the die has borne while the plate lay askew, N. */
  readonly borne: number;
}

/** A gap changes by no more than this part of itself in a step. */
const STEP = 0.07;
const MOST_STEPS = 4_000;

/** The gap over a spot that is x, y from the middle. */
export const gapAt = ({ gap, tiltX, tiltY }: Bed, x: number, y: number): number =>
  gap + tiltX * x + tiltY * y;

/** The middle of a cell, from the middle of the die. */
export const middleOfCell = (
  { columns, rows }: Pick<Bed, "columns" | "rows">,
  { width, height }: Pick<Plate, "width" | "height">,
  cell: number,
): { readonly x: number; readonly y: number } => ({
  x: (((cell % columns) + 0.5) / columns - 0.5) * width,
  y: ((Math.floor(cell / columns) + 0.5) / rows - 0.5) * height,
});

/**
 * Squeeze flow of a Newtonian paste between the die and a rigid plate that may tilt (J. Stefan, Sitzungsberichte der
 * Akademie der Wissenschaften in Wien 69, 1874; Reynolds' equation ∇·(h³/12η ∇p) = ∂h/∂t over what is wetted, no pressure
 * at its edge). For a disc of volume V under a force F: 1/h⁴ − 1/h₀⁴ = 8πFt / 3ηV². The plate moves as its forces and
 * moments balance with the pressure; where the gap is the least, the filler bears.
 */
export function pressed(plate: Plate, begun: Bed, presses: readonly Press[]): Bed {
  let bed: Bed = { ...begun, paste: begun.paste.slice() };
  const memory: Float64Array[] = [];
  for (const press of presses) {
    let left = press.seconds;
    for (let steps = 0; left > 1e-9 && steps < MOST_STEPS; steps++) {
      const { bed: next, seconds } = step(plate, bed, press, left, memory);
      bed = next;
      left -= seconds;
    }
  }
  return bed;
}

type Three = readonly [number, number, number];

interface Cells {
  readonly dx: number;
  readonly dy: number;
  readonly h: Float64Array;
  readonly full: Uint8Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
}

function cellsOf(plate: Plate, bed: Bed): Cells {
  const { columns, rows, paste } = bed;
  const n = columns * rows;
  const h = new Float64Array(n);
  const x = new Float64Array(n);
  const y = new Float64Array(n);
  const full = new Uint8Array(n);
  for (let i = 0; i < n; i++) {
    const at = middleOfCell(bed, plate, i);
    x[i] = at.x;
    y[i] = at.y;
    h[i] = Math.max(plate.least * 0.5, gapAt(bed, at.x, at.y));
    full[i] = paste[i]! >= h[i]! * 0.999 ? 1 : 0;
  }
  return { dx: plate.width / columns, dy: plate.height / rows, h, full, x, y };
}

/** One step: how the plate goes down, and what flows. */
function step(
  plate: Plate,
  bed: Bed,
  { forces, stops }: Press,
  most: number,
  memory: Float64Array[],
): { readonly bed: Bed; readonly seconds: number } {
  const cells = cellsOf(plate, bed);
  const faces = facesOf(plate, bed, cells);
  const shapes = [() => 1, (i: number) => cells.x[i]!, (i: number) => cells.y[i]!] as const;
  const area = cells.dx * cells.dy;
  const pressures = shapes.map((shape, k) =>
    solve(bed, cells, faces, shape, (memory[k] ??= cells.h.slice().fill(0))),
  );
  const resist = shapes.map((shape) =>
    pressures.map((p) => {
      let sum = 0;
      for (let i = 0; i < p.length; i++) if (cells.full[i]) sum += shape(i) * p[i]! * area;
      return sum;
    }),
  );
  const push: Three = [
    sum(forces, ({ newtons }) => newtons),
    sum(forces, ({ x, newtons }) => x * newtons),
    sum(forces, ({ y, newtons }) => y * newtons),
  ];
  const limits = limitsOf(plate, bed, stops);
  const { down, borne } = balanced(plate, limits, resist, push);
  const seconds = stepTime(plate, bed, limits, down, most);
  const [v, a, b] = down;
  const flow = (i: number): number =>
    v * pressures[0]![i]! + a * pressures[1]![i]! + b * pressures[2]![i]!;
  const next = {
    ...bed,
    gap: bed.gap - v * seconds,
    tiltX: bed.tiltX - a * seconds,
    tiltY: bed.tiltY - b * seconds,
    borne: Math.max(bed.borne, borne),
  };
  return { bed: flown(plate, next, cells, faces, flow, seconds), seconds };
}

const sum = <T>(list: readonly T[], of: (one: T) => number): number =>
  list.reduce((all, one) => all + of(one), 0);

/** How much goes through a cell's face to the right and below, per pascal, m³/s; and over the edge at its borders. */
interface Faces {
  readonly right: Float64Array;
  readonly below: Float64Array;
  readonly edge: Float64Array;
}

/** Mobility h³/12η of each face; towards a cell that is filled in part its front is as far as that part. */
function facesOf({ viscosity }: Plate, { columns, rows, paste }: Bed, cells: Cells): Faces {
  const { h, full, dx, dy } = cells;
  const n = columns * rows;
  const right = new Float64Array(n);
  const below = new Float64Array(n);
  const edge = new Float64Array(n);
  const mobility = (i: number): number => h[i]! ** 3 / (12 * viscosity);
  const between = (i: number, k: number, ratio: number): number => {
    if (!full[i] && !full[k]) return 0;
    if (full[i] && full[k]) return ((mobility(i) + mobility(k)) / 2) * ratio;
    const [wet, dry] = full[i] ? [i, k] : [k, i];
    const filled = Math.min(1, paste[dry]! / h[dry]!);
    return (mobility(wet) * ratio) / (0.5 + filled);
  };
  for (let i = 0; i < n; i++) {
    const column = i % columns;
    const row = Math.floor(i / columns);
    if (column + 1 < columns) right[i] = between(i, i + 1, dy / dx);
    if (row + 1 < rows) below[i] = between(i, i + columns, dx / dy);
    if (!full[i]) continue;
    const sides = Number(column === 0) + Number(column + 1 === columns);
    const ends = Number(row === 0) + Number(row + 1 === rows);
    edge[i] = 2 * mobility(i) * (sides * (dy / dx) + ends * (dx / dy));
  }
  return { right, below, edge };
}

/** Pressure in the wetted cells when the plate goes down as `shape` says (1 m/s), by conjugate gradients from `guess`. */
function solve(
  { columns, rows }: Bed,
  { full, dx, dy }: Cells,
  { right, below, edge }: Faces,
  shape: (i: number) => number,
  guess: Float64Array,
): Float64Array {
  const n = columns * rows;
  const diagonal = edge.slice();
  for (let i = 0; i < n; i++) {
    if (full[i] || full[i + 1]) {
      diagonal[i]! += right[i]!;
      if (right[i]! > 0) diagonal[i + 1]! += right[i]!;
    }
    if (below[i]! > 0) {
      diagonal[i]! += below[i]!;
      diagonal[i + columns]! += below[i]!;
    }
  }
  const apply = (p: Float64Array, out: Float64Array): void => {
    for (let i = 0; i < n; i++) out[i] = full[i] ? diagonal[i]! * p[i]! : 0;
    for (let i = 0; i < n; i++) {
      if (right[i]! > 0 && full[i] && full[i + 1]) {
        out[i]! -= right[i]! * p[i + 1]!;
        out[i + 1]! -= right[i]! * p[i]!;
      }
      if (below[i]! > 0 && full[i] && full[i + columns]) {
        out[i]! -= below[i]! * p[i + columns]!;
        out[i + columns]! -= below[i]! * p[i]!;
      }
    }
  };
  const p = guess;
  const r = new Float64Array(n);
  const z = new Float64Array(n);
  const d = new Float64Array(n);
  const q = new Float64Array(n);
  for (let i = 0; i < n; i++) if (!full[i]) p[i] = 0;
  apply(p, q);
  let size = 0;
  let rz = 0;
  for (let i = 0; i < n; i++) {
    if (!full[i]) continue;
    const wanted = shape(i) * dx * dy;
    size += (wanted * wanted) / diagonal[i]!;
    r[i] = wanted - q[i]!;
    z[i] = r[i]! / diagonal[i]!;
    d[i] = z[i]!;
    rz += r[i]! * z[i]!;
  }
  for (let turn = 0; turn < 400 && rz > 1e-10 * size; turn++) {
    apply(d, q);
    let dq = 0;
    for (let i = 0; i < n; i++) dq += d[i]! * q[i]!;
    const alpha = rz / dq;
    let next = 0;
    for (let i = 0; i < n; i++) {
      if (!full[i]) continue;
      p[i]! += alpha * d[i]!;
      r[i]! -= alpha * q[i]!;
      z[i] = r[i]! / diagonal[i]!;
      next += r[i]! * z[i]!;
    }
    const beta = next / rz;
    rz = next;
    for (let i = 0; i < n; i++) d[i] = z[i]! + beta * d[i]!;
  }
  return p.slice();
}

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

function limitsOf(plate: Plate, bed: Bed, stops: Press["stops"]): readonly Limit[] {
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
function balanced(
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
function stepTime(
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

/** What flows in a step: by the pressures through the faces; what a cell does not hold goes on to the next. */
function flown(
  plate: Plate,
  bed: Bed,
  { dx, dy, full }: Cells,
  { right, below, edge }: Faces,
  pressure: (i: number) => number,
  seconds: number,
): Bed {
  const { columns, rows } = bed;
  const paste = bed.paste.slice();
  const area = dx * dy;
  let over = bed.over;
  const p = (i: number): number => (full[i] ? pressure(i) : 0);
  const move = (from: number, to: number, mobility: number): void => {
    if (mobility === 0) return;
    const height = (mobility * (p(from) - p(to)) * seconds) / area;
    const moved = height > 0 ? Math.min(height, paste[from]!) : -Math.min(-height, paste[to]!);
    paste[from]! -= moved;
    paste[to]! += moved;
  };
  for (let i = 0; i < paste.length; i++) {
    if (right[i]! > 0) move(i, i + 1, right[i]!);
    if (below[i]! > 0) move(i, i + columns, below[i]!);
    if (edge[i]! > 0 && p(i) > 0) {
      const lost = Math.min(paste[i]!, (edge[i]! * p(i) * seconds) / area);
      paste[i]! -= lost;
      over += lost * area;
    }
  }
  const holds = (i: number): number => {
    const { x, y } = middleOfCell(bed, plate, i);
    return Math.max(plate.least * 0.5, gapAt(bed, x, y));
  };
  for (let sweep = 0; sweep < 30; sweep++) {
    let isOver = false;
    for (let i = 0; i < paste.length; i++) {
      const surplus = paste[i]! - holds(i);
      if (surplus <= holds(i) * 1e-6) continue;
      isOver = true;
      const column = i % columns;
      const row = Math.floor(i / columns);
      const sides = [
        column > 0 ? i - 1 : undefined,
        column + 1 < columns ? i + 1 : undefined,
        row > 0 ? i - columns : undefined,
        row + 1 < rows ? i + columns : undefined,
      ];
      const free = sides.filter((k) => k === undefined || paste[k]! < holds(k));
      const to = free.length > 0 ? free : sides;
      for (const k of to) {
        if (k === undefined) over += (surplus / to.length) * area;
        else paste[k]! += surplus / to.length;
      }
      paste[i]! -= surplus;
    }
    if (!isOver) break;
  }
  return { ...bed, paste, over };
}
