import { pick, seeded } from "../base/seeded.ts";
import { danger, harm, likeness, mixUp, type Screw, screwOf } from "./lookalike.ts";
import { fillTray, type TrayGrid, type TrayLot } from "./tray.ts";
import { screw } from "../../testing/screw.ts";

const lot = (id: string, length: number, more: Partial<Screw> = {}, count = 2): TrayLot => ({
  id,
  screw: screw(length, more),
  count,
});
const grid = (rows: number, columns: number, holds = 12): TrayGrid => ({ rows, columns, holds });

describe("screws that look alike", () => {
  test.each([
    [screw(5), screw(5), 1, 0],
    [screw(5), screw(6), 1, 0.7],
    [screw(5), screw(7), 0.6667, 1],
    [screw(5), screw(9), 0, 1],
    [screw(5), screw(5, { drive: "T5" }), 0, 0],
    [screw(5), screw(5, { thread: "M2.5" }), 0.7, 0.6],
    [screw(5), screw(6, { finish: "silver" }), 0.5, 0.7],
  ])("%j and %j", (a, b, alike, harmful) => {
    expect(likeness(a, b)).toBeCloseTo(alike, 3);
    expect(harm(a, b)).toBeCloseTo(harmful, 3);
    expect(danger(a, b)).toBe(danger(b, a));
  });

  test("the danger is named: the long one in the short hole, or the thread that strips", () => {
    expect(mixUp(screw(5), screw(6))).toEqual({ type: "too-long", screw: 6, hole: 5 });
    expect(mixUp(screw(5), screw(5, { thread: "M2.5" }))?.type).toBe("wrong-thread");
    expect(mixUp(screw(5), screw(5))).toBeUndefined();
  });

  test("a guide's head is a width and a shape", () => {
    const joint = {
      kind: "screws",
      joins: ["a", "b"],
      drive: "P5",
      thread: "M2",
      length: 3,
      count: 1,
    };
    expect(screwOf({ ...joint, kind: "screws", head: "5.2 flange" })).toMatchObject({
      headWidth: 5.2,
      headShape: "flange",
    });
    expect(screwOf({ ...joint, kind: "screws" })).toMatchObject({ headWidth: undefined });
  });
});

describe("a tray of cells", () => {
  test("with a cell for each lot none is shared, in the order they come out", () => {
    const tray = fillTray([lot("a", 5), lot("b", 6), lot("c", 5)], grid(1, 3));
    expect(tray).toEqual({ cells: [1, 2, 3], danger: 0, exact: true, tries: 0 });
  });

  test("with a cell too few, those share that nobody takes for each other", () => {
    const lots = [lot("a", 5), lot("b", 6), lot("c", 5, { drive: "T5" })];
    const tray = fillTray(lots, grid(1, 2))!;
    expect(tray.danger).toBe(0.001);
    expect(tray.cells[0]).not.toBe(tray.cells[1]);
  });

  test("where a danger cannot be avoided it is the least one", () => {
    const tray = fillTray([lot("a", 4), lot("b", 5), lot("c", 6.5)], grid(1, 2))!;
    expect(tray.cells[0] === tray.cells[1] || tray.cells[1] === tray.cells[2]).toBe(false);
    expect(tray.danger).toBeCloseTo(danger(screw(4), screw(6.5)), 6);
  });

  test("what lies in a cell already stays there", () => {
    const tray = fillTray([{ ...lot("a", 5), cell: 3 }, lot("b", 6), lot("c", 7)], grid(1, 3))!;
    expect(tray.cells[0]).toBe(3);
    expect(new Set(tray.cells).size).toBe(3);
  });

  test("a cell is not heaped over what it holds by sharing; no room is said", () => {
    const lots = [lot("a", 5, {}, 8), lot("b", 5, {}, 8)];
    expect(fillTray(lots, grid(1, 1, 12))).toBeUndefined();
    expect(fillTray(lots, grid(1, 2, 12))?.danger).toBe(0);
  });

  test("30 lots in 4 × 6 cells are filled exactly", () => {
    const random = seeded(30);
    const lots = Array.from({ length: 30 }, (_, i) => anyLot(i, random));
    expect(fillTray(lots, grid(4, 6))).toMatchObject({ exact: true });
  });
});

describe("the search of a tray", () => {
  /** Screws that are all alike but for length, thread and finish: hardly two of them may share a cell. */
  const alikeLots = (n: number, seed: number): readonly TrayLot[] => {
    const random = seeded(seed * 100 + n);
    return Array.from({ length: n }, (_, i) =>
      lot(
        `lot-${i}`,
        pick(random, [2, 2.5, 3, 3.5, 4, 5, 6, 7, 8]),
        {
          drive: "PH0",
          thread: pick(random, ["M2", "M2.5"]),
          finish: pick(random, ["black", "silver"]),
        },
        1 + Math.floor(6 * random()),
      ),
    );
  };
  // With a weaker bound, another order or a worse first answer the danger is the same, and more is tried.
  test.each([
    [8, grid(1, 3), 1, 1.083, 41],
    [8, grid(1, 3), 2, 0.845, 41],
    [8, grid(1, 3), 3, 0.564, 73],
    [9, grid(1, 4), 1, 0.215, 82],
    [9, grid(1, 4), 2, 0.006, 0],
    [9, grid(1, 4), 3, 0.122, 11],
    [10, grid(2, 2, 14), 1, 0.449, 79],
    [10, grid(2, 2, 14), 2, 0.426, 51],
    [10, grid(2, 3), 1, 0.12, 29],
    [12, grid(2, 3), 1, 0.007, 286],
    [12, grid(2, 3), 2, 0.007, 28],
    [12, grid(2, 3), 3, 0.634, 270],
    [12, grid(2, 4, 9), 3, 0.004, 54],
    [14, grid(2, 4), 1, 0.006, 51],
    [14, grid(2, 4), 2, 0.239, 132],
    [16, grid(3, 3, 10), 2, 0.525, 165],
    [18, grid(3, 4), 1, 0.006, 34],
  ] as const)(
    "%i lots in %j, seed %i: danger %d after %i tries at most",
    (n, cells, seed, least, tries) => {
      const tray = fillTray(alikeLots(n, seed), cells)!;
      expect(tray.danger).toBe(least);
      expect(tray.exact).toBe(true);
      expect(tray.tries).toBeLessThanOrEqual(tries);
    },
  );

  test("cells are numbered in the order in which their first lot comes out, past those that are taken", () => {
    const [first, ...others] = alikeLots(7, 1);
    const { cells } = fillTray([{ ...first!, cell: 2 }, ...others], grid(1, 4))!;
    expect(cells[0]).toBe(2);
    const met = [...new Set(cells.slice(1).filter((cell) => cell !== 2))];
    expect(met).toEqual([1, 3, 4].slice(0, met.length));
  });

  test("no lots take no cell; one lot that is more than a cell holds is heaped up alone", () => {
    expect(fillTray([], grid(1, 2))).toEqual({ cells: [], danger: 0, exact: true, tries: 0 });
    const heap = fillTray([lot("a", 5, {}, 40), lot("b", 5, {}, 1)], grid(1, 2, 12))!;
    expect(heap.cells).toEqual([1, 2]);
    expect(fillTray([lot("a", 5, {}, 40), lot("b", 5, {}, 1)], grid(1, 1, 12))).toBeUndefined();
    expect(fillTray([lot("a", 5, {}, 6), lot("b", 5, {}, 6)], grid(1, 1, 12))?.cells).toEqual([
      1, 1,
    ]);
  });
});

function anyLot(i: number, random: () => number): TrayLot {
  const more = {
    drive: pick(random, ["PH0", "PH1", "T5"]),
    thread: pick(random, ["M2", "M2.5"]),
    finish: pick(random, ["black", "silver"]),
  };
  return lot(
    `lot-${i}`,
    pick(random, [2, 2.5, 3, 3.5, 4, 5, 6, 7, 8]),
    more,
    1 + Math.floor(6 * random()),
  );
}

/** Every way of filling the cells. */
function leastDanger(lots: readonly TrayLot[], { rows, columns, holds }: TrayGrid): number {
  let best = Infinity;
  const at: number[] = [];
  const go = (cost: number): void => {
    if (at.length === lots.length) {
      best = Math.min(best, cost);
      return;
    }
    const i = at.length;
    for (let c = 0; c < rows * columns; c++) {
      const mates = [...lots.keys()].filter((k) => at[k] === c);
      const held = mates.reduce((sum, k) => sum + lots[k]!.count, 0);
      if (held > 0 && held + lots[i]!.count > holds) continue;
      at.push(c);
      go(cost + mates.reduce((sum, k) => sum + danger(lots[i]!.screw, lots[k]!.screw), 0));
      at.pop();
    }
  };
  go(0);
  return best;
}

test.each(Array.from({ length: 80 }, (_, i) => i + 1))("no filling is safer: seed %i", (seed) => {
  const random = seeded(seed);
  const lots = Array.from({ length: 2 + Math.floor(5 * random()) }, (_, i) => anyLot(i, random));
  const small = grid(1, 1 + Math.floor(4 * random()), pick(random, [6, 12, 30]));
  const tray = fillTray(lots, small);
  const least = leastDanger(lots, small);
  if (!tray) return expect(least).toBe(Infinity);
  expect(tray.exact).toBe(true);
  expect(tray.danger).toBeCloseTo(least, 6);
});
