import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { type Guide, parseGuideText } from "../guide/index.ts";
import {
  CONNECTOR_WORDS,
  GLOSSARY,
  HANDLING_WORDS,
  holdsWords,
  JOINT_KIND_WORDS,
  JOINT_WAYS,
  jointSortWords,
  PART_KIND_WORDS,
} from "./index.ts";

const folder = path.join(import.meta.dirname, "../../guides");
const guides = readdirSync(folder)
  .filter((name) => name.endsWith(".json"))
  .map((name): Guide => {
    const guide = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
    if (!guide.ok) throw new Error(name);
    return guide.value;
  });

test("no word of a kind is a code of the file", () => {
  const words = [PART_KIND_WORDS, CONNECTOR_WORDS, JOINT_KIND_WORDS, HANDLING_WORDS].flatMap(
    (table) => Object.values(table),
  );
  for (const word of words) expect(word).toMatch(/^[a-z][a-z -]+$/);
  expect(words.join()).not.toMatch(/zif|esd|palmrest|daughterboard|coin-cell/);
});

test.each(guides.map((guide) => [guide.model, guide] as const))(
  "every joint of %s can be said: what sort it is, and what it holds to what",
  (_, guide) => {
    for (const [id, joint] of Object.entries(guide.joints)) {
      const sort = jointSortWords(joint);
      expect(sort).not.toMatch(/undefined|zif-/);
      if (joint.kind === "screws") expect(sort).toContain(`${joint.count} × ${joint.thread}`);
      const holds = holdsWords(guide, id);
      const way = joint.kind === "screws" ? /^It holds the .+ to the .+\.$/ : /^It joins the .+\.$/;
      expect(holds).toMatch(way);
      expect(holds).not.toMatch(/undefined|\bthe the\b/);
    }
  },
);

test("each way to open or shut a joint is a sentence, and the two are not the same", () => {
  for (const { off, on } of Object.values(JOINT_WAYS)) {
    expect(off).toMatch(/^[A-Z].*\.$/);
    expect(on).toMatch(/^[A-Z].*\.$/);
    expect(on).not.toBe(off);
  }
});

test("the words of the bench stand by name, each once, each with a sentence", () => {
  const words = GLOSSARY.map(({ word }) => word);
  expect(words).toEqual([...new Set(words)].sort((a, b) => a.localeCompare(b)));
  for (const { means } of GLOSSARY) expect(means).toMatch(/^[A-Z].*\.$/);
});
