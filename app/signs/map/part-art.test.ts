import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { parseGuideText } from "../../../core/guide/index.ts";
import { PART_KIND_WORDS } from "../../../core/words/index.ts";
import { chassisOf, isOutside } from "./chassis.ts";
import { artOf } from "./part-art.ts";

const KINDS = Object.keys(PART_KIND_WORDS) as (keyof typeof PART_KIND_WORDS)[];

/** All figures of a path: none may be missing. */
const figures = (d: string): readonly number[] =>
  [...d.matchAll(/-?[\d.]+/g)].map(([n]) => Number(n));

test("every kind of part is drawn within sight, whatever its size", () => {
  const side = fc.double({ min: 2, max: 400, noNaN: true });
  fc.assert(
    fc.property(fc.constantFrom(...KINDS), side, side, (kind, w, h) => {
      const d = artOf(kind, w, h);
      expect(d).not.toMatch(/NaN|undefined|Infinity/);
      for (const n of figures(d)) expect(Math.abs(n)).toBeLessThanOrEqual(Math.max(w, h) + 20);
    }),
  );
});

test("on every shipped guide some part is the outside, and shows what an outside shows", () => {
  const folder = path.join(import.meta.dirname, "../../../guides");
  for (const name of readdirSync(folder).filter((file) => file.endsWith(".json"))) {
    const guide = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
    if (!guide.ok) throw new Error(name);
    const shells = Object.keys(guide.value.parts).filter((id) => isOutside(guide.value, id));
    expect(shells.length).toBeGreaterThan(0);
    const all = shells.map((id) => chassisOf(guide.value, id)).join("");
    expect(all).not.toMatch(/NaN|undefined/);
    expect(all.length).toBeGreaterThan(50);
  }
});
