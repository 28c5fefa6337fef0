import fc from "fast-check";
import { danger, harm, likeness, mixUp, type Screw, threadMm } from "./lookalike.ts";
import { crossOrder, tighteningPasses, torqueFor } from "./tighten.ts";
import { fillTray, type TrayLot } from "./tray.ts";
import { whichScrew } from "./which.ts";
import { screw } from "../../testing/screw.ts";

describe("how alike two screws are, and what it does when they change places", () => {
  test.each<[string, Screw, Screw, number, number, number]>([
    ["alike in all", screw(5), screw(5), 1, 0, 0.001],
    ["a millimetre apart", screw(5), screw(6), 1, 0.7, 0.7],
    ["a quarter apart", screw(5), screw(5.25), 1, 0.475, 0.475],
    ["less than a quarter", screw(5), screw(5.24), 1, 0, 0.001],
    ["two apart", screw(5), screw(7), 0.6667, 1, 0.667],
    ["three apart", screw(5), screw(8), 0.3333, 1, 0.333],
    ["more than three", screw(5), screw(8.01), 0, 1, 0.001],
    ["another drive", screw(5), screw(6, { drive: "T5" }), 0, 0.7, 0.001],
    ["another thread", screw(5), screw(5, { thread: "M2.5" }), 0.7, 0.6, 0.42],
    ["another thread, longer", screw(5), screw(6, { thread: "M2.5" }), 0.7, 0.7, 0.49],
    ["another finish", screw(5), screw(6, { finish: "silver" }), 0.5, 0.7, 0.35],
    ["a finish that is not known", screw(5), screw(6, { finish: undefined }), 1, 0.7, 0.7],
    ["another head", screw(5), screw(6, { headShape: "flat" }), 0.4, 0.7, 0.28],
    ["a head a millimetre wider", screw(5), screw(6, { headWidth: 5 }), 0.4, 0.7, 0.28],
    ["a head a little wider", screw(5), screw(6, { headWidth: 4.9 }), 1, 0.7, 0.7],
    ["a head that is not known", screw(5), screw(6, { headWidth: undefined }), 1, 0.7, 0.7],
  ])("%s", (_, a, b, alike, harmful, dangerous) => {
    for (const [x, y] of [
      [a, b],
      [b, a],
    ] as const) {
      expect(likeness(x, y)).toBeCloseTo(alike, 3);
      expect(harm(x, y)).toBeCloseTo(harmful, 6);
      expect(danger(x, y)).toBe(dangerous);
    }
  });
  test("what happens is told from the longer one, whichever comes first", () => {
    expect(mixUp(screw(6), screw(5))).toEqual({ type: "too-long", screw: 6, hole: 5 });
    expect(mixUp(screw(5), screw(6))).toEqual({ type: "too-long", screw: 6, hole: 5 });
    expect(mixUp(screw(5), screw(5.25))).toEqual({ type: "too-long", screw: 5.25, hole: 5 });
    expect(mixUp(screw(5), screw(5.1, { thread: "M2.5" }))).toEqual({
      type: "wrong-thread",
      threads: ["M2", "M2.5"],
    });
    expect(mixUp(screw(5), screw(5))).toBeUndefined();
    expect(mixUp(screw(5), screw(9))).toBeUndefined();
  });
  test.each([
    ["M2.5", 2.5],
    ["m3", 3],
    ["M1.6", 1.6],
  ])("%s is %d mm", (thread, mm) => expect(threadMm(thread)).toBe(mm));
});

describe("the order of tightening", () => {
  const spots = (...all: readonly (readonly [number, number])[]) => all.map(([x, y]) => ({ x, y }));
  test.each<[string, ReturnType<typeof spots>, readonly number[]]>([
    ["none", [], []],
    ["one", spots([3, 3]), [0]],
    ["two", spots([0, 0], [9, 0]), [0, 1]],
    ["the corners of a wide rectangle", spots([0, 0], [20, 0], [20, 10], [0, 10]), [0, 2, 3, 1]],
    ["a square", spots([0, 0], [10, 0], [10, 10], [0, 10]), [0, 2, 1, 3]],
    ["a square, begun at another corner", spots([10, 10], [0, 10], [0, 0], [10, 0]), [0, 2, 1, 3]],
    [
      "six round a circle",
      spots([10, 0], [5, 9], [-5, 9], [-10, 0], [-5, -9], [5, -9]),
      [0, 3, 1, 4, 2, 5],
    ],
  ])("%s", (_, at, order) => {
    expect(crossOrder(at)).toEqual(order);
  });
  test("is every screw once, and each is the most nearly opposite of those left", () => {
    const spot = fc.record({
      x: fc.integer({ min: 0, max: 99 }),
      y: fc.integer({ min: 0, max: 99 }),
    });
    fc.assert(
      fc.property(fc.array(spot, { minLength: 1, maxLength: 9 }), (at) => {
        const order = crossOrder(at);
        expect([...order].sort((a, b) => a - b)).toEqual([...at.keys()]);
        const mx = at.reduce((sum, { x }) => sum + x, 0) / at.length;
        const my = at.reduce((sum, { y }) => sum + y, 0) / at.length;
        const turn = (i: number, k: number): number => {
          const [a, b] = [at[i]!, at[k]!];
          const off = Math.abs(Math.atan2(a.y - my, a.x - mx) - Math.atan2(b.y - my, b.x - mx));
          return Math.min(off, 2 * Math.PI - off);
        };
        for (let i = 1; i < order.length; i++) {
          const most = Math.max(...order.slice(i).map((k) => turn(order[i - 1]!, k)));
          expect(turn(order[i - 1]!, order[i]!)).toBeCloseTo(most, 5);
        }
      }),
      { seed: 7 },
    );
  });
  test.each([
    [2, false, ["start-and-tighten"]],
    [2, true, ["start-and-tighten"]],
    [3, false, ["start", "tighten"]],
    [3, true, ["start", "touch", "tighten-again"]],
  ] as const)("%d screws, cooler %s: %j", (count, isCooler, passes) => {
    const order = Array.from({ length: count }, (_, i) => i);
    const made = tighteningPasses(order, isCooler);
    expect(made.map(({ does }) => does)).toEqual(passes);
    for (const pass of made) expect(pass.order).toEqual(order);
  });
  test.each([
    ["M1.2", 0.02, 0.04],
    ["M1.6", 0.05, 0.09],
    ["M2", 0.1, 0.19],
    ["M2.5", 0.21, 0.39],
    ["M3", 0.37, 0.7],
  ])("%s takes %d to %d N·m", (thread, low, high) => {
    expect(torqueFor(thread)).toEqual({ low, high });
  });
  test("a thread that is not listed has no torque", () => {
    expect(torqueFor("M7")).toBeUndefined();
  });
});

describe("the tray", () => {
  const lot = (id: string, length: number, count = 2, cell?: number): TrayLot => ({
    id,
    screw: screw(length),
    count,
    ...(cell === undefined ? {} : { cell }),
  });
  test("every cell is used before two lots share, the last one too", () => {
    for (const [rows, columns] of [
      [1, 1],
      [2, 3],
      [4, 6],
    ] as const) {
      const lots = Array.from({ length: rows * columns }, (_, i) => lot(`l${i}`, 5));
      const tray = fillTray(lots, { rows, columns, holds: 12 });
      expect(tray).toMatchObject({ cells: lots.map((_, i) => i + 1), danger: 0, exact: true });
    }
  });
  test("one lot more than cells: just one pair shares, the least dangerous", () => {
    const lots = [lot("a", 3), lot("b", 5), lot("c", 8.5), lot("d", 5.1)];
    const tray = fillTray(lots, { rows: 1, columns: 3, holds: 12 })!;
    const pairs = tray.cells.filter((cell, i) => tray.cells.indexOf(cell) !== i);
    expect(pairs).toHaveLength(1);
    expect(tray.danger).toBe(0.001);
  });
  test("a lot that is more than a cell holds is heaped up alone, and shares with none", () => {
    const lots = [lot("a", 5, 40), lot("b", 9, 1), lot("c", 2, 1)];
    const tray = fillTray(lots, { rows: 1, columns: 2, holds: 12 })!;
    expect(tray.cells).toEqual([1, 2, 2]);
    expect(
      fillTray([lot("a", 5, 40), lot("b", 9, 1)], { rows: 1, columns: 1, holds: 12 }),
    ).toBeUndefined();
    expect(
      fillTray([lot("a", 5, 6), lot("b", 9, 6)], { rows: 1, columns: 1, holds: 12 }),
    ).toBeDefined();
    expect(
      fillTray([lot("a", 5, 6), lot("b", 9, 7)], { rows: 1, columns: 1, holds: 12 }),
    ).toBeUndefined();
  });
  test("lots that lie keep their cells, and what comes fills the first free ones in order", () => {
    const lots = [lot("a", 5, 2, 2), lot("b", 6), lot("c", 7), lot("d", 8, 2, 4)];
    expect(fillTray(lots, { rows: 2, columns: 2, holds: 12 })).toMatchObject({
      cells: [2, 1, 3, 4],
      danger: 0,
      exact: true,
    });
    const heaped = [lot("a", 5, 2, 1), lot("b", 6, 2, 1)];
    expect(fillTray(heaped, { rows: 1, columns: 2, holds: 12 })!.danger).toBeCloseTo(0.7, 6);
  });
  test("no lots, an empty tray", () => {
    expect(fillTray([], { rows: 2, columns: 2, holds: 3 })).toMatchObject({
      cells: [],
      danger: 0,
      exact: true,
    });
  });
});

describe("which screw this is", () => {
  const lots = [
    { id: "long", screw: screw(6), wanting: 0, count: 4 },
    { id: "short", screw: screw(4), wanting: 0, count: 4 },
    { id: "five", screw: screw(6, { drive: "T5" }), wanting: 1, count: 2 },
  ];
  test("by its length; lots that want one come first", () => {
    const found = whichScrew(lots, { length: 6.02 }, 0.1);
    expect(found.map(({ id }) => id)).toEqual(["five", "long"]);
    expect(found[0]).toMatchObject({ isShort: true, off: 0.02 });
    expect(found[1]).toMatchObject({ isShort: false, off: 0.02 });
    expect(found[1]!.chance).toBeCloseTo(2 / 3, 3);
  });
  test("by its drive, which may be misread", () => {
    const found = whichScrew(lots, { length: 6, drive: "PH0" }, 0.1);
    expect(found.map(({ id, chance }) => [id, chance.toFixed(3)])).toEqual([
      ["five", "0.010"],
      ["long", "0.990"],
    ]);
  });
  test("nothing measured: each lot by how many screws it has, by id where alike", () => {
    const found = whichScrew(lots, {}, 0.1);
    expect(found.map(({ id }) => id)).toEqual(["five", "long", "short"]);
    expect(found.map(({ off }) => off)).toEqual([undefined, undefined, undefined]);
    expect(found.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
  });
  test("a length that is nobody's names nobody", () => {
    expect(whichScrew(lots, { length: 20 }, 0.1)).toEqual([]);
    expect(whichScrew([], { length: 6 }, 0.1)).toEqual([]);
  });
  test("a head that differs tells lots apart; the caliper's tolerance widens the choice", () => {
    const heads = [
      { id: "wide", screw: screw(6, { headWidth: 6 }), wanting: 0, count: 1 },
      { id: "slim", screw: screw(6, { headWidth: 4 }), wanting: 0, count: 1 },
      { id: "bare", screw: screw(6, { headWidth: undefined }), wanting: 0, count: 1 },
    ];
    expect(whichScrew(heads, { headWidth: 6 }, 0.1).map(({ id }) => id)).toEqual(["bare", "wide"]);
    const near = [
      { id: "six", screw: screw(6), wanting: 0, count: 1 },
      { id: "seven", screw: screw(7), wanting: 0, count: 1 },
    ];
    expect(whichScrew(near, { length: 6.3 }, 0.1).map(({ id }) => id)).toEqual(["six"]);
    expect(whichScrew(near, { length: 6.45 }, 1).map(({ id }) => id)).toEqual(["six", "seven"]);
  });
});
