import { readFileSync } from "node:fs";
import path from "node:path";
import { smallGuide, screws, plug, part } from "../../testing/builders.ts";
import { capital, jointWord, partWord, wordList } from "../words/index.ts";
import { jointMinutes, jointTool, partMinutes } from "./costs.ts";
import { parseGuide, parseGuideText } from "./parse.ts";
import { guideSchema } from "./schema.ts";
import type { GuideJoint } from "./types.ts";
import { allCodes, guideForCode } from "./variant.ts";

const joint = (facts: object): GuideJoint => ({ joins: ["a", "b"], kind: "latch", ...facts });

describe("minutes", () => {
  test.each<[object, number, number]>([
    [{ kind: "screws", count: 4 }, 0.7, 0.7],
    [{ kind: "connector", type: "zif-flip" }, 0.3, 0.5],
    [{ kind: "connector", type: "coax-snap", fragile: 2 }, 0.2, 0.8 + 1],
    [{ kind: "connector", type: "board-press", fragile: 1 }, 0.2, 0.3 + 0.25],
    [{ kind: "connector", type: "zif-flip", fragile: 2 }, 0.3 + 0.5, 0.5 + 0.5],
    [{ kind: "adhesive", fragile: 3 }, 0.4 + 3, 0.3],
    [{ kind: "connector", type: "latch-slide" }, 0.3, 0.5],
    [{ kind: "clips", fragile: 1 }, 1.5 + 0.25, 0.7],
    [{ kind: "tape" }, 0.4, 0.3],
    [{ kind: "route" }, 0.2, 0.4],
    [{ kind: "seat" }, 0.1, 0.2],
    [{ kind: "latch", off: 1, fragile: 3 }, 1 + 1.5, 0.1 + 1.5],
  ])("%j: %d off, %d on", (facts, off, on) => {
    const minutes = jointMinutes(joint(facts));
    expect(minutes.off).toBeCloseTo(off, 9);
    expect(minutes.on).toBeCloseTo(on, 9);
  });
  test("place defaults to lift, lift to 0.3", () => {
    expect(partMinutes(part())).toEqual({ lift: 0.3, place: 0.3 });
    expect(partMinutes(part("x", { lift: 1 }))).toEqual({ lift: 1, place: 1 });
    expect(partMinutes(part("x", { place: 2 }))).toEqual({ lift: 0.3, place: 2 });
  });
});

test.each<[object, string | undefined]>([
  [{ kind: "screws", drive: "T5" }, "T5"],
  [{ kind: "connector", type: "coax-snap" }, "tweezers"],
  [{ kind: "connector", type: "board-press" }, "spudger"],
  [{ kind: "connector", type: "edge-slot" }, undefined],
  [{ kind: "clips" }, "pick"],
  [{ kind: "clips", tool: "plastic card" }, "plastic card"],
  [{ kind: "tape", tool: "none" }, undefined],
  [{ kind: "latch" }, undefined],
])("%j is opened with %s", (facts, tool) => {
  expect(jointTool(joint(facts))).toBe(tool);
});

describe("parsing", () => {
  test("covers and orders default to none", () => {
    const bare: Record<string, unknown> = { ...smallGuide() };
    delete bare["covers"];
    delete bare["orders"];
    expect(parseGuide(bare)).toMatchObject({ ok: true, value: { covers: [], orders: [] } });
  });
  test("text that is no JSON is a finding, not a crash", () => {
    expect(parseGuideText("{")).toMatchObject({ ok: false, error: [{ path: "" }] });
  });
  test.each<[string, object, string]>([
    ["a bond of -1 mm", { bond: -1 }, "/parts/fan/bond"],
    ["a pad for a gap of nothing", { gap: 0 }, "/parts/fan/gap"],
    [
      "memory of 0 MT/s",
      { memory: { generation: "DDR4", speed: 0, soldered: 0, slots: 2, most: 8 } },
      "/parts/fan/memory/speed",
    ],
    [
      "a drive of 1 mm",
      { slot: { lengths: [1], key: "M", buses: ["NVMe"], standoff: 80 } },
      "/parts/fan/slot/lengths/0",
    ],
  ])("%s is no machine's, and is named at its place", (_, facts, path) => {
    const small = smallGuide();
    const parts = { ...small.parts, fan: { ...small.parts["fan"]!, ...facts } };
    const read = parseGuide({ ...small, parts });
    expect(read.ok ? [] : read.error.map((finding) => finding.path)).toEqual([path]);
  });
  test("the schema in the docs is the schema of the program", () => {
    const file = path.join(import.meta.dirname, "../../docs/guide.schema.json");
    expect(JSON.parse(readFileSync(file, "utf8"))).toEqual(JSON.parse(JSON.stringify(guideSchema)));
  });
});

describe("variants", () => {
  const guide = {
    ...smallGuide(),
    variants: {
      "T-2": { about: "longer screws", patch: { joints: { "fan-screws": { length: 4 } } } },
    },
  };
  test("a code of its own gives the guide, a variant's the patched one", () => {
    expect(allCodes(guide)).toEqual(["T-1", "T-2"]);
    expect(guideForCode(guide, "T-1")).toEqual({ ok: true, value: guide });
    const patched = guideForCode(guide, "T-2");
    expect(patched).toMatchObject({
      ok: true,
      value: { codes: ["T-2"], joints: { "fan-screws": { length: 4, count: 2 } } },
    });
    expect(guide.joints["fan-screws"]).toMatchObject({ length: 3 });
  });
  test("an unknown code names the known ones", () => {
    expect(guideForCode(guide, "T-9")).toMatchObject({
      ok: false,
      error: [{ about: { known: ["T-1", "T-2"] } }],
    });
  });
});

describe("words", () => {
  test("names inside a sentence lose their capital, but not names that are all capitals", () => {
    const guide = smallGuide();
    expect(partWord(guide, "base")).toBe("base cover");
    expect(jointWord(guide, "fan-plug")).toBe("fan plug");
    expect(jointWord(guide, "base-screws")).toBe("base cover screws");
    const wifi = { ...guide, parts: { ...guide.parts, fan: part("board", { name: "M.2 drive" }) } };
    expect(partWord(wifi, "fan")).toBe("M.2 drive");
  });
  test("lists", () => {
    expect(wordList([])).toBe("");
    expect(wordList(["a"])).toBe("a");
    expect(wordList(["a", "b", "c"])).toBe("a, b and c");
    expect(capital("fan")).toBe("Fan");
  });
  test("one screw is a screw", () => {
    const guide = smallGuide();
    const joints = { ...guide.joints, one: screws(["fan", "frame"]), p: plug(["board", "fan"]) };
    expect(jointWord({ ...guide, joints }, "one")).toBe("fan screw");
  });
});

test.each([
  ["Palm rest", "palm rest"],
  ["Wi-Fi card", "Wi-Fi card"],
  ["M.2 drive", "M.2 drive"],
  ["USB board", "USB board"],
])("inside a sentence %s is %s", (name, word) => {
  const facts = { ...smallGuide(), parts: { a: { name, kind: "other" as const } } };
  expect(partWord(facts, "a")).toBe(word);
});
