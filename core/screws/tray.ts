import { danger, type Screw } from "./lookalike.ts";

export interface TrayLot {
  readonly id: string;
  readonly screw: Screw;
  readonly count: number;
  /** A cell it lies in already: it stays there. 1-based. */
  readonly cell?: number;
}

export interface TrayGrid {
  readonly rows: number;
  readonly columns: number;
  /** Screws that one cell holds. */
  readonly holds: number;
}

export interface Tray {
  /** The cell of each lot, 1-based along the rows, in the order the lots were given. */
  readonly cells: readonly number[];
  /** Σ of the dangers of all pairs that share a cell. */
  readonly danger: number;
  /** Whether no other way of filling the cells has less danger. */
  readonly exact: boolean;
  /** Part-filled trays that were looked at: what the bound and the first answer are worth. */
  readonly tries: number;
}

const BUDGET = 60_000;

/**
 * Puts lots into the cells of a tray, in the order they come out: the first lot in the first cell, so
 * that on the way back the last cells are emptied first. With a cell for each lot none is shared.
 * With fewer, lots share so that the danger of all pairs in one cell is least: depth-first with a
 * bound (what the lots still to be put in cost at least, less those that can have a free cell),
 * from a first answer that was bettered by moving single lots. A lot that is more than a cell holds
 * is heaped up: cells hold by `holds` only where lots share. Undefined when a lot finds no room.
 */
export function fillTray(lots: readonly TrayLot[], grid: TrayGrid): Tray | undefined {
  return new Filling(lots, grid).run();
}

class Filling {
  private readonly cellCount: number;
  private readonly pair: readonly Float64Array[];
  private readonly order: readonly number[];
  private best: readonly number[] | undefined;
  private bestDanger = Infinity;
  private nodes = 0;
  private readonly floor: number;

  constructor(
    private readonly lots: readonly TrayLot[],
    private readonly grid: TrayGrid,
  ) {
    this.cellCount = grid.rows * grid.columns;
    this.pair = lots.map((a) =>
      Float64Array.from(lots, (b) => (a === b ? 0 : danger(a.screw, b.screw))),
    );
    this.floor = this.leastPairs() * this.leastDanger();
    const sum = (i: number): number => this.pair[i]!.reduce((total, d) => total + d, 0);
    this.order = [...lots.keys()]
      .filter((i) => lots[i]!.cell === undefined)
      .sort((a, b) => sum(b) - sum(a) || a - b);
  }

  run(): Tray | undefined {
    const cells = new Int16Array(this.lots.length).fill(-1);
    for (const [i, { cell }] of this.lots.entries()) if (cell !== undefined) cells[i] = cell - 1;
    this.offer(this.greedy(cells.slice()));
    this.descend(cells, 0, this.total(cells));
    if (!this.best) return undefined;
    return {
      cells: this.inOrder(this.best),
      danger: Math.round(this.bestDanger * 1e6) / 1e6,
      exact: this.nodes <= BUDGET,
      tries: this.nodes,
    };
  }

  /** Pairs that share a cell when the lots are spread as evenly as can be: no way has fewer. */
  private leastPairs(): number {
    const small = Math.floor(this.lots.length / this.cellCount);
    const heaped = this.lots.length % this.cellCount;
    const pairs = (lots: number): number => (lots * (lots - 1)) / 2;
    return heaped * pairs(small + 1) + (this.cellCount - heaped) * pairs(small);
  }

  private leastDanger(): number {
    let least = Infinity;
    for (const [i, row] of this.pair.entries()) {
      for (let k = 0; k < i; k++) least = Math.min(least, row[k]!);
    }
    return least === Infinity ? 0 : least;
  }

  private total(cells: Int16Array): number {
    let sum = 0;
    for (let i = 0; i < cells.length; i++) {
      for (let k = 0; k < i; k++)
        if (cells[i]! >= 0 && cells[i] === cells[k]) sum += this.pair[i]![k]!;
    }
    return sum;
  }

  private costOf(cells: Int16Array, lot: number, cell: number): number {
    let sum = 0;
    let held = 0;
    for (let k = 0; k < cells.length; k++) {
      if (k === lot || cells[k] !== cell) continue;
      sum += this.pair[lot]![k]!;
      held += this.lots[k]!.count;
    }
    const isFull = held > 0 && held + this.lots[lot]!.count > this.grid.holds;
    return isFull ? Infinity : sum;
  }

  /** Empty cells are all alike: only the first of them is tried. */
  private choices(cells: Int16Array): readonly number[] {
    const used = new Set(cells);
    const all = Array.from({ length: this.cellCount }, (_, c) => c);
    const empty = all.find((c) => !used.has(c));
    return all.filter((c) => used.has(c) || c === empty);
  }

  private greedy(cells: Int16Array): Int16Array | undefined {
    const cheapest = (lot: number): number | undefined => {
      const ranked = this.choices(cells).map((c) => ({ c, cost: this.costOf(cells, lot, c) }));
      const best = ranked.reduce((a, b) => (b.cost < a.cost ? b : a));
      return best.cost === Infinity ? undefined : best.c;
    };
    for (const lot of this.order) {
      const cell = cheapest(lot);
      if (cell === undefined) return undefined;
      cells[lot] = cell;
    }
    for (let again = true, round = 0; again && round < 50; round++) {
      again = false;
      for (const lot of this.order) {
        const now = this.costOf(cells, lot, cells[lot]!);
        const cell = cheapest(lot);
        if (cell === undefined || this.costOf(cells, lot, cell) >= now - 1e-9) continue;
        cells[lot] = cell;
        again = true;
      }
    }
    return cells;
  }

  private offer(cells: Int16Array | undefined): void {
    if (!cells) return;
    const sum = this.total(cells);
    if (sum >= this.bestDanger - 1e-9) return;
    this.best = [...cells];
    this.bestDanger = sum;
  }

  private descend(cells: Int16Array, depth: number, cost: number): void {
    if (this.bestDanger <= this.floor + 1e-9) return;
    if (++this.nodes > BUDGET || cost >= this.bestDanger - 1e-9) return;
    if (depth === this.order.length) return this.offer(cells);
    if (cost + this.owed(cells, depth) >= this.bestDanger - 1e-9) return;
    const lot = this.order[depth]!;
    const ranked = this.choices(cells)
      .map((c) => ({ c, more: this.costOf(cells, lot, c) }))
      .sort((a, b) => a.more - b.more || a.c - b.c);
    for (const { c, more } of ranked) {
      if (cost + more >= this.bestDanger - 1e-9) return;
      cells[lot] = c;
      this.descend(cells, depth + 1, cost + more);
      cells[lot] = -1;
    }
  }

  /**
   * What the lots still to be put in cost at least: each that is not the first in a free cell lies beside
   * one that is there or still to come; the free cells take the dearest.
   */
  private owed(cells: Int16Array, depth: number): number {
    const used = new Set(cells);
    used.delete(-1);
    const left = this.order.slice(depth);
    const shared = left.map((lot) => {
      let least = Infinity;
      for (const other of left) if (other !== lot) least = Math.min(least, this.pair[lot]![other]!);
      for (const c of used) least = Math.min(least, this.costOf(cells, lot, c));
      return least;
    });
    const free = this.cellCount - used.size;
    return shared
      .sort((a, b) => b - a)
      .slice(free)
      .reduce((sum, least) => sum + least, 0);
  }

  /** Cells that nothing fixed are numbered anew, in the order in which their first lot comes out. */
  private inOrder(cells: readonly number[]): readonly number[] {
    const taken = new Set(this.lots.flatMap(({ cell }) => (cell === undefined ? [] : [cell - 1])));
    const free = Array.from({ length: this.cellCount }, (_, c) => c).filter((c) => !taken.has(c));
    const renamed = new Map([...taken].map((c) => [c, c]));
    for (const cell of cells)
      if (!renamed.has(cell)) renamed.set(cell, free[renamed.size - taken.size]!);
    return cells.map((cell) => renamed.get(cell)! + 1);
  }
}
