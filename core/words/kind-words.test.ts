import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { type Guide, parseGuideText } from "../guide/index.ts";
import {
  CONNECTOR_WORDS,
  GLOSSARY,
  HANDLING_WORDS,
  holdsWords,
  JOINT_KIND_WORDS,
  jointWay,
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

describe("how a joint opens and shuts", () => {
  test.each(guides.map((guide) => [guide.model, guide] as const))(
    "every joint of %s but screws has a sentence each way",
    (_, guide) => {
      for (const [id, { kind }] of Object.entries(guide.joints)) {
        const way = jointWay(guide, id);
        expect(way === undefined).toBe(kind === "screws");
        if (!way) continue;
        expect(way.off).toMatch(/^[A-Z].*\.$/);
        expect(way.on).toMatch(/^[A-Z].*\.$/);
        expect(way.on).not.toBe(way.off);
      }
    },
  );
  test("nothing that holds a pack is ever warmed, and a seal is not taken off whole", () => {
    let packs = 0;
    for (const guide of guides) {
      for (const [id, { joins }] of Object.entries(guide.joints)) {
        const parts = joins.map((part) => guide.parts[part]!);
        const way = jointWay(guide, id);
        const isPack = parts.some(
          ({ handling, kind }) => handling?.includes("lithium") === true || kind === "coin-cell",
        );
        if (isPack && way) {
          packs += 1;
          expect(`${way.off} ${way.on}`).not.toMatch(/warm|(?<!No )heat/i);
        }
        if (parts.some(({ kind }) => kind === "seal")) expect(way?.off).toMatch(/^It breaks/);
      }
    }
    expect(packs).toBeGreaterThan(8);
  });
  test("paste is twisted, pads are peeled, snaps without a tool are pulled by hand", () => {
    const wayOf = (model: string, id: string) =>
      jointWay(
        guides.find((guide) => guide.model === model)!,
        id,
      );
    const tern = guides.find(({ model }) => model === "Tern 15")!;
    const pasted = Object.keys(tern.joints).find(
      (id) => tern.joints[id]!.kind === "adhesive" && tern.joints[id]!.joins.includes("heatsink"),
    )!;
    expect(wayOf("Tern 15", pasted)?.off).toMatch(/Twist/);
    const padded = Object.keys(tern.joints).find(
      (id) => tern.joints[id]!.kind === "adhesive" && tern.joints[id]!.joins.includes("ssd-pad"),
    )!;
    expect(wayOf("Tern 15", padded)?.off).toMatch(/^Peel it/);
    const ferro = guides.find(({ model }) => model === "Ferro 13")!;
    const snaps = Object.keys(ferro.joints).find((id) => ferro.joints[id]!.kind === "clips")!;
    expect(wayOf("Ferro 13", snaps)?.off).toMatch(/by hand/);
  });
});

test("the words of the bench stand by name, each once, each with a sentence", () => {
  const words = GLOSSARY.map(({ word }) => word);
  expect(words).toEqual([...new Set(words)].sort((a, b) => a.localeCompare(b)));
  for (const { means } of GLOSSARY) expect(means).toMatch(/^[A-Z].*\.$/);
});
