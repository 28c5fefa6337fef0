import { Ajv2020, type ErrorObject, type ValidateFunction } from "ajv/dist/2020.js";
import { fail, ok, type Result } from "../base/result.ts";

/** What is asked when a machine is taken in. */
export interface NewTicket {
  readonly customer: string;
  readonly phone: string;
  readonly fault: string;
  readonly code: string;
  readonly serial: string;
  readonly condition: string;
  readonly parts: readonly string[];
  readonly mode: "short" | "book";
  readonly promised: string;
}

export type FieldErrors = Readonly<Partial<Record<keyof NewTicket, string>>>;

const line = { type: "string", maxLength: 200 };
const needed = { type: "string", pattern: "\\S", maxLength: 200 };

export const newTicketSchema = {
  type: "object",
  additionalProperties: false,
  required: [
    "customer",
    "phone",
    "fault",
    "code",
    "serial",
    "condition",
    "parts",
    "mode",
    "promised",
  ],
  properties: {
    customer: needed,
    phone: line,
    fault: { type: "string", pattern: "\\S", maxLength: 2000 },
    code: needed,
    serial: line,
    condition: { type: "string", maxLength: 2000 },
    parts: {
      type: "array",
      items: { type: "string", maxLength: 120 },
      minItems: 1,
      uniqueItems: true,
    },
    mode: { enum: ["short", "book"] },
    promised: { type: "string", pattern: "^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$" },
  },
};

const WORDS: Readonly<Record<keyof NewTicket, string>> = {
  customer: "Whose machine is it? Write the customer's name.",
  phone: "A phone number has at most 200 characters.",
  fault: "What is wrong, in the customer's words?",
  code: "Type or scan the code on the underside.",
  serial: "A serial number has at most 200 characters.",
  condition: "At most 2000 characters.",
  parts: "Choose at least one part to replace.",
  mode: "Choose book or short.",
  promised: "Choose the day it is promised for.",
};

let compiled: ValidateFunction | undefined;

/** A new ticket, or what is wrong with it, field by field, in words. */
export function parseNewTicket(value: unknown): Result<NewTicket, FieldErrors> {
  compiled ??= new Ajv2020({ allErrors: true }).compile(newTicketSchema);
  if (compiled(value)) return ok(value as NewTicket);
  return fail(fieldErrors(compiled.errors ?? []));
}

function fieldErrors(errors: readonly ErrorObject[]): FieldErrors {
  const fields = Object.keys(WORDS) as (keyof NewTicket)[];
  const wrong = fields.filter((field) =>
    errors.some(
      ({ instancePath, params }) =>
        instancePath.split("/")[1] === field || params.missingProperty === field,
    ),
  );
  return Object.fromEntries(wrong.map((field) => [field, WORDS[field]]));
}
