import {
  batteryState,
  GOOD_MACHINE,
  parseCaliperLine,
  parseGaugeLine,
  type ProbeMachine,
  simulatedCaliper,
  simulatedGauge,
  simulatedProbe,
  simulatedScanner,
} from "../devices/index.ts";
import { judgeCode } from "../swap/index.ts";
import { soakFacts, soakFaults } from "./soak.ts";

function run(seed: number, more: Partial<ProbeMachine> = {}) {
  const probe = simulatedProbe(seed, { ...GOOD_MACHINE, ...more });
  return soakFacts(Array.from({ length: 180 }, probe))!;
}
const kinds = (...args: Parameters<typeof soakFaults>) =>
  soakFaults(...args).map(({ what }) => what);

describe("a soak", () => {
  test("the settled rise for each watt is what the machine has", () => {
    for (const resistance of [1.2, 1.4, 2]) {
      expect(run(3, { resistance }).perWatt).toBeCloseTo(resistance, 1);
    }
  });
  test("a good machine has no fault, whatever the seed", () => {
    for (let seed = 1; seed <= 30; seed++)
      expect(kinds(run(seed), run(seed + 50), true)).toEqual([]);
  });
  test("paste worse than before points at paste, pad, screw order, fan plug", () => {
    const faults = soakFaults(run(1, { resistance: 1.7 }), run(2), true);
    expect(faults.map(({ what }) => what)).toEqual(["worse"]);
    expect(faults[0]!.causes).toEqual(["paste", "pad", "cooler-screws", "fan-plug"]);
  });
  test("a fan that stands still is named first", () => {
    const faults = soakFaults(run(1, { fanRpm: 0, watts: 35 }), run(2), true);
    expect(faults.map(({ what }) => what)).toEqual(["fan", "heat", "worse"]);
    expect(faults[1]!.causes[0]).toBe("fan-plug");
    expect(kinds(run(1, { fanRpm: 0, resistance: 0.8 }), undefined, false)).toEqual([]);
  });
  test("memory errors count, however few", () => {
    expect(kinds(run(1, { memoryFaults: 3 }), undefined, true)).toEqual(["memory"]);
  });
  test("too short a run says nothing; the same seed gives the same run", () => {
    expect(soakFacts([])).toBeUndefined();
    expect(run(7)).toEqual(run(7));
  });
});

describe("stand-ins", () => {
  test.each([
    ["4.02 mm\r", 4.02],
    [" 4,5mm", 4.5],
    ["0.1575 in", undefined],
    ["0.157 in", 3.99],
    ["hello", undefined],
    ["", undefined],
  ])("a caliper's line %j reads %s", (line, mm) => {
    expect(parseCaliperLine(line)).toBe(mm);
  });
  test("the simulated caliper is read back within its tolerance", () => {
    const send = simulatedCaliper(5, 0.1);
    for (let i = 0; i < 100; i++) {
      const mm = parseCaliperLine(send(4))!;
      expect(Math.abs(mm - 4)).toBeLessThanOrEqual(0.105);
    }
  });
  test("a battery's wear and hours", () => {
    const gauge = { design: 48, full: 36, cycles: 310, volts: 11.4, celsius: 24 };
    expect(batteryState(gauge, 9)).toEqual({
      wear: 25,
      hours: 4,
      verdict: "middling",
    });
    expect(batteryState({ ...gauge, full: 20 }, 9).verdict).toBe("worn");
    expect(batteryState({ ...gauge, full: 50 }, 9)).toMatchObject({ wear: 0, verdict: "good" });
  });
  test("the simulated gauge is read back, and an old pack is worn", () => {
    const fresh = parseGaugeLine(simulatedGauge(1, 48, 20)())!;
    expect(batteryState(fresh, 9)).toMatchObject({ verdict: "good" });
    const old = parseGaugeLine(simulatedGauge(1, 48, 1200)())!;
    expect(batteryState(old, 9).verdict).toBe("worn");
    for (const line of ["", "{", "null", '{"design":48}', "4.02 mm"]) {
      expect(parseGaugeLine(line)).toBeUndefined();
    }
  });
  test("the simulated scanner reads a code right, whatever its blanks and letters", () => {
    const scan = simulatedScanner(3);
    for (let i = 0; i < 40; i++)
      expect(judgeCode(["TN-B41"], undefined, scan("TN-B41"))).toBe("same");
  });
});
