import type { ValidateFunction } from "ajv";
import { schemaName } from "./schema-name.ts";

const made = new Map<string, ValidateFunction>();

/** Keeps a validator that the build has made of a schema; called by what the build makes. @public */
export const keepValidator = (name: string, validator: ValidateFunction): void =>
  void made.set(name, validator);

/** As `validator.ts`, where nothing may be compiled: of the schemas that the build has found. */
export function validatorOf<T>(schema: object): ValidateFunction<T> {
  const validator = made.get(schemaName(schema));
  if (!validator) throw new Error("The build has made no validator of this schema.");
  return validator as ValidateFunction<T>;
}
