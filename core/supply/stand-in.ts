import { seeded } from "../base/seeded.ts";
import type { Guide, PartKind } from "../guide/index.ts";
import { type Item, orderedAs, unitOf } from "./items.ts";

/** Cents that a new part of a kind costs about, where it is not the rest. */
const ABOUT: Readonly<Partial<Record<PartKind, number>>> = {
  motherboard: 26_000,
  display: 14_000,
  palmrest: 9500,
  storage: 7800,
  memory: 5200,
  battery: 6400,
  keyboard: 5200,
  heatsink: 4300,
  fan: 2600,
  touchpad: 3400,
  daughterboard: 2900,
  jack: 1900,
  wifi: 2200,
};
const REST = 1500;

/** Parts that nobody sells by themselves: small things, and what no code stands on. */
const UNSOLD: ReadonlySet<PartKind> = new Set<PartKind>([
  "tape",
  "pad",
  "sticker",
  "seal",
  "antenna",
]);

const FORMS = [
  { condition: "new", price: 1, days: 2, late: 3, bad: 0.02, stock: 8 },
  { condition: "used", price: 0.55, days: 3, late: 6, bad: 0.08, stock: 3 },
  { condition: "pulled", price: 0.4, days: 5, late: 9, bad: 0.15, stock: 1 },
] as const;

/**
 * What the made-up supplier of the demo has for machines: each part that has a code and can be had alone, new, used and
 * pulled from a machine; what is joined for good comes as one thing; coolers also come with their fans. The same guides
 * give the same list.
 */
export function standInItems(guides: readonly Guide[]): readonly Item[] {
  const items = new Map<string, Item>();
  for (const guide of guides) {
    for (const [id, part] of Object.entries(guide.parts)) {
      const code = part.codes?.[0];
      if (code === undefined || UNSOLD.has(part.kind) || orderedAs(guide, id) !== id) continue;
      const beside = unitOf(guide, id).filter((other) => other !== id);
      const random = seeded(hashOf(code));
      const factor = 0.8 + 0.4 * random();
      const comesWith = codesIn(guide, beside);
      for (const form of FORMS) {
        const price = Math.round(((ABOUT[part.kind] ?? REST) * factor * form.price) / 10) * 10;
        const named = `${part.name}, ${guide.model}`.slice(0, 120);
        items.set(`${code}/${form.condition}`, {
          ...form,
          id: `${code}/${form.condition}`,
          code,
          name: named,
          comesWith,
          price,
          carriage: form.condition === "new" ? 490 : 690,
          days: form.days + Math.floor(2 * random()),
          late: form.late + Math.floor(4 * random()),
        });
      }
    }
  }
  return [...items.values()];
}

const codesIn = ({ parts }: Guide, ids: readonly string[]): readonly string[] => [
  ...new Set(ids.flatMap((id) => parts[id]?.codes?.slice(0, 1) ?? [])),
];

const hashOf = (text: string): number =>
  [...text].reduce((hash, letter) => (Math.imul(hash, 31) + letter.charCodeAt(0)) >>> 0, 7);
