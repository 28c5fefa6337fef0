import { type Reader, readJson } from "../../core/base/ajv.ts";

/** A JSON column read by its schema; what does not fit was not written by this program, and throws. */
export function readColumn<T>(read: Reader<T>, text: string, what: string): T {
  const found = readJson(read, text);
  if (found.ok) return found.value;
  const [first] = found.error;
  throw new Error(`${what} on disk is damaged at ${first?.instancePath ?? ""}: ${first?.message}`);
}
