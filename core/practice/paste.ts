import type { Die, Guide, ScrewsJoint } from "../guide/index.ts";
import { crossOrder } from "../screws/index.ts";
import type { Damage, Deed, Outcome, Pattern, Put } from "./exercise.ts";
import { type Bed, gapAt, middleOfCell, type Plate, type Press } from "./bed.ts";
import { pressed } from "./squeeze.ts";

/** A cooler over its die: millimetres, from the middle of the die, x to the right, y downwards. */
export interface Seat {
  readonly cooler: string;
  readonly die: Die;
  /** The gap at which its filler bears, mm. */
  readonly bond: number;
  readonly screws: readonly { readonly x: number; readonly y: number }[];
  /** The order stamped at the screws, or crosswise where nothing is stamped; indices of `screws`. */
  readonly stamped: readonly number[];
  readonly isStamped: boolean;
}

export interface PasteView {
  readonly kind: "paste";
  readonly seat: Seat;
  readonly pattern: Pattern;
  /** What a die of this size needs, mm³: said where the level says it. */
  readonly need: number | undefined;
  readonly pressed: Pressed | undefined;
  readonly outcome: Outcome | undefined;
}

/** What the paste has come to. */
export interface Pressed {
  readonly columns: number;
  readonly rows: number;
  /** Thickness where there is paste, µm, 0 where there is none; by cells, row by row. */
  readonly thickness: readonly number[];
  /** Shares of the die, 0 to 1. */
  readonly covered: number;
  readonly starved: number;
  /** Over the edge, mm³. */
  readonly over: number;
  /** Warmer than with the whole die covered at the least gap, °C. */
  readonly kelvin: number;
  /** The most that one corner of the die bore while the screws were turned, N. */
  readonly borne: number;
  /** Gaps at the four corners, µm: upper left, upper right, lower left, lower right. */
  readonly corners: readonly number[];
}

/** Usual paste: its viscosity when pressed (Pa·s), how it leads heat, and how air does (W/(m·K)). */
const VISCOSITY = 200;
const PASTE_LEADS = 5;
const AIR_LEADS = 0.026;
/** Silicon: how it leads heat (W/(m·K), warm), and how thick a bare die is, m. */
const SILICON_LEADS = 110;
const SILICON_THICK = 0.75e-3;
/** What a die gives off under load, W. */
export const HEAT = 28;
/** The force of a screw of a cooler with its spring, N, and how much of it each pass of turns gives. */
const SCREW_FORCE = 15;
const PASSES = [0.1, 0.45, 1] as const;
export const PASSES_EACH = PASSES.length;
/** A screw is turned in so many seconds; then the cooler settles, warm, for so many. */
const TURN_SECONDS = 2;
const SETTLE_SECONDS = 120;
/** How far a cooler can come up under the heads of its screws, mm. */
const PLAY = 0.5;
/** Cells along the longer side of the die. */
const CELLS = 22;
/** A bead from the usual nozzle is so wide, a drop so high before it is pressed, mm. */
const BEAD_WIDTH = 2;
const DROP_HEIGHT = 1;

/** A die that is this much warmer than it has to be is done again, °C. */
export const MOST_KELVIN = 5;
/** As much over the edge as the die needs is too much; on one corner no more than half of what all screws press. */
const MOST_OVER = 1;
const MOST_BORNE = 0.5;

/**
 * A cooler of a guide over one die, with three or four screws of a lot about it (the die is taken to lie in their middle);
 * undefined: there is none. Of a cooler over several dies it is not known which screws press on which.
 */
export function seatOf(guide: Guide): Seat | undefined {
  for (const [cooler, { dies, bond, shape }] of Object.entries(guide.parts)) {
    const [die, ...others] = dies ?? [];
    if (!die || others.length > 0 || !shape) continue;
    const lots = Object.values(guide.joints).filter(
      (joint): joint is ScrewsJoint =>
        joint.kind === "screws" &&
        joint.joins.includes(cooler) &&
        [3, 4].includes(joint.at?.length ?? 0),
    );
    const lot = lots.find(({ order }) => Array.isArray(order)) ?? lots[0];
    if (!lot?.at) continue;
    const { at } = lot;
    const x = at.reduce((sum, one) => sum + one.x, 0) / at.length;
    const y = at.reduce((sum, one) => sum + one.y, 0) / at.length;
    const isStamped = Array.isArray(lot.order) && lot.order.length === at.length;
    return {
      cooler,
      die,
      bond: bond ?? 0.05,
      screws: at.map((one) => ({ x: one.x - x, y: one.y - y })),
      stamped: isStamped ? (lot.order as readonly number[]).map((n) => n - 1) : crossOrder(at),
      isStamped,
    };
  }
  return undefined;
}

/** The stamped order, a pass after the other. */
export const stampedTurns = ({ stamped }: Seat): readonly number[] =>
  PASSES.flatMap(() => [...stamped]);

/** Paste under a cooler: put on, pressed by the screws in the order in which they are turned, judged by what it costs. */
export function pasteView(
  seat: Seat,
  pattern: Pattern,
  need: number,
  level: number,
  redo: number,
  deeds: readonly Deed[],
): PasteView {
  const deed = deeds.find(({ do: what }) => what === "press" || what === "leave");
  const shown = { kind: "paste" as const, seat, pattern, need: level <= 3 ? need : undefined };
  if (!deed) return { ...shown, pressed: undefined, outcome: undefined };
  if (deed.do !== "press") {
    return {
      ...shown,
      pressed: undefined,
      outcome: { minutes: 0, least: 0, damage: [{ type: "left" }] },
    };
  }
  const made = squeezed(seat, pattern, deed.paste, deed.turns);
  const { kelvin, over, starved, borne } = made;
  const damage: Damage[] = [];
  if (kelvin > MOST_KELVIN) {
    damage.push({ type: "starved", share: starved, kelvin });
  }
  if (over > MOST_OVER * need) damage.push({ type: "over-edge", volume: over });
  if (borne > MOST_BORNE * SCREW_FORCE * seat.screws.length) {
    damage.push({ type: "askew", newtons: borne });
  }
  return {
    ...shown,
    pressed: made,
    outcome: { minutes: damage.length > 0 ? redo : 0, least: 0, damage },
  };
}

/** What a put paste comes to under these turns; a screw that is not turned to its end is, at the last. */
export function squeezed(
  seat: Seat,
  pattern: Pattern,
  put: Put,
  turns: readonly number[],
): Pressed {
  const { die, bond } = seat;
  const plate: Plate = {
    width: die.width / 1000,
    height: die.height / 1000,
    viscosity: VISCOSITY,
    least: bond / 1000,
  };
  const begun = bedOf(plate, pattern, put);
  const bed = pressed(plate, begun, pressesOf(seat, turns, begun.gap));
  const cell = (die.width / 1000 / bed.columns) * (die.height / 1000 / bed.rows);
  let covered = 0;
  const leads = new Float64Array(bed.paste.length);
  const thickness = [...bed.paste].map((paste, i) => {
    const { x, y } = middleOfCell(bed, plate, i);
    const gap = Math.max(plate.least, gapAt(bed, x, y));
    const filled = Math.min(1, paste / gap);
    covered += filled / bed.paste.length;
    leads[i] = (cell * (filled * PASTE_LEADS + (1 - filled) * AIR_LEADS)) / gap;
    return filled > 0.5 ? Math.round(gap * 1e6) : 0;
  });
  const best = (HEAT * plate.least) / (PASTE_LEADS * plate.width * plate.height);
  const corner = (x: number, y: number): number =>
    Math.round(gapAt(bed, (x * plate.width) / 2, (y * plate.height) / 2) * 1e6);
  return {
    columns: bed.columns,
    rows: bed.rows,
    thickness,
    covered: hundredth(covered),
    starved: hundredth(1 - covered),
    over: hundredth(bed.over * 1e9),
    kelvin: Math.round(Math.max(0, hottest(plate, bed, leads) - best) * 10) / 10,
    borne: Math.round(bed.borne * 10) / 10,
    corners: [corner(-1, -1), corner(1, -1), corner(-1, 1), corner(1, 1)],
  };
}

/**
 * The hottest place of the die over its cooler, °C: heat comes evenly, spreads in the silicon and leaves through what
 * lies over each cell (Σ k·t·(T − Tₙ) + G·T = q for each cell; Gauss and Seidel's way).
 */
function hottest({ width, height }: Plate, { columns, rows }: Bed, leads: Float64Array): number {
  const spreads = SILICON_LEADS * SILICON_THICK;
  const across = spreads * (height / rows / (width / columns));
  const along = spreads * (width / columns / (height / rows));
  const heat = HEAT / leads.length;
  const even = HEAT / leads.reduce((sum, g) => sum + g, 0);
  const warm = new Float64Array(leads.length).fill(even);
  for (let sweep = 0; sweep < 4_000; sweep++) {
    let change = 0;
    for (let i = 0; i < warm.length; i++) {
      const column = i % columns;
      let [gets, gives] = [heat, leads[i]!];
      const near = (k: number, by: number): void => {
        gets += by * warm[k]!;
        gives += by;
      };
      if (column > 0) near(i - 1, across);
      if (column + 1 < columns) near(i + 1, across);
      if (i >= columns) near(i - columns, along);
      if (i + columns < warm.length) near(i + columns, along);
      const next = gets / gives;
      change = Math.max(change, Math.abs(next - warm[i]!));
      warm[i] = next;
    }
    if (change < 1e-5) break;
  }
  return Math.max(...warm);
}

const hundredth = (value: number): number => Math.round(value * 100) / 100;

/** The forces turn by turn, then all of them until it has settled. */
function pressesOf({ screws }: Seat, turns: readonly number[], begun: number): readonly Press[] {
  // A cooler can rise as far as the heads of the other screws let it.
  const stops = screws.map(({ x, y }) => ({ x: x / 1000, y: y / 1000, gap: begun + PLAY / 1000 }));
  const made = screws.map(() => 0);
  const forces = () =>
    screws.map(({ x, y }, i) => ({
      x: x / 1000,
      y: y / 1000,
      newtons: SCREW_FORCE * (made[i] === 0 ? 0 : PASSES[made[i]! - 1]!),
    }));
  const presses: Press[] = [];
  for (const screw of turns) {
    if ((made[screw] ?? PASSES.length) >= PASSES.length) continue;
    made[screw]! += 1;
    presses.push({ seconds: TURN_SECONDS, stops, forces: forces() });
  }
  made.fill(PASSES.length);
  return [...presses, { seconds: SETTLE_SECONDS, stops, forces: forces() }];
}

/** Paste as it lies before anything presses on it; what lies beside the die is over the edge at once. */
function bedOf({ width, height }: Plate, pattern: Pattern, { volume, x, y }: Put): Bed {
  const side = Math.max(width, height) / CELLS;
  const columns = Math.max(8, Math.round(width / side));
  const rows = Math.max(8, Math.round(height / side));
  const cell = (width / columns) * (height / rows);
  const whole = volume / 1e9;
  const high = DROP_HEIGHT / 1000;
  const [middleX, middleY] = [x / 1000, y / 1000];
  const isAlongX = width >= height;
  const radius = Math.sqrt(whole / (Math.PI * high));
  const half = whole / ((BEAD_WIDTH / 1000) * high) / 2;
  const isIn = (px: number, py: number): boolean => {
    const [dx, dy] = [px - middleX, py - middleY];
    if (pattern === "dot") return Math.hypot(dx, dy) <= radius;
    const [along, across] = isAlongX ? [dx, dy] : [dy, dx];
    return Math.abs(along) <= half && Math.abs(across) <= BEAD_WIDTH / 2000;
  };
  if (pattern === "spread") {
    const even = whole / (width * height);
    const paste = new Float64Array(columns * rows).fill(even);
    return { columns, rows, paste, gap: even, tiltX: 0, tiltY: 0, over: 0, borne: 0 };
  }
  const bed = { columns, rows, gap: high, tiltX: 0, tiltY: 0, over: 0, borne: 0 };
  const FINE = 6;
  const paste = new Float64Array(columns * rows).map((_, i) => {
    const middle = middleOfCell(bed, { width, height }, i);
    let inside = 0;
    for (let k = 0; k < FINE * FINE; k++) {
      const px = middle.x + (((k % FINE) + 0.5) / FINE - 0.5) * (width / columns);
      const py = middle.y + ((Math.floor(k / FINE) + 0.5) / FINE - 0.5) * (height / rows);
      if (isIn(px, py)) inside++;
    }
    return (inside / FINE ** 2) * high;
  });
  const on = paste.reduce((sum, h) => sum + h * cell, 0);
  // What a fine grid rounds is the die's; what is truly beside it is lost.
  return { ...bed, paste, over: Math.max(0, whole - on) };
}
