import { fail, ok, type Result } from "./result.ts";

/** The value of a JSON text, to be read by its schema; or what is wrong with the text. */
export function parseJson(text: string): Result<unknown, string> {
  try {
    return ok(JSON.parse(text));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return fail(error.message);
  }
}
