import fc from "fast-check";
import { guideFile } from "../../testing/shop.ts";
import { clips, part, plug, screws, smallGuide } from "../../testing/builders.ts";
import { readJson } from "../base/ajv.ts";
import { type Guide, JOINT_KINDS, parseGuide } from "../guide/index.ts";
import {
  begun,
  type Edit,
  editsOf,
  type History,
  joinsAt,
  newJoint,
  readEdits,
  readHistory,
  rebased,
  redone,
  undone,
  withEdit,
  withEdits,
} from "./index.ts";

const made = (guide: Guide, ...edits: readonly Edit[]): Guide => {
  const { guide: next, misfits } = withEdits(guide, edits);
  expect(misfits).toEqual([]);
  return next;
};

test("keys are set, and taken away by null; nothing else of the fact changes", () => {
  const guide = smallGuide();
  const shape = { view: "top", x: 1, y: 2, w: 3, h: 4 };
  const next = made(
    guide,
    { do: "set", of: "parts", id: "fan", keys: { shape, lift: 2 } },
    { do: "set", of: "parts", id: "fan", keys: { lift: null } },
    { do: "set", of: "views", id: "top", keys: { name: "Inside" } },
  );
  expect(next.parts["fan"]).toEqual({ ...guide.parts["fan"], shape });
  expect(next.views["top"]!.name).toBe("Inside");
  expect(next.joints).toEqual(guide.joints);
});

test("what is added is there; what is there already, in either map, is not added again", () => {
  const guide = smallGuide();
  const fact = screws(["fan", "frame"]);
  expect(made(guide, { do: "add", of: "joints", id: "new", fact }).joints["new"]).toEqual(fact);
  for (const map of ["parts", "joints"] as const) {
    for (const id of ["fan", "fan-plug"]) {
      const edit: Edit = { do: "add", of: map, id, fact };
      expect(withEdits(guide, [edit])).toEqual({ guide, misfits: [{ edit, why: "taken" }] });
    }
  }
});

test("a part that goes takes along what names it; what lay on it lies on what it lay on", () => {
  const guide: Guide = {
    ...smallGuide(),
    parts: {
      ...smallGuide().parts,
      card: part("board"),
    },
    joints: {
      ...smallGuide().joints,
      three: clips(["board", "fan", "frame"]),
      card: plug(["card", "board"]),
    },
    covers: [
      { part: "base", over: ["board", "fan"] },
      { part: "board", over: ["fan"] },
      { part: "fan", over: ["board"] },
    ],
  };
  const next = made(guide, { do: "drop", of: "parts", id: "board" });
  expect(next.parts["card"]!.on).toBe("frame");
  expect(next.joints["three"]!.joins).toEqual(["fan", "frame"]);
  expect(next.joints["card"]).toBeUndefined();
  expect(next.covers).toEqual([{ part: "base", over: ["fan"] }]);
  expect(JSON.stringify(next)).not.toContain('"board"');
});

test("no part comes to lie on itself, by way of others either", () => {
  const guide: Guide = {
    ...smallGuide(),
    parts: { ...smallGuide().parts, card: part("board"), chip: part("card") },
  };
  for (const on of ["board", "card", "chip"]) {
    const edit: Edit = { do: "set", of: "parts", id: "board", keys: { on } };
    expect(withEdits(guide, [edit])).toEqual({ guide, misfits: [{ edit, why: "circle" }] });
  }
  const moved = made(guide, { do: "set", of: "parts", id: "chip", keys: { on: "frame" } });
  expect(moved.parts["chip"]!.on).toBe("frame");
  // Two people, each with half of a circle: who comes second is left out.
  const swapped = made(guide, { do: "set", of: "parts", id: "board", keys: { on: "base" } });
  const mine: Edit = { do: "set", of: "parts", id: "base", keys: { on: "chip" } };
  expect(withEdits(swapped, [mine]).misfits).toMatchObject([{ why: "circle" }]);
});

test("a joint that goes is named by no cover and no order any more", () => {
  const guide = smallGuide();
  const next = made(guide, { do: "drop", of: "joints", id: "fan-plug" });
  expect(JSON.stringify(next)).not.toContain('"fan-plug"');
  expect(Object.keys(next.joints)).toHaveLength(Object.keys(guide.joints).length - 1);
});

test("all that a part lies over is one fact; over nothing it is none", () => {
  const guide: Guide = {
    ...smallGuide(),
    covers: [
      { part: "base", over: ["board"] },
      { part: "fan", over: ["board"] },
      { part: "base", over: ["fan"] },
    ],
  };
  const over = (list: readonly string[]) =>
    made(guide, { do: "cover", part: "base", over: list }).covers;
  expect(over(["battery", "battery"])).toEqual([
    { part: "base", over: ["battery"] },
    { part: "fan", over: ["board"] },
  ]);
  expect(over([])).toEqual([{ part: "fan", over: ["board"] }]);
  const gone: Edit = { do: "cover", part: "base", over: ["nothing"] };
  expect(withEdits(guide, [gone]).misfits).toEqual([{ edit: gone, why: "gone" }]);
});

test("an order is written once, and taken away again", () => {
  const guide = { ...smallGuide(), orders: [] };
  const order = { first: "fan", then: "board", strength: "must", why: "it bends" } as const;
  const twice = made(guide, { do: "order", order }, { do: "order", order: { ...order, why: "x" } });
  expect(twice.orders).toEqual([{ ...order, why: "x" }]);
  const free: Edit = { do: "free", first: "fan", then: "board" };
  expect(made(twice, free).orders).toEqual([]);
  expect(withEdits(guide, [free]).misfits).toHaveLength(1);
});

test("words about the guide and answers to check go again when nothing is said", () => {
  const guide = smallGuide();
  const said = made(
    guide,
    { do: "about", key: "note", value: "Mind the lid." },
    { do: "explain", path: "/parts/fan", words: "It is so." },
  );
  expect(said).toMatchObject({ note: "Mind the lid.", answers: { "/parts/fan": "It is so." } });
  const unsaid = made(
    said,
    { do: "about", key: "note", value: "" },
    { do: "explain", path: "/parts/fan", words: "" },
  );
  expect(unsaid).not.toHaveProperty("note");
  expect(unsaid.answers).toEqual({});
});

const tern = parseGuide(guideFile("marrowby-tern-15"));
const truth = tern.ok ? tern.value : smallGuide();
const things = [...Object.keys(truth.parts), ...Object.keys(truth.joints)];
const partIds = fc.constantFrom(...Object.keys(truth.parts));
const anything = fc.constantFrom(...things, "never-there");
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.record({
    do: fc.constant("set" as const),
    of: fc.constantFrom("parts" as const, "joints" as const),
    id: anything,
    keys: fc.dictionary(fc.constantFrom("name", "care"), fc.constantFrom("Word", null)),
  }),
  fc.record({
    do: fc.constant("drop" as const),
    of: fc.constantFrom("parts" as const, "joints" as const),
    id: anything,
  }),
  fc.record({ do: fc.constant("cover" as const), part: partIds, over: fc.array(anything) }),
  fc.record({
    do: fc.constant("add" as const),
    of: fc.constant("parts" as const),
    id: anything,
    fact: fc.constant(part("base")),
  }),
);

/** Ids that anything in a guide names and that are not there: none, however it was changed. */
function strays({ parts, joints, covers, orders }: Guide): readonly string[] {
  const isPart = (id: string) => Object.hasOwn(parts, id);
  const isThing = (id: string) => isPart(id) || Object.hasOwn(joints, id);
  const on = Object.values(parts).flatMap((one) => (one.on === undefined ? [] : [one.on]));
  const joins = Object.values(joints).flatMap((joint) => joint.joins);
  const ids = [
    ...covers.flatMap((cover) => [cover.part, ...cover.over]),
    ...orders.flatMap(({ first, then }) => [first, then]),
  ];
  return [...[...on, ...joins].filter((id) => !isPart(id)), ...ids.filter((id) => !isThing(id))];
}

test("whatever is done, undone to the beginning it is what it was, and done again what it became", () => {
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
      let history: History = begun("a");
      for (const one of edits) history = withEdit(history, one);
      const after = withEdits(truth, editsOf(history)).guide;
      let back = history;
      for (let i = 0; i <= edits.length; i++) back = undone(back);
      expect(withEdits(truth, editsOf(back)).guide).toEqual(truth);
      for (let i = 0; i <= edits.length; i++) back = redone(back);
      expect(back).toEqual(history);
      // Kept and read back it is the same.
      const kept = readJson(readHistory, JSON.stringify(history));
      expect(kept).toEqual({ ok: true, value: history });
      expect(withEdits(truth, editsOf(history)).guide).toEqual(after);
    }),
  );
});

test("whatever is done names nothing that is not there", () => {
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
      const { guide, misfits } = withEdits(truth, edits);
      // What is added lies on the base: it may have gone before.
      const stray = strays(guide).filter((id) => id !== "base");
      expect(stray).toEqual([]);
      expect(misfits.length).toBeLessThanOrEqual(edits.length);
    }),
  );
});

test("an edit after an undo forgets what was undone; on a newer version only what counts goes along", () => {
  const one: Edit = { do: "about", key: "note", value: "one" };
  const two: Edit = { do: "about", key: "note", value: "two" };
  const back = undone(withEdit(begun("a"), one, two));
  expect(back).toEqual({ base: "a", edits: [one, two], done: 1 });
  expect(withEdit(back, two)).toEqual({ base: "a", edits: [one, two], done: 2 });
  expect(rebased(back, "b")).toEqual({ base: "b", edits: [one], done: 1 });
});

test("edits that are no edits are not read", () => {
  for (const wrong of [
    [{ do: "boil" }],
    [{ do: "drop", of: "views", id: "top" }],
    [{ do: "set", of: "parts", id: "fan" }],
    [{ do: "cover", part: "fan", over: [1] }],
    {},
  ]) {
    expect(readEdits(wrong).ok).toBe(false);
  }
});

test.each(JOINT_KINDS)("new %s is a joint that the schema takes", (kind) => {
  const at = [1, 2].map((x) => ({ view: "top", x, y: 1 }));
  const guide = smallGuide();
  const fact = newJoint(kind, "New", ["fan", "frame"], at);
  const next = made(guide, { do: "add", of: "joints", id: "new", fact });
  expect(parseGuide(next).ok).toBe(true);
  expect(fact).toMatchObject({ at, ...(kind === "screws" ? { count: 2 } : {}) });
});

test("a joint joins the smallest part that holds its place, and what that lies on", () => {
  const shape = (x: number, y: number, w: number, h: number) => ({ view: "top", x, y, w, h });
  const guide: Guide = {
    ...smallGuide(),
    parts: {
      frame: part(undefined, { shape: shape(0, 0, 300, 200) }),
      board: part("frame", { shape: shape(10, 10, 100, 100) }),
      card: part("board", { shape: { ...shape(20, 20, 40, 40), round: true } }),
    },
  };
  const at = (x: number, y: number) => joinsAt(guide, { view: "top", x, y });
  expect(at(40, 40)).toEqual(["card", "board"]);
  // In its box, but not in its circle.
  expect(at(21, 21)).toEqual(["board", "frame"]);
  expect(at(250, 150)).toEqual(["frame"]);
  expect(at(400, 400)).toEqual([]);
});
