import { COMMANDS, keyShown, type CommandId } from "./commands.ts";

const ids = Object.keys(COMMANDS) as CommandId[];
const keysOf = (id: CommandId): readonly string[] => COMMANDS[id].keys;

/** What can be listened for at the same time, on one page. */
const EVERYWHERE: readonly CommandId[] = ["find", "palette", "lamp", "keys"];
const STEP: readonly CommandId[] = [
  "done",
  "take-back",
  "differs",
  "fewer",
  "more",
  "first-reason",
  "second-reason",
  "third-reason",
  "next-screw",
  "snag",
  "learn",
  "picture",
  "broke",
  "tray",
  "map",
  "back",
];
const PAGES: Readonly<Record<string, readonly CommandId[]>> = {
  counter: ["take-in"],
  "a step at the bench": [...STEP, "note"],
  "a stop at the bench": [...STEP, "yes", "no"],
  "a check at the bench": [...STEP, "note", "fails", "not-here"],
};

test.each(Object.entries(PAGES))("on %s no key means two things", (_, page) => {
  const keys = [...EVERYWHERE, ...page].flatMap(keysOf);
  expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
});

test("every command belongs to some page", () => {
  const known = new Set([...EVERYWHERE, ...Object.values(PAGES).flat()]);
  expect(ids.filter((id) => !known.has(id))).toEqual([]);
});

test("a key is shown as it stands on a keyboard", () => {
  expect(keyShown("done")).toBe("Space");
  expect(keyShown("snag")).toBe("S");
  expect(keyShown("take-back")).toBe("⌫");
  expect(keyShown("palette")).toBe("Ctrl K");
  expect(keyShown("lamp")).toBe("");
});

test("keys are written as they are heard: letters in small, each command with its own words", () => {
  for (const key of ids.flatMap(keysOf)) {
    if (key.length === 1) expect(key).toBe(key.toLowerCase());
  }
  const words = ids.map((id) => COMMANDS[id].words);
  expect(new Set(words).size).toBe(ids.length);
});
