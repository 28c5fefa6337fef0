import { factChangeWords } from "./change-words.ts";
import { part, plug, screws, smallGuide } from "../../testing/builders.ts";
import type { Refusal } from "../bench/index.ts";
import type { About, FactChange } from "../guide/index.ts";
import { modelOf } from "../rules/index.ts";
import type { Suspect } from "../snag/index.ts";
import { findingWords } from "./finding-words.ts";
import { refusalWords } from "./refusal-words.ts";
import { mixUpWords } from "./screw-words.ts";
import { suspectWords } from "./snag-words.ts";
import { faultWords } from "./soak-words.ts";
import { hindranceWords, memoryWords, padWords, schoolWords } from "./swap-words.ts";

const guide = smallGuide();
const model = modelOf(guide);

test.each<[Refusal, string]>([
  [{ type: "build-up-left", steps: 1 }, "One step of the build-up is left to do."],
  [{ type: "build-up-left", steps: 4 }, "4 steps of the build-up are left to do."],
  [{ type: "count-differs", count: 3, expected: 4 }, "3 of 4: 1 short. Say why before going on."],
  [{ type: "count-differs", count: 6, expected: 4 }, "6 of 4: 2 over. Say why before going on."],
  [
    { type: "gate-open", joints: ["fan-plug", "battery-plug"] },
    "Last chance: look at the fan plug and battery plug before this goes on.",
  ],
  [
    { type: "hangs-on-open", joints: ["fan-plug"] },
    "Not everything it hangs on is made yet: fan plug.",
  ],
  [
    { type: "up-blocked", block: { type: "make-before", joint: 0, why: "it tears" } },
    "Make the base cover screws first: it tears.",
  ],
  [
    { type: "up-blocked", block: { type: "covers-part", part: 4, by: 1 } },
    "Put the fan in first: the base cover would lie over it.",
  ],
  [
    { type: "up-blocked", block: { type: "place-before", part: 4, why: undefined } },
    "Put the fan in first.",
  ],
])("a refusal: %j", (refusal, words) => {
  expect(refusalWords(model, refusal)).toBe(words);
});

test.each<[About, RegExp]>([
  [{ type: "too-big", mostBytes: 4_000_000 }, /under 4 MB/],
  [{ type: "on-circle", parts: ["a", "b", "a"] }, /a → b → a/],
  [
    {
      type: "blocked-by",
      ids: ["a", "b", "c", "d", "e"],
      facts: [
        { type: "order", first: "f", then: "p" },
        { type: "cover", part: "x", over: "y" },
        { type: "power-first", id: "f" },
      ],
    },
    /"a", "b", "c" and 2 more, .*: "f" before "p"; "x" lies over "y"; "f" only with .* beforePower/,
  ],
  [{ type: "held-by-nothing", part: "x", bySlack: true }, /by slack leads alone/],
  [{ type: "held-by-nothing", part: "x", bySlack: false }, /held by nothing/],
])("a finding: %j", (about, words) => {
  expect(findingWords({ about })).toMatch(words);
});

test.each([
  [0.5, /50 % of what is needed: a corner may stay dry/],
  [1, /^about right$/],
  [1.5, /^about right$/],
  [2, /2.0 times what is needed: it is pressed out/],
  [4.2, /4.2 times what is needed: it runs over/],
])("a habit that puts on %d of what is needed", (ratio, words) => {
  expect(schoolWords({ habit: "spread", volume: 1, ratio })).toMatch(words);
});

test.each([
  [-0.1, /does not touch/],
  [0.2, /^pressed together by 20 %$/],
  [0.6, /pressed too hard/],
])("a pad pressed by %d", (compression, words) => {
  expect(padWords({ wanted: 1, stock: 1, compression })).toMatch(words);
});

test("drives, memory, screws and soaks say what stands against them", () => {
  expect(hindranceWords({ type: "length", places: [42, 80], drive: 60 })).toBe(
    "2260 does not fit: there is a place for 2242, 2280",
  );
  expect(hindranceWords({ type: "standoff", from: 80, to: 42 })).toMatch(/from 2280 to 2242/);
  expect(memoryWords({ type: "slots", modules: 2, slots: 1 })).toBe("2 modules for one slot");
  expect(memoryWords({ type: "slots", modules: 3, slots: 2 })).toBe("3 modules for 2 slots");
  expect(mixUpWords({ type: "too-long", screw: 6, hole: 5 })).toMatch(
    /^a 6 mm screw in a 5 mm hole/,
  );
  expect(mixUpWords({ type: "wrong-thread", threads: ["M2", "M2.5"] })).toMatch(/^M2 and M2.5/);
  expect(faultWords({ what: "memory", errors: 1, causes: [] })).toBe("1 memory error.");
  expect(faultWords({ what: "worse", more: 0.694, causes: [] })).toMatch(/69 % more rise/);
});

test("a suspect says why it may still hold", () => {
  const hiding = {
    ...guide,
    parts: { ...guide.parts, lead: part("frame") },
    joints: {
      ...guide.joints,
      "fan-plug": plug(["board", "fan"], { hidden: "under the foil" }),
      pair: screws(["fan", "frame"], { count: 2 }),
    },
  };
  const suspect = (more: Partial<Suspect>): Suspect => ({
    kind: "joint",
    id: "pair",
    why: "holds",
    share: 1,
    away: undefined,
    missed: 0,
    ...more,
  });
  expect(suspectWords(hiding, suspect({}))).toBe(
    "The fan screws, 2 of 2: not ticked: it still holds; one of 2 may still be in.",
  );
  expect(
    suspectWords(hiding, suspect({ id: "fan-plug", why: "ticked", missed: 9, away: 12.4 })),
  ).toBe(
    "The fan plug: ticked, but easily missed; hides: under the foil; 12 mm from where it binds; missed 9 times on this model.",
  );
  expect(suspectWords(hiding, suspect({ kind: "part", id: "base", why: "covers" }))).toBe(
    "The base cover still lies over it.",
  );
});

test.each<[FactChange, string]>([
  [
    { path: "/joints/fan-plug", name: "fan-plug", change: "added", keys: [] },
    "joint fan-plug: new",
  ],
  [
    { path: "/parts/lid", name: "lid", change: "updated", keys: ["kind", "lift"] },
    "part lid: kind and lift changed",
  ],
  [
    { path: "/orders/0", name: "a before b", change: "removed", keys: [] },
    "order a before b: gone",
  ],
  [{ path: "/model", name: "model", change: "updated", keys: [] }, "model: changed"],
])("a change: %j", (change, words) => {
  expect(factChangeWords(change)).toBe(words);
});
