import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { deadWithout, type Guide, type GuideJoint, mainPart } from "../guide/index.ts";
import { planJob, type Step } from "../plan/index.ts";
import { careLines } from "./care-words.ts";
import { stepWords, toolWords } from "./step-words.ts";
import { part, screws, smallGuide } from "../../testing/builders.ts";

const small = smallGuide();
const withJoint = (joint: Partial<GuideJoint>): Guide => ({
  ...small,
  joints: { ...small.joints, x: { joins: ["fan", "frame"], ...joint } as GuideJoint },
});

describe("a step in words", () => {
  test.each<[Partial<GuideJoint>, string, string]>([
    [screws(["fan", "frame"]), "Take out the fan screw: 1", "Screw in the fan screw: 1"],
    [
      { ...screws(["fan", "frame"]), captive: true } as GuideJoint,
      "Loosen the fan screw, 1 of them; they stay in",
      "Tighten the fan screw, 1 of them",
    ],
    [
      { kind: "clips", start: "rear left" },
      "Open the fan clips, from the rear left",
      "Close the fan clips from the rear left; hear them all round",
    ],
    [{ kind: "tape", reuse: "keep" }, "Peel the fan tape back", "Press the fan tape back"],
    [{ kind: "adhesive", reuse: "replace" }, "Loosen the fan glue", "Renew the fan glue"],
    [{ kind: "route" }, "Free the fan lead in its guides", "Lay the fan lead in its guides"],
    [{ kind: "seat" }, "Release the fan seat", "Close the fan seat"],
    [{ kind: "latch", name: "Two latches" }, "Release the two latches", "Close the two latches"],
  ])("%j", (joint, off, on) => {
    const guide = withJoint(joint);
    expect(stepWords(guide, { do: "release", joint: "x" })).toBe(off);
    expect(stepWords(guide, { do: "make", joint: "x" })).toBe(on);
  });
  test("plugs are unplugged, cards slide in their slots", () => {
    expect(stepWords(small, { do: "release", joint: "fan-plug" })).toBe("Unplug the fan plug");
    expect(stepWords(small, { do: "make", joint: "fan-plug" })).toBe("Plug in the fan plug");
    const slot = withJoint({
      kind: "connector",
      type: "edge-slot",
      joins: ["board", "fan"],
      name: "Slot",
    });
    expect(stepWords(slot, { do: "release", joint: "x" })).toBe("Slide the fan out of the slot");
    expect(stepWords(slot, { do: "make", joint: "x" })).toBe("Slide the fan into the slot");
  });
  test("a group is called by its deepest part; what comes along is named, or counted", () => {
    expect(stepWords(small, { do: "lift", parts: ["fan"] })).toBe("Lift the fan out");
    const lift: Step = { do: "lift", parts: ["fan", "board"] };
    const on = { ...small, parts: { ...small.parts, fan: part("board", { name: "Fan" }) } };
    expect(mainPart(on, ["fan", "board"])).toBe("board");
    expect(stepWords(on, lift)).toBe("Lift the motherboard out, with the fan");
    expect(
      stepWords(on, { do: "place", parts: ["fan", "board", "base", "battery", "frame"] }),
    ).toMatch(/^Put the palm rest back, with the 4 parts on it$/);
  });
});

test("tools are said with their bit, bare hands with nothing", () => {
  expect(toolWords(small, { do: "release", joint: "fan-screws" })).toBe("PH1 bit");
  expect(toolWords(small, { do: "release", joint: "fan-plug" })).toBe("spudger");
  expect(toolWords(small, { do: "lift", parts: ["fan"] })).toBeUndefined();
});

describe("cautions appear where they apply", () => {
  const said = (step: Step, guide = small): string => careLines(guide, step).join(" ");
  test("the battery plug: charger, metal, the ten seconds; only on the way down", () => {
    expect(said({ do: "release", joint: "battery-plug" })).toMatch(/Charger out.*ten seconds/);
    expect(said({ do: "make", joint: "battery-plug" })).not.toMatch(/ten seconds/);
  });
  test("lithium before a pack is lifted, static before a board is, eyes at clips", () => {
    expect(said({ do: "lift", parts: ["battery"] })).toMatch(/Swollen.*local rules/);
    expect(said({ do: "lift", parts: ["board"] })).toMatch(/Strap or mat/);
    expect(said({ do: "release", joint: "base-clips" })).toMatch(/Eyes/);
    expect(said({ do: "lift", parts: ["fan"] })).toBe("");
  });
  test("the gravest first: that it is fragile comes before where it hides", () => {
    const guide = withJoint({ kind: "tape", hidden: "under the film", fragile: 3 });
    expect(said({ do: "release", joint: "x" }, guide)).toMatch(/Fragile.*Hides: under the film/);
  });
  test("a part that stays on its lead is laid aside, and not put into a bag", () => {
    const lift: Step = { do: "lift", parts: ["board"] };
    const lines = careLines(small, lift, { tied: ["fan-plug"] });
    expect(lines).toContain(
      "It stays on the fan plug: lay it beside the machine, so that nothing pulls.",
    );
    expect(lines.join(" ")).not.toMatch(/bag/);
    expect(careLines(small, lift).join(" ")).toMatch(/bag/);
  });
  test("only a lock that breaks off is said to have no spare", () => {
    const lock = withJoint({ kind: "connector", type: "zif-flip", fragile: 2 });
    const coax = withJoint({ kind: "connector", type: "coax-snap", fragile: 2 });
    expect(said({ do: "release", joint: "x" }, lock)).toMatch(
      /often no spare.*Shut the empty lock/,
    );
    expect(said({ do: "release", joint: "x" }, coax)).toMatch(/crushed centre/);
    expect(said({ do: "release", joint: "x" }, coax)).not.toMatch(/spare/);
  });
  test("the author's lines speak for their way; one for both ways stands on both", () => {
    const guide = withJoint({
      kind: "tape",
      care: "It is old.",
      careOff: "Warm it.",
      careOn: "Press it down.",
    });
    expect(said({ do: "release", joint: "x" }, guide)).toMatch(/It is old\. Warm it\./);
    expect(said({ do: "make", joint: "x" }, guide)).toBe("It is old. Press it down.");
  });
  test("a bit is named before it strips a head, on the way out", () => {
    expect(said({ do: "release", joint: "fan-screws" })).toMatch(/PH1 seated square/);
    expect(said({ do: "make", joint: "fan-screws" })).toBe("");
  });
  test("a lift of several parts says which one a line is about; none is left out, none said twice", () => {
    const parts = {
      ...small.parts,
      board: part("frame", {
        name: "Motherboard",
        kind: "motherboard",
        handling: ["esd", "bends"],
      }),
      fan: part("board", { name: "Fan", kind: "fan", care: "Hold the blades still." }),
      second: part("board", { name: "Second fan", kind: "fan", care: "Hold the blades still." }),
      cell: part("board", { name: "Cell", kind: "battery", handling: ["lithium"] }),
      fins: part("board", { name: "Fins", kind: "heatsink", handling: ["sharp", "hot"] }),
    };
    const guide = { ...small, parts };
    const ids = ["board", "fan", "second", "cell", "fins"];
    const lines = careLines(guide, { do: "lift", parts: ids });
    expect(lines).toHaveLength(7);
    expect(lines[0]).toMatch(/^Swollen/);
    expect(lines.join(" ")).toMatch(/Fins: hot after a load test.*Fins: sharp/);
    expect(lines).toContain("Fan and second fan: hold the blades still.");
    expect(lines).toContain("Into a shielding bag, labelled: the motherboard.");
    expect(careLines(guide, { do: "place", parts: ids })).toHaveLength(5);
  });
});

test("what is dead while a plug is open; screws kill nothing", () => {
  expect(deadWithout(small.joints["fan-plug"])).toEqual(["fan"]);
  expect(deadWithout(small.joints["fan-screws"])).toEqual([]);
  expect(deadWithout(undefined)).toEqual([]);
});

test("every step of every part of every machine can be said", () => {
  const folder = path.join(import.meta.dirname, "../../guides");
  for (const file of readdirSync(folder).filter((name) => name.endsWith(".json"))) {
    const guide = JSON.parse(readFileSync(path.join(folder, file), "utf8")) as Guide;
    for (const id of Object.keys(guide.parts)) {
      const plan = planJob(guide, { for: [id] });
      if (!plan.ok) throw new Error(`${file}: ${id}`);
      for (const step of [...plan.value.down, ...plan.value.up]) {
        expect(stepWords(guide, step)).not.toMatch(/undefined|made for good/);
        const lines = careLines(guide, step);
        expect(new Set(lines).size).toBe(lines.length);
      }
    }
  }
});
