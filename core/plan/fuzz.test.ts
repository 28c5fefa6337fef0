import { readFileSync } from "node:fs";
import path from "node:path";
import { parseGuide } from "../guide/parse.ts";
import { pick, seeded } from "../testing/seeded.ts";
import { guideErrors } from "./check.ts";
import { planJob } from "./plan.ts";

const tern = JSON.parse(
  readFileSync(path.join(import.meta.dirname, "../../guides/marrowby-tern-15.json"), "utf8"),
) as Json;

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
const JUNK: readonly Json[] = [
  null,
  true,
  -1,
  0,
  3,
  1e9,
  "",
  "board",
  "fan-plug",
  "no-such",
  [],
  {},
];

/** Walks to a random place of a value and spoils it: dropped, replaced by junk or by another place. */
function spoil(value: Json, random: () => number): Json {
  const copy = structuredClone(value);
  let at: Json = copy;
  for (let depth = 0; depth < 6; depth++) {
    if (at === null || typeof at !== "object") break;
    const holder: Record<string, Json> | Json[] = at;
    const key = pick(random, Object.keys(holder));
    if (key === undefined) break;
    const child = (holder as Record<string, Json>)[key]!;
    const isLeaf = child === null || typeof child !== "object";
    if (!isLeaf && random() < 0.8) {
      at = child;
      continue;
    }
    if (random() < 0.3 && !Array.isArray(holder)) delete holder[key];
    else (holder as Record<string, Json>)[key] = pick(random, JUNK);
    break;
  }
  return copy;
}

test.each(Array.from({ length: 20 }, (_, i) => i))(
  "a spoiled guide file is a finding or a plan, never a crash: batch %i",
  (batch) => {
    for (let seed = batch * 20 + 1; seed <= batch * 20 + 20; seed++) {
      const random = seeded(seed);
      let value: Json = tern;
      const times = 1 + Math.floor(3 * random());
      for (let i = 0; i < times; i++) value = spoil(value, random);
      const errors = guideErrors(value);
      for (const { level, path: at, message } of errors) {
        expect({ seed, level, at: typeof at, said: message.length > 3 }).toEqual({
          seed,
          level: "error",
          at: "string",
          said: true,
        });
      }
      const guide = parseGuide(value);
      if (errors.length > 0 || !guide.ok) continue;
      const part = pick(random, Object.keys(guide.value.parts));
      expect({ seed, ok: planJob(guide.value, { for: [part] }).ok }).toEqual({ seed, ok: true });
    }
  },
);
