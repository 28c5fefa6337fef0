import { Ajv2020, type ErrorObject, type ValidateFunction } from "ajv/dist/2020.js";
import { fail, ok, type Result } from "../base/result.ts";
import { guideSchema } from "./schema.ts";
import type { Guide } from "./types.ts";

export interface Finding {
  readonly level: "error" | "warning";
  /** JSON Pointer into the guide file, "" for the whole. */
  readonly path: string;
  readonly message: string;
}

let compiled: ValidateFunction | undefined;

function validator(): ValidateFunction {
  compiled ??= new Ajv2020({ allErrors: true, discriminator: true, strict: false }).compile(
    guideSchema,
  );
  return compiled;
}

const pointer = (key: string): string => key.replaceAll("~", "~0").replaceAll("/", "~1");

function schemaFinding(error: ErrorObject): Finding {
  const at = error.instancePath;
  const params = error.params as Record<string, unknown>;
  switch (error.keyword) {
    case "additionalProperties": {
      const key = String(params.additionalProperty);
      return {
        level: "error",
        path: `${at}/${pointer(key)}`,
        message: `unknown key "${key}"; take it out, or check its spelling`,
      };
    }
    case "required":
      return {
        level: "error",
        path: at,
        message: `"${String(params.missingProperty)}" is missing; add it`,
      };
    case "enum":
      return {
        level: "error",
        path: at,
        message: `must be one of ${(params.allowedValues as unknown[]).join(", ")}`,
      };
    case "const":
      return {
        level: "error",
        path: at,
        message: `must be ${JSON.stringify(params.allowedValue)}`,
      };
    case "discriminator":
      return {
        level: "error",
        path: `${at}/kind`,
        message:
          "must be one of screws, connector, clips, adhesive, tape, route, seat, latch, rivets, weld",
      };
    default:
      return { level: "error", path: at, message: error.message ?? `fails ${error.keyword}` };
  }
}

const NOISE = new Set(["propertyNames", "anyOf"]);

/** The guide a value describes, or what the schema refuses. `covers` and `orders` default to none. */
export function parseGuide(value: unknown): Result<Guide, readonly Finding[]> {
  const validate = validator();
  if (!validate(value)) {
    const findings = (validate.errors ?? [])
      .filter((error) => !NOISE.has(error.keyword))
      .map(schemaFinding);
    return fail(findings);
  }
  const guide = value as Omit<Guide, "covers" | "orders"> & Partial<Guide>;
  return ok({ ...guide, covers: guide.covers ?? [], orders: guide.orders ?? [] });
}

/** The same from the text of a file; text that is no JSON is one finding. */
export function parseGuideText(source: string): Result<Guide, readonly Finding[]> {
  try {
    return parseGuide(JSON.parse(source));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return fail([{ level: "error", path: "", message: `this is not JSON: ${error.message}` }]);
  }
}
