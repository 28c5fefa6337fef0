import { pick, seeded } from "../base/seeded.ts";
import type { Screw } from "./lookalike.ts";
import { crossOrder, tighteningPasses } from "./tighten.ts";
import { whichScrew } from "./which.ts";

const screw = (drive: string, length: number, headWidth: number): Screw => ({
  drive,
  thread: "M2",
  length,
  headWidth,
  headShape: "pan",
  finish: "black",
});
const lots = [
  { id: "base", screw: screw("PH0", 5, 4.5), count: 6, wanting: 0 },
  { id: "fan", screw: screw("PH0", 4, 4.5), count: 2, wanting: 0 },
  { id: "board", screw: screw("T5", 4, 3.5), count: 4, wanting: 0 },
];

describe("which screw is this", () => {
  test("its length and drive name the lot", () => {
    const [first, ...rest] = whichScrew(lots, { length: 4.05, drive: "PH0" }, 0.1);
    expect(first).toMatchObject({ id: "fan", off: 0.05 });
    expect(first!.chance).toBeGreaterThan(0.9);
    expect(rest.map(({ id }) => id)).not.toContain("base");
  });

  test("lots that want a screw come first, though another is likelier", () => {
    const short = lots.map((lot) => ({ ...lot, wanting: lot.id === "board" ? 1 : 0 }));
    const found = whichScrew(short, { length: 4 }, 0.1);
    expect(found.map(({ id, isShort }) => [id, isShort])).toEqual([
      ["board", true],
      ["fan", false],
    ]);
  });

  test("a screw that fits no lot is of none; without a reading all are possible", () => {
    expect(whichScrew(lots, { length: 12 }, 0.1)).toEqual([]);
    expect(whichScrew(lots, {}, 0.1).map(({ id }) => id)).toEqual(["base", "board", "fan"]);
  });

  test("noisy readings name the right lot nearly always, and always among those named", () => {
    const random = seeded(4);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let right = 0;
    for (let i = 0; i < 400; i++) {
      const lot = pick(random, lots);
      const length = lot.screw.length + 0.1 * normal();
      const headWidth = lot.screw.headWidth! + 0.1 * normal();
      const found = whichScrew(lots, { length, headWidth, drive: lot.screw.drive }, 0.1);
      expect(found.map(({ id }) => id)).toContain(lot.id);
      if (found[0]!.id === lot.id) right += 1;
      expect(found.reduce((sum, { chance }) => sum + chance, 0)).toBeLessThanOrEqual(1 + 1e-9);
    }
    expect(right).toBeGreaterThan(390);
  });
});

describe("tightening", () => {
  const at = (x: number, y: number) => ({ x, y });
  test.each([
    ["four corners", [at(0, 0), at(10, 0), at(10, 8), at(0, 8)], [0, 2, 3, 1]],
    ["one", [at(3, 3)], [0]],
    ["none", [], []],
    ["three", [at(0, 0), at(10, 0), at(5, 8)], [0, 1, 2]],
  ])("%s", (_, spots, order) => {
    const given = crossOrder(spots);
    expect([...given].sort()).toEqual([...order].sort());
    if (spots.length === 4) expect(given).toEqual(order);
  });

  test("on a ring each second one lies opposite the one before", () => {
    for (const n of [6, 8, 10]) {
      const ring = Array.from({ length: n }, (_, i) =>
        at(Math.cos((2 * Math.PI * i) / n), Math.sin((2 * Math.PI * i) / n)),
      );
      const order = crossOrder(ring);
      expect(new Set(order).size).toBe(n);
      for (let i = 0; i + 1 < n; i += 2) {
        expect(Math.abs(order[i]! - order[i + 1]!)).toBe(n / 2);
      }
    }
  });

  test("coolers are tightened in three passes, two screws in one", () => {
    expect(tighteningPasses([0, 2, 1, 3], true)).toHaveLength(3);
    expect(tighteningPasses([0, 2, 1, 3], false)).toHaveLength(2);
    expect(tighteningPasses([0, 1], true)).toHaveLength(1);
  });
});
