import { Ajv2020, type Options, type ValidateFunction } from "ajv/dist/2020.js";
import { FORMATS } from "./formats.ts";

/** JSON Schema 2020-12, all errors, unions told apart by their discriminator. */
export const RULES = {
  allErrors: true,
  discriminator: true,
  strict: false,
  formats: FORMATS,
} satisfies Options;

const ajv = new Ajv2020(RULES);

/** What holds a value against a schema. A browser may compile nothing: its build puts `validator-made.ts` here. */
export const validatorOf = <T>(schema: object): ValidateFunction<T> => ajv.compile<T>(schema);
