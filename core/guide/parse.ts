import { type ErrorObject, reader } from "../base/ajv.ts";
import { parseJson } from "../base/parse-json.ts";
import { fail, ok, type Result } from "../base/result.ts";
import type { About, Finding } from "./finding.ts";
import { guideSchema } from "./schema.ts";
import { type Guide, JOINT_KINDS } from "./types.ts";

const pointer = (key: string): string => key.replaceAll("~", "~0").replaceAll("/", "~1");

const error = (path: string, about: About): Finding => ({ level: "error", path, about });

function schemaFinding({ instancePath: at, keyword, params, message }: ErrorObject): Finding {
  const facts = params as Record<string, unknown>;
  switch (keyword) {
    case "additionalProperties": {
      const key = String(facts["additionalProperty"]);
      return error(`${at}/${pointer(key)}`, { type: "key-unknown", key });
    }
    case "required":
      return error(at, { type: "key-missing", key: String(facts["missingProperty"]) });
    case "enum":
      return error(at, {
        type: "not-one-of",
        allowed: (facts["allowedValues"] as unknown[]).map(String),
      });
    case "const":
      return error(at, { type: "not-the-value", wanted: JSON.stringify(facts["allowedValue"]) });
    case "discriminator":
      return error(`${at}/kind`, { type: "not-one-of", allowed: JOINT_KINDS });
    default:
      return error(at, { type: "schema", why: message ?? `fails ${keyword}` });
  }
}

const NOISE = new Set(["propertyNames", "anyOf"]);

type GuideFile = Omit<Guide, "covers" | "orders"> & Partial<Guide>;
const readGuide = reader<GuideFile>(guideSchema);

/** The guide a value describes, or what the schema refuses. `covers` and `orders` default to none. */
export function parseGuide(value: unknown): Result<Guide, readonly Finding[]> {
  const read = readGuide(value);
  if (!read.ok) {
    return fail(read.error.filter(({ keyword }) => !NOISE.has(keyword)).map(schemaFinding));
  }
  const { covers = [], orders = [] } = read.value;
  return ok({ ...read.value, covers, orders });
}

/** The same from the text of a file; text that is no JSON is one finding. */
export function parseGuideText(source: string): Result<Guide, readonly Finding[]> {
  const value = parseJson(source);
  if (value.ok) return parseGuide(value.value);
  return fail([error("", { type: "not-json", why: value.error })]);
}
