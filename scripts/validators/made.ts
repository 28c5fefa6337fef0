import path from "node:path";
import { _, Ajv2020 } from "ajv/dist/2020.js";
import standalone from "ajv/dist/standalone/index.js";
import { RULES } from "../../core/base/validator.ts";

/** Its types promise what its older form does not keep. */
const { default: standaloneCode } = standalone as unknown as { default: typeof standalone };

const BASE = path.resolve(import.meta.dirname, "../../core/base");

/** Shorter ones are cheaper where they stand, characters. */
const SHARED_FROM = 30;

/** Where a schema holds schemas: one, a list of them, or one by name. */
const ONE = ["items", "additionalProperties", "not", "if", "then", "else", "propertyNames"];
const LISTS = ["oneOf", "anyOf", "allOf", "prefixItems"];
const NAMED = ["properties", "patternProperties", "$defs", "dependentSchemas"];

type Schema = Record<string, unknown>;
const isSchema = (value: unknown): value is Schema => typeof value === "object" && value !== null;

/** A schema with each of the schemas that stand in it as `change` has it. */
function changed(schema: Schema, change: (inner: Schema) => Schema): Schema {
  const each = (inner: unknown) => (isSchema(inner) ? change(inner) : inner);
  return Object.fromEntries(
    Object.entries(schema).map(([key, value]) => {
      if (ONE.includes(key)) return [key, each(value)];
      if (LISTS.includes(key)) return [key, (value as unknown[]).map(each)];
      if (!NAMED.includes(key)) return [key, value];
      return [
        key,
        Object.fromEntries(Object.entries(value as Schema).map(([k, v]) => [k, each(v)])),
      ];
    }),
  );
}

/** A module that keeps the validators of schemas; what stands in them more than once is one function. */
export function made(schemas: ReadonlyMap<string, object>): string {
  const seen = new Map<string, number>();
  const count = (schema: Schema): Schema => {
    const text = JSON.stringify(schema);
    seen.set(text, (seen.get(text) ?? 0) + 1);
    return changed(schema, count);
  };
  for (const schema of schemas.values()) count(schema as Schema);
  const code = { source: true, esm: true, formats: _`FORMATS` };
  const ajv = new Ajv2020({ ...RULES, inlineRefs: false, code });
  const refs = new Map<string, string>();
  /** Of what stands elsewhere too, a reference. */
  const share = (schema: Schema): Schema => {
    const text = JSON.stringify(schema);
    // What refers to its own schema's definitions has to stay there.
    const stays = text.length < SHARED_FROM || text.includes('"#/');
    if (stays || (seen.get(text) ?? 0) < 2) return inside(schema);
    let ref = refs.get(text);
    if (ref === undefined) {
      ref = `s${refs.size}`;
      refs.set(text, ref);
      ajv.addSchema({ $id: ref, ...inside(schema) });
    }
    return { $ref: ref };
  };
  const inside = (schema: Schema): Schema => changed(schema, share);
  const names = [...schemas.keys()];
  for (const [i, name] of names.entries()) {
    ajv.addSchema({ ...inside(schemas.get(name) as Schema), $id: `v${i}` });
  }
  const of = Object.fromEntries(names.map((_name, i) => [`v${i}`, `v${i}`]));
  // What it needs while it runs it asks for in the older way, which no browser knows.
  const needed: string[] = [];
  const text = standaloneCode(ajv, of).replaceAll(
    /require\("(ajv\/dist\/runtime\/\w+)"\)\.default/g,
    (_all: string, module: string) => {
      if (!needed.includes(module)) needed.push(module);
      const i = needed.indexOf(module);
      return `(needed${i}.default ?? needed${i})`;
    },
  );
  return [
    `import { FORMATS } from ${JSON.stringify(path.join(BASE, "formats.ts"))};`,
    `import { keepValidator } from ${JSON.stringify(path.join(BASE, "validator-made.ts"))};`,
    ...needed.map((module, i) => `import needed${i} from ${JSON.stringify(`${module}.js`)};`),
    text,
    ...names.map((name, i) => `keepValidator(${JSON.stringify(name)}, v${i});`),
  ].join("\n");
}
