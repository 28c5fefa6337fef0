import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { type Guide, parseGuideText } from "../guide/index.ts";
import {
  codesOf,
  type Item,
  offersFrom,
  orderedAs,
  readItems,
  standInItems,
  unitOf,
  frailThings,
  usedUp,
} from "./index.ts";

const folder = path.join(import.meta.dirname, "../../guides");
const guides: readonly Guide[] = readdirSync(folder)
  .filter((name) => name.endsWith(".json"))
  .map((name) => {
    const guide = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
    if (!guide.ok) throw new Error(name);
    return guide.value;
  });
const NORTH = { supplier: "north", source: "supplier" } as const;
const tern = guides.find(({ id }) => id === "marrowby-tern-15")!;

test("what is riveted together is ordered as the larger of it", () => {
  expect(unitOf(tern, "keyboard")).toEqual(expect.arrayContaining(["keyboard", "palmrest"]));
  expect(orderedAs(tern, "keyboard")).toBe("palmrest");
  expect(orderedAs(tern, "palmrest")).toBe("palmrest");
  expect(orderedAs(tern, "fan")).toBe("fan");
  expect(unitOf(tern, "fan")).toEqual(["fan"]);
});

test("nothing is sold alone that is joined to something larger for good", () => {
  for (const guide of guides) {
    for (const item of standInItems([guide])) {
      const parts = Object.keys(guide.parts).filter((id) =>
        guide.parts[id]!.codes?.includes(item.code),
      );
      expect(parts.some((id) => orderedAs(guide, id) === id)).toBe(true);
    }
  }
});

test("the same guides give the same list, in the supplier's own form", () => {
  const items = standInItems(guides);
  expect(standInItems(guides)).toEqual(items);
  expect(items.length).toBeGreaterThan(100);
  expect(readItems({ items: JSON.parse(JSON.stringify(items)) as unknown }).ok).toBe(true);
});

test("a palm rest brings the keyboard that is riveted in, where that has a code", () => {
  const offers = offersFrom(tern, NORTH, standInItems([tern]));
  const rest = offers.filter(({ brings }) => brings[0] === "palmrest");
  expect(rest).toHaveLength(3);
  for (const { brings } of rest) {
    const codes = tern.parts["keyboard"]!.codes ?? [];
    expect(brings.includes("keyboard")).toBe(codes.length > 0);
  }
});

test("a code of two parts is an offer for each; blanks and dashes of a code do not count", () => {
  const guide = {
    ...tern,
    parts: {
      one: { name: "One", kind: "memory", codes: ["DDR4-26"] },
      two: { name: "Two", kind: "memory", codes: ["DDR4 26"] },
    },
  } as unknown as Guide;
  const item: Item = {
    id: "i",
    code: "ddr426",
    name: "Module",
    comesWith: [],
    condition: "new",
    price: 100,
    carriage: 0,
    days: 1,
    late: 2,
    stock: 1,
    bad: 0,
  };
  expect(codesOf(guide)).toEqual(["DDR4-26", "DDR4 26"]);
  expect(offersFrom(guide, NORTH, [item]).map(({ id, brings }) => [id, brings])).toEqual([
    ["i:one", ["one"]],
    ["i:two", ["two"]],
  ]);
});

test.each([{}, { items: [{}] }, { items: [{ id: "a", price: -1 }] }, { items: "x" }])(
  "%j is no supplier's answer",
  (answer) => {
    expect(readItems(answer).ok).toBe(false);
  },
);

test("paste, pads and what holds by glue are used up on the way to a part, and nothing else", () => {
  const guide = {
    parts: {
      sink: { kind: "heatsink", dies: [{ name: "cpu", width: 10, height: 10 }] },
      pad: { kind: "pad", gap: 1 },
      fan: { kind: "fan" },
      base: { kind: "cover" },
      seal: { kind: "seal" },
    },
    joints: {
      "seal-glue": { kind: "adhesive", joins: ["base", "seal"], reuse: "replace" },
      glue: { kind: "adhesive", joins: ["fan", "sink"], reuse: "replace" },
      screws: { kind: "screws", joins: ["fan", "sink"], count: 4 },
    },
  } as unknown as Guide;
  const down = [
    { do: "release", joint: "seal-glue" },
    { do: "lift", parts: ["seal"] },
    { do: "release", joint: "screws" },
    { do: "release", joint: "glue" },
    { do: "lift", parts: ["fan"] },
    { do: "lift", parts: ["sink", "pad"] },
  ] as unknown as Parameters<typeof usedUp>[1];
  expect(usedUp(guide, down)).toEqual({
    joints: ["glue"],
    paste: ["sink"],
    pads: ["pad"],
    // Broken, and never bought.
    seals: ["seal"],
  });
});

test("what often breaks is told before, the likeliest first; not what comes new, is renewed or seldom breaks", () => {
  const part = (kind: string, more = {}) => ({ kind, ...more });
  const plug = (lead: string, more: object) => ({
    kind: "connector",
    type: "zif-flip",
    joins: ["board", lead],
    ...more,
  });
  const guide = {
    parts: {
      board: part("motherboard"),
      ribbon: part("cable"),
      lead: part("cable"),
      other: part("cable"),
      cover: part("cover", { survives: 0.6 }),
    },
    joints: {
      lock: plug("ribbon", { fragile: 3 }),
      sure: plug("lead", { fragile: 3, survives: 1 }),
      firm: plug("other", { fragile: 2 }),
      strip: { kind: "adhesive", joins: ["cover", "board"], reuse: "replace", fragile: 3 },
    },
  } as unknown as Guide;
  const down = [
    ...["lock", "sure", "firm", "strip"].map((joint) => ({ do: "release", joint })),
    { do: "lift", parts: ["cover"] },
  ] as unknown as Parameters<typeof frailThings>[1];
  expect(frailThings(guide, down, () => false)).toEqual([
    { thing: "cover", survives: 0.6, part: "cover" },
    { thing: "lock", survives: 0.9, part: "ribbon" },
  ]);
  expect(frailThings(guide, down, (id) => id === "board" || id === "cover")).toEqual([]);
});
