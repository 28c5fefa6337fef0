import { afterTelling, type Telling } from "./told.ts";

const begin = { says: ["dead"], found: { meter: "dead" }, refuted: ["adapter"], more: 1 };

test.each<[Telling, object]>([
  [{ kind: "says", says: ["hot", "noisy"] }, { says: ["hot", "noisy"] }],
  [
    { kind: "checked", check: "plug", outcome: "loose" },
    { found: { meter: "dead", plug: "loose" } },
  ],
  [{ kind: "checked", check: "meter", outcome: "alive" }, { found: { meter: "alive" } }],
  [{ kind: "unchecked", check: "meter" }, { found: {} }],
  [{ kind: "unchecked", check: "never" }, {}],
  [{ kind: "refuted", cause: "jack" }, { refuted: ["adapter", "jack"] }],
  [{ kind: "refuted", cause: "adapter" }, { refuted: ["adapter"] }],
  [{ kind: "refuted", cause: "adapter", back: true }, { refuted: [] }],
])("after %j", (telling, change) => {
  expect(afterTelling(begin, telling)).toEqual({ ...begin, ...change });
  expect(begin.found).toEqual({ meter: "dead" });
});
