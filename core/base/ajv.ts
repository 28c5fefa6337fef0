import { Ajv2020, type ErrorObject, type ValidateFunction } from "ajv/dist/2020.js";
import { parseJson } from "./parse-json.ts";
import { fail, ok, type Result } from "./result.ts";

/** The one Ajv: JSON Schema 2020-12, all errors, unions told apart by their discriminator. */
const ajv = new Ajv2020({ allErrors: true, discriminator: true, strict: false });

/** A day that there is in the calendar: 2026-02-31 is none. */
ajv.addFormat("day", (text) => {
  const at = new Date(`${text}T00:00:00Z`);
  return (
    /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(+at) && at.toISOString().startsWith(text)
  );
});

/** Reads a value by a schema: what it describes, or what is wrong with it. */
export type Reader<T> = (value: unknown) => Result<T, readonly ErrorObject[]>;

/** A reader by a schema, which is compiled when it is first asked. */
export function reader<T>(schema: object): Reader<T> {
  let validate: ValidateFunction<T> | undefined;
  return (value: unknown) => {
    validate ??= ajv.compile<T>(schema);
    return validate(value) ? ok(value) : fail([...(validate.errors ?? [])]);
  };
}

/** The same from text; text that is no JSON is wrong as a whole. */
export function readJson<T>(read: Reader<T>, text: string): Result<T, readonly ErrorObject[]> {
  const value = parseJson(text);
  if (value.ok) return read(value.value);
  const message = `is not JSON: ${value.error}`;
  return fail([{ instancePath: "", schemaPath: "", keyword: "json", params: {}, message }]);
}

export type { ErrorObject };
