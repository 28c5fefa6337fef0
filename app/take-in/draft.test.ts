import type { NewTicket } from "../../core/ticket/index.ts";
import { isWorthKeeping, readDraft } from "./draft.ts";

const empty: NewTicket = {
  customer: "",
  phone: "",
  fault: "",
  code: "",
  serial: "",
  condition: "",
  signs: [],
  work: "replace",
  intake: {},
  consents: [],
  parts: [],
  mode: "short",
  promised: "",
};

test("a draft may be as unfinished as it likes", () => {
  expect(readDraft(empty)).toEqual({ ok: true, value: empty });
  const long = { ...empty, customer: "x".repeat(5000), parts: ["fan"], signs: ["base-bulges"] };
  expect(readDraft(long).ok).toBe(true);
});

test.each([
  ["a field is missing", { ...empty, fault: undefined }],
  ["a field is of another kind", { ...empty, parts: "fan" }],
  ["a way that there is not", { ...empty, mode: "quick" }],
  ["a field of another version", { ...empty, colour: "red" }],
  ["no object", "draft"],
])("what another version kept is no draft: %s", (_, kept) => {
  expect(readDraft(JSON.parse(JSON.stringify(kept)) as unknown).ok).toBe(false);
});

test("a code or a day alone is nothing that somebody would miss; a name is", () => {
  expect(isWorthKeeping({ ...empty, code: "MT15-A3", promised: "2026-12-01" })).toBe(false);
  expect(isWorthKeeping({ ...empty, customer: "  " })).toBe(false);
  expect(isWorthKeeping({ ...empty, customer: "Wren" })).toBe(true);
});
