import { readFileSync } from "node:fs";
import path from "node:path";
import { format } from "prettier";
import { DOINGS } from "../people/index.ts";
import {
  notAllowedWords,
  peopleErrorWords,
  pinErrorWords,
  recordWords,
  signInErrorWords,
  whoMayWords,
} from "./people-words.ts";
import { rightsTable } from "./rights-table.ts";

test("the page of rights is the table of rights", async () => {
  const kept = readFileSync(path.join(import.meta.dirname, "../../docs/rights.md"), "utf8");
  expect(kept).toBe(await format(rightsTable(), { parser: "markdown", printWidth: 100 }));
});

test("everything that is not everybody's says who may, in a sentence", () => {
  for (const doing of DOINGS) expect(whoMayWords(doing)).toMatch(/^Only [a-z ,]+ may .+\.$/);
  expect(whoMayWords("guide")).toBe("Only the lead or a technician may change guides.");
  expect(whoMayWords("take-away")).toBe("Only the lead may take away what somebody else wrote.");
  expect(notAllowedWords("rates")).toMatch(/Nothing was written: hand the screen over/);
});

test.each([
  [{ type: "wrong" }, "That is not this person's PIN. Try again, or ask the lead for a new one."],
  [
    { type: "wait", wait: 5_000 },
    "Too many wrong tries. Try again in 5 s; the lead can give a new PIN.",
  ],
  [
    { type: "wait", wait: 900_000 },
    "Too many wrong tries. Try again in 15 min; the lead can give a new PIN.",
  ],
] as const)("why nobody was let in: %j", (error, words) => {
  expect(signInErrorWords(error)).toBe(words);
});

test("what is wrong with a PIN or a person says what to do", () => {
  for (const type of ["pin-form", "pin-weak", "pin-wrong"] as const) {
    expect(pinErrorWords({ type })).toMatch(/\.$/);
  }
  for (const type of ["person-unknown", "name-taken", "last-lead"] as const) {
    expect(peopleErrorWords({ type })).toMatch(/\.$/);
  }
});

test("what stands in the record is read in words; what a later version wrote by its own name", () => {
  expect(recordWords("pin-set")).toBe("set a PIN");
  expect(recordWords("of-tomorrow")).toBe("of-tomorrow");
});
