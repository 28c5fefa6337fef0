import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { guideSchema } from "../core/guide/schema.ts";
import { schemaName } from "../core/base/schema-name.ts";
import { seeded } from "../core/base/seeded.ts";
import { validatorOf } from "../core/base/validator.ts";
import { validatorOf as madeOf } from "../core/base/validator-made.ts";
import { made } from "../scripts/validators/made.ts";

/** Takes a leaf of a value away, or puts something strange in its place. */
function spoilt(value: unknown, random: () => number): unknown {
  if (typeof value !== "object" || value === null || random() < 0.05) {
    return [undefined, null, 3, -1, "", "2026-02-31", [], {}, { type: "?" }][
      Math.floor(random() * 9)
    ];
  }
  const keys = Object.keys(value);
  const key = keys[Math.floor(random() * keys.length)] ?? "more";
  const inner = spoilt((value as Record<string, unknown>)[key], random);
  if (Array.isArray(value))
    return value.map((one: unknown, i) => (String(i) === key ? inner : one));
  return { ...value, [key]: inner };
}

test("a validator that the build has made finds what the compiled one finds, in the same places", async () => {
  const folder = mkdtempSync(path.resolve("testing/.made-"));
  try {
    const file = path.join(folder, "guide.ts");
    writeFileSync(file, made(new Map([[schemaName(guideSchema), guideSchema]])));
    await import(pathToFileURL(file).href);
  } finally {
    rmSync(folder, { recursive: true });
  }
  const [compiled, ready] = [validatorOf(guideSchema), madeOf(guideSchema)];
  const guide: unknown = JSON.parse(readFileSync("guides/marrowby-tern-15.json", "utf8"));
  const random = seeded(26);
  const wrong = new Set<string>();
  for (let i = 0; i < 400; i++) {
    const value = i === 0 ? guide : spoilt(i % 3 ? guide : spoilt(guide, random), random);
    const said = (validator: typeof ready) => {
      const is = validator(value);
      return [
        is,
        (validator.errors ?? []).map((one) => [one.instancePath, one.keyword, one.params]),
      ];
    };
    expect(said(ready)).toEqual(said(compiled));
    for (const { keyword } of ready.errors ?? []) wrong.add(keyword);
  }
  expect(wrong.size).toBeGreaterThan(5);
});
