import { parseJson } from "../core/base/parse-json.ts";
import { fail, ok, type Result } from "../core/base/result.ts";
import { readFileSync } from "node:fs";

/** What a call of the guide command could not do, and where in its input. */
export interface CliError {
  readonly error: string;
  readonly path: string;
}

/** A file's text, without the byte-order mark that some editors write. */
export function readText(file: string): Result<string, CliError> {
  try {
    return ok(readFileSync(file, "utf8").replace(/^\uFEFF/, ""));
  } catch {
    return fail({ error: `cannot read the file ${file}`, path: "" });
  }
}

/** The value of a JSON text, to be read by its schema. */
export function readJsonText(text: string): Result<unknown, CliError> {
  const value = parseJson(text);
  return value.ok ? value : fail({ error: `this is not JSON: ${value.error}`, path: "" });
}
