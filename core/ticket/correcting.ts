import { reader } from "../base/ajv.ts";
import { fail, ok, type Result } from "../base/result.ts";
import { CORRECTABLE, type Correctable, WAYS_OF_ANSWER, type WayOfAnswer } from "./deeds.ts";
import { newTicketSchema } from "./new-ticket.ts";
import { wrongFields } from "./wrong-fields.ts";

/** The form in which a ticket is put right: what it should say, and how the change came about. */
export interface CorrectingForm extends Readonly<Record<Correctable, string>> {
  /** Whether another name or phone is that of the customer on all his tickets, or this ticket is somebody else's. */
  readonly whose: "ticket" | "customer";
  readonly why: string;
  /** How the customer heard of another day; empty: not yet. */
  readonly told: WayOfAnswer | "";
  /** Of a machine that is new here. */
  readonly maker: string;
  readonly model: string;
  readonly width: string;
  readonly height: string;
}

export type CorrectingField = keyof CorrectingForm;

const { properties: of } = newTicketSchema;
const properties = {
  customer: of.customer,
  phone: of.phone,
  code: of.code,
  serial: of.serial,
  fault: of.fault,
  condition: of.condition,
  work: of.work,
  promised: of.promised,
  whose: { enum: ["ticket", "customer"] },
  told: { enum: ["", ...WAYS_OF_ANSWER] },
  why: { type: "string", maxLength: 1000 },
  maker: of.maker,
  model: of.model,
  width: of.width,
  height: of.height,
};

const read = reader<CorrectingForm>({
  type: "object",
  additionalProperties: false,
  required: Object.keys(properties),
  properties,
});

/** A form that was filled in, or the fields that are wrong, in the order they are asked for. */
export function readCorrecting(value: unknown): Result<CorrectingForm, readonly CorrectingField[]> {
  const found = read(value);
  return found.ok ? ok(found.value) : fail(wrongFields(properties, found.error));
}

/** A form as a ticket fills it before anybody writes in it. */
export const correctingOf = (ticket: Readonly<Record<Correctable, string>>): CorrectingForm => ({
  ...ticket,
  whose: "customer",
  why: "",
  told: "",
  maker: "",
  model: "",
  width: "",
  height: "",
});

/** What a form says of a ticket itself. */
export const fieldsIn = (form: CorrectingForm): Readonly<Record<Correctable, string>> =>
  Object.fromEntries(CORRECTABLE.map((field) => [field, form[field]])) as Record<
    Correctable,
    string
  >;
