import { adapterState, packState, readAdapter, readPack } from "./index.ts";

const pack = {
  design: 48,
  full: 45,
  cycles: 100,
  celsius: 25,
  cells: [3.9, 3.91, 3.9],
} as const;

test("a pack that is well crosses no line; its hours are by the machine's own watts", () => {
  expect(packState({ ...pack, watts: 9 })).toEqual({
    verdict: "healthy",
    wear: 6,
    hours: 5,
    resistance: undefined,
    reasons: [],
  });
});

test.each([
  ["80 % is healthy still", { full: 0.8 * 48 }, "healthy", []],
  ["under 80 % is worn", { full: 38 }, "worn", ["capacity-low"]],
  ["under 60 % is replaced", { full: 28 }, "replace", ["capacity-gone"]],
  ["800 cycles are not many", { cycles: 800 }, "healthy", []],
  ["801 are", { cycles: 801 }, "worn", ["cycles-many"]],
  ["a dead cell", { cells: [3.9, 2.4, 3.9] }, "replace", ["cell-dead", "cells-apart"]],
  ["a cell that is over", { cells: [4.5, 4.4, 4.4] }, "unsafe", ["cell-high"]],
  ["cells apart", { cells: [3.9, 3.7, 3.9] }, "replace", ["cells-apart"]],
  ["hot", { celsius: 61 }, "unsafe", ["too-hot"]],
  ["cold: it is read again", { celsius: -1 }, "worn", ["too-cold"]],
  ["swollen, however well it reads", { seen: ["swollen"] }, "unsafe", ["seen"]],
  ["nothing read by cell", { cells: [] }, "healthy", []],
] as const)("%s", (_, more, verdict, lines) => {
  const state = packState({ ...pack, ...more });
  expect(state.verdict).toBe(verdict);
  expect(state.reasons.map(({ line }) => line)).toEqual(lines);
  for (const { source } of state.reasons) expect(source).not.toBe("");
});

test("its inner resistance is what the volts fall by for each amp more", () => {
  const loads = [
    { volts: 11.7, amps: 0.5 },
    { volts: 11.4, amps: 2.5 },
  ] as const;
  expect(packState({ ...pack, loads }).resistance).toBe(150);
  const weak = [loads[0], { volts: 10.5, amps: 2.5 }] as const;
  expect(packState({ ...pack, loads: weak })).toMatchObject({
    resistance: 600,
    verdict: "replace",
    reasons: [{ line: "resistance-high", read: 600, limit: 450 }],
  });
  expect(packState({ ...pack, loads: [loads[0], loads[0]] }).resistance).toBeUndefined();
});

const needs = { volts: 19.5, amps: 3.34, plug: "4.5 × 3.0 mm", centre: "plus" } as const;
test.each([
  ["the same", {}, "fits", []],
  ["more amps", { amps: 6.7 }, "fits", []],
  ["20 for 19.5 V", { volts: 20 }, "fits", []],
  ["fewer amps", { amps: 2.31 }, "slow", ["amps-short"]],
  ["another plug", { plug: "5.5x2.5" }, "no", ["wrong-plug"]],
  ["the same plug, otherwise written", { plug: "4.5x3.0" }, "fits", []],
  ["turned round", { centre: "minus" }, "no", ["wrong-polarity"]],
  ["too many volts", { volts: 24 }, "no", ["volts-high"]],
  ["too few", { volts: 12, amps: 6 }, "no", ["volts-low"]],
] as const)("an adapter: %s", (_, more, verdict, faults) => {
  const state = adapterState({ ...needs, ...more }, needs);
  expect(state.verdict).toBe(verdict);
  expect(state.faults.map(({ type }) => type)).toEqual(faults);
});

test("over USB-C the volts are agreed on: only the watts count", () => {
  const usb = { volts: 20, amps: 3.25, plug: "USB-C" };
  expect(adapterState({ ...usb, volts: 15, amps: 3 }, usb)).toMatchObject({
    verdict: "slow",
    gives: 45,
    needs: 65,
  });
  expect(adapterState({ volts: 28, amps: 5, plug: "usb c" }, usb).verdict).toBe("fits");
});

test("what no pack and no adapter can be is not read", () => {
  expect(readPack(pack).ok).toBe(true);
  expect(readPack({ ...pack, design: 0 }).ok).toBe(false);
  expect(readPack({ ...pack, cells: [9] }).ok).toBe(false);
  expect(readPack({ ...pack, loads: [{ volts: 11, amps: 1 }] }).ok).toBe(false);
  expect(readAdapter({ has: needs, needs }).ok).toBe(true);
  expect(readAdapter({ has: needs, needs: { ...needs, centre: "both" } }).ok).toBe(false);
});
