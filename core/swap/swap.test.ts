import type { DriveSlot } from "../guide/index.ts";
import { compareCodes, driveHindrances, memoryFit } from "./fit.ts";
import { padFor, pasteFor, schoolsOf } from "./paste.ts";

const die = (width: number, height: number) => ({ name: "die", width, height });

describe("paste: die area × joint thickness × 1.3", () => {
  // width, height, thickness mm → volume mm³, dot mm, bead mm
  test.each([
    [10, 12, 0.05, 7.8, 3.1, 5],
    [20, 10, 0.05, 13, 3.7, 8.3],
    [8, 8, 0.1, 8.3, 3.2, 5.3],
  ])("%d × %d at %d", (width, height, thick, volume, dot, bead) => {
    expect(pasteFor(die(width, height), thick)).toEqual({ volume, dot, bead });
  });

  test("the dot and the bead hold the volume", () => {
    for (const [w, h] of [
      [6, 9],
      [14, 11],
      [25, 18],
    ] as const) {
      const { volume, dot, bead } = pasteFor(die(w, h), 0.06);
      expect((Math.PI * dot ** 3) / 12 / volume).toBeCloseTo(1, 0);
      expect(((Math.PI * 4) / 8) * (bead / volume)).toBeCloseTo(1, 1);
    }
  });

  test("each school is told what its habit makes of this die", () => {
    const ratios = (w: number, h: number) => schoolsOf(die(w, h), 0.05).map(({ ratio }) => ratio);
    expect(ratios(10, 12)[0]).toBeCloseTo(0.91, 2);
    expect(ratios(10, 12)[1]).toBeCloseTo(4.2, 1);
    expect(ratios(25, 20)[0]).toBeCloseTo(0.22, 2);
    expect(schoolsOf(die(10, 12), 0.05)[2]).toMatchObject({ volume: 24 });
  });
});

describe("pads: gap ÷ (1 − compression)", () => {
  test.each([
    [1, 0.25, 1.33, 1.25, 0.2],
    [0.7, 0.3, 1, 1, 0.3],
    [1.5, 0.2, 1.88, 2, 0.25],
    [0.4, 0.2, 0.5, 0.5, 0.2],
  ])("gap %d at %d", (gap, compression, wanted, stock, pressed) => {
    expect(padFor(gap, compression)).toMatchObject({ wanted, stock, compression: pressed });
  });
  test("a pad that does not touch, or lifts the cooler, shows in its compression", () => {
    expect(padFor(4, 0.1).compression).toBeLessThan(0);
    expect(padFor(0.2, 0.1).compression).toBeGreaterThan(0.5);
  });
});

describe("what fits", () => {
  const slot: DriveSlot = { lengths: [42, 80], key: "M", buses: ["NVMe"], standoff: 80 };
  test("a drive is held by length, key, bus and standoff", () => {
    expect(driveHindrances(slot, { length: 80, key: "M", bus: "NVMe" })).toEqual([]);
    expect(driveHindrances(slot, { length: 42, key: "B+M", bus: "NVMe" })).toEqual([
      { type: "standoff", from: 80, to: 42 },
    ]);
    expect(driveHindrances(slot, { length: 60, key: "B", bus: "SATA" })).toHaveLength(3);
  });

  test("memory: generation, slots, maximum, speed", () => {
    const facts = { generation: "DDR4", speed: 2666, soldered: 4, slots: 1, most: 20 };
    const module = { generation: "DDR4", speed: 3200, size: 16 };
    expect(memoryFit(facts, [module])).toMatchObject({ against: [], total: 20, speed: 2666 });
    expect(memoryFit(facts, [{ ...module, size: 32 }]).against).toEqual([
      { type: "too-much", total: 36, most: 20 },
    ]);
    expect(memoryFit(facts, [module, module]).against[0]).toMatchObject({
      type: "slots",
      modules: 2,
    });
    expect(memoryFit(facts, [{ ...module, generation: "DDR5" }]).against).toEqual([
      { type: "generation", module: "DDR5", slot: "DDR4" },
    ]);
    expect(memoryFit(facts, [{ ...module, speed: 2133 }]).remarks).toContainEqual({
      type: "slows-all",
      speed: 2133,
    });
    const two = { ...facts, slots: 2, soldered: 0, most: 64 };
    expect(memoryFit(two, [module, { ...module, size: 8 }]).remarks).toEqual([
      { type: "held-back", speed: 2666 },
      { type: "unlike-modules" },
    ]);
  });

  test.each([
    ["TN-B41", "tn b41", "same"],
    ["TN-B41A", "TN-B41B", "revision"],
    ["TN-B41", "TN-B5", "other"],
  ])("codes %s and %s: %s", (a, b, match) => {
    expect(compareCodes(a, b)).toBe(match);
  });
});
