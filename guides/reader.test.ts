import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { walkJob } from "../cli/walk.ts";
import { type Guide, parseGuideText } from "../core/guide/index.ts";
import { drawnMachine, FAMILIES } from "../testing/drawn-machine.ts";
import { objections } from "../testing/reader.ts";

const shipped = readdirSync(import.meta.dirname)
  .filter((name) => name.endsWith(".json"))
  .map((name): Guide => {
    const guide = parseGuideText(readFileSync(path.join(import.meta.dirname, name), "utf8"));
    if (!guide.ok) throw new Error(name);
    return guide.value;
  });
const drawn = FAMILIES.map((family, i) => drawnMachine(family, 16, 71 + i).guide);

/** What a step may say beyond one breath: what can hurt, however long. */
const HURTS = /Swollen|Live:|lie loose|Hot after|Sharp|Eyes|Strap or mat/;

test.each([...shipped, ...drawn].map((guide) => [guide.model, guide] as const))(
  "%s: who reads every walk aloud finds nothing done live, tried in vain, spoken alike or too long",
  (_, guide) => {
    const found = Object.keys(guide.parts).flatMap((part, i) => {
      const mode = i % 2 === 0 ? "short" : "book";
      const walk = walkJob(guide, { for: [part], mode }, undefined);
      return walk.ok ? objections(guide, walk.value) : [];
    });
    const real = found.filter(({ rule, line }) => rule !== "long" || !HURTS.test(line));
    expect([...new Set(real.map(({ rule, line }) => `${rule}: ${line}`))]).toEqual([]);
  },
);
