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

export function readJsonText(text: string): Result<unknown, CliError> {
  try {
    return ok(JSON.parse(text) as unknown);
  } catch (error) {
    return fail({ error: `this is not JSON: ${(error as Error).message}`, path: "" });
  }
}
