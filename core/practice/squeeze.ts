import { type Bed, gapAt, middleOfCell, type Plate, type Press } from "./bed.ts";
import { balanced, limitsOf, stepTime, type Three } from "./plate.ts";

const MOST_STEPS = 4_000;

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
