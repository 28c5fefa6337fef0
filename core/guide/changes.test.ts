import { part, screws, smallGuide } from "../../testing/builders.ts";
import { guideChanges, guideForCode, sisterPatch } from "./index.ts";

test("the same facts in another order are no change", () => {
  const guide = smallGuide();
  const parts = Object.fromEntries(Object.entries(guide.parts).reverse());
  expect(guideChanges(guide, { ...guide, parts })).toEqual([]);
});

test("parts and joints that came, went or differ are named by their place", () => {
  const guide = smallGuide();
  const { "fan-plug": gone, ...joints } = guide.joints;
  const changed = {
    ...guide,
    model: "Other",
    parts: { ...guide.parts, lid: part("frame") },
    joints: {
      ...joints,
      "fan-cable": gone!,
      "fan-screws": screws(["fan", "frame"], { count: 3, drive: "PH0" }),
    },
  };
  expect(guideChanges(guide, changed)).toEqual([
    { path: "/parts/lid", name: "lid", change: "added", keys: [] },
    { path: "/joints/fan-plug", name: "fan-plug", change: "removed", keys: [] },
    { path: "/joints/fan-screws", name: "fan-screws", change: "updated", keys: ["count", "drive"] },
    { path: "/joints/fan-cable", name: "fan-cable", change: "added", keys: [] },
    { path: "/model", name: "model", change: "updated", keys: [] },
  ]);
});

test("of a cover only what came and what went is named", () => {
  const guide = { ...smallGuide(), covers: [{ part: "base", over: ["fan", "board", "battery"] }] };
  const covers = [
    { part: "base", over: ["battery", "fan", "fan-plug"] },
    { part: "fan", over: ["board"] },
  ];
  expect(guideChanges(guide, { ...guide, covers })).toMatchObject([
    { name: "base over board", change: "removed" },
    { name: "base over fan-plug", change: "added" },
    { name: "fan over board", change: "added" },
  ]);
});

test("covers and orders are told apart by what they say", () => {
  const guide = smallGuide();
  const order = { ...guide.orders[0]!, strength: "must" as const };
  expect(guideChanges(guide, { ...guide, orders: [order] })).toEqual([
    { path: "/orders/0", name: "fan-plug before fan-screws", change: "removed", keys: [] },
    { path: "/orders/0", name: "fan-plug before fan-screws", change: "added", keys: [] },
  ]);
});

describe("a sister's patch", () => {
  const guide = smallGuide();
  test("makes the one out of the other, and is empty for the same", () => {
    const { fan: _, ...parts } = guide.parts;
    const sister = {
      ...guide,
      codes: ["T-2"],
      parts: { ...parts, base: { ...parts["base"]!, lift: 2 } },
    };
    const patch = sisterPatch(guide, sister);
    expect(patch).toEqual({ parts: { fan: null, base: { lift: 2 } } });
    const whole = { ...guide, variants: { "T-2": { about: "no fan", patch } } };
    const made = guideForCode({ ...whole, joints: {}, covers: [], orders: [] }, "T-2");
    expect(made.ok && made.value.parts).toEqual(sister.parts);
    expect(sisterPatch(guide, { ...guide, codes: ["T-9"] })).toEqual({});
  });
});
