import type { ErrorObject, ValidateFunction } from "ajv";
import { parseJson } from "./parse-json.ts";
import { fail, ok, type Result } from "./result.ts";
import { validatorOf } from "./validator.ts";

/** Reads a value by a schema: what it describes, or what is wrong with it. */
export type Reader<T> = (value: unknown) => Result<T, readonly ErrorObject[]>;

let hear: ((schema: object) => void) | undefined;

/** Hears of each schema that a reader is made by, from now on: the build compiles those of the browser. */
export const hearSchemas = (heard: (schema: object) => void): void => void (hear = heard);

/** A reader by a schema, which is compiled when it is first asked. */
export function reader<T>(schema: object): Reader<T> {
  hear?.(schema);
  let validate: ValidateFunction<T> | undefined;
  return (value: unknown) => {
    validate ??= validatorOf<T>(schema);
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
