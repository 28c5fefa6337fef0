import { guideErrors } from "../check/index.ts";
import { parseGuide } from "../guide/index.ts";
import { planJob } from "../plan/index.ts";
import { findingWords } from "../words/index.ts";
import { readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

const tern = JSON.parse(
  readFileSync(path.join(import.meta.dirname, "../../guides/marrowby-tern-15.json"), "utf8"),
) as Json;

/** Words of the format and ids of the guide: junk that may pass for the real thing. */
const junk: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json>(null, true, -1, 0, 3, 1e9, "", "board", "fan-plug", "no-such", [], {}),
  fc.jsonValue({ maxDepth: 2 }) as fc.Arbitrary<Json>,
);

/** A way to spoil a file: which child to walk into at each level, how deep, and what to leave there. */
const spoiling = fc.record({
  turns: fc.array(fc.nat(1000), { minLength: 1, maxLength: 6 }),
  drop: fc.boolean(),
  junk,
});

function spoil(value: Json, { turns, drop, junk }: { turns: number[]; drop: boolean; junk: Json }) {
  const copy = structuredClone(value);
  let at: Json = copy;
  for (const [depth, turn] of turns.entries()) {
    if (at === null || typeof at !== "object") return copy;
    const holder = at as Record<string, Json>;
    const keys = Object.keys(holder);
    const key = keys[turn % Math.max(1, keys.length)];
    if (key === undefined) return copy;
    const child: Json = holder[key]!;
    const isLast = depth === turns.length - 1 || child === null || typeof child !== "object";
    if (!isLast) at = child;
    else if (drop && !Array.isArray(at)) delete holder[key];
    else holder[key] = junk;
    if (isLast) return copy;
  }
  return copy;
}

test("a spoiled guide file is a finding or a plan, never a crash, never a hang", () => {
  fc.assert(
    fc.property(fc.array(spoiling, { minLength: 1, maxLength: 3 }), fc.nat(), (ways, part) => {
      const value = ways.reduce<Json>(spoil, tern);
      const errors = guideErrors(value);
      for (const { level, path: at, about } of errors) {
        expect(level).toBe("error");
        expect(typeof at).toBe("string");
        expect(findingWords({ about }).length).toBeGreaterThan(3);
      }
      const guide = parseGuide(value);
      if (errors.length > 0 || !guide.ok) return;
      const ids = Object.keys(guide.value.parts);
      expect(planJob(guide.value, { for: [ids[part % ids.length]!] }).ok).toBe(true);
    }),
    {
      numRuns: 400,
      seed: 20261125,
      interruptAfterTimeLimit: 100_000,
      markInterruptAsFailure: true,
    },
  );
}, 120_000);

test("anything at all in the place of a guide file is a finding", () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      expect(guideErrors(value).length).toBeGreaterThan(0);
    }),
    { numRuns: 300, seed: 20261125 },
  );
});
