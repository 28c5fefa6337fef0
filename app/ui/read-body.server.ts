import { readJson, type ErrorObject, type Reader } from "../../core/base/ajv.ts";
import { fail, type Result } from "../../core/base/result.ts";

/** The answer to something that was sent by `useSend`: an error in words, or none. */
export interface Sent {
  readonly error: string | undefined;
}

/** A screen's messages are small. */
const MOST_BYTES = 64_000;

/** A JSON body read by its schema. */
export async function readBody<T>(
  request: Request,
  read: Reader<T>,
): Promise<Result<T, readonly ErrorObject[]>> {
  const text = await request.text().catch(() => "");
  // A NUL ends a text for the database, wherever it stands: no field has one.
  return text.length > MOST_BYTES || text.includes("\\u0000") ? fail([]) : readJson(read, text);
}
