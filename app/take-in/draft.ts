import { reader } from "../../core/base/ajv.ts";
import { type NewTicket, newTicketSchema } from "../../core/ticket/index.ts";

const text = { type: "string" };

/** A field as it may be while it is typed: of its kind, however empty or long. */
const loose = (field: object): object => {
  if (!("type" in field)) return field;
  if (field.type === "string") return text;
  const hasTexts = "items" in field && (field.items as { type?: string }).type === "string";
  return hasTexts ? { type: "array", items: text } : field;
};

/** What was typed of a ticket that is not open yet, as this browser keeps it. */
export const readDraft = reader<NewTicket>({
  ...newTicketSchema,
  properties: Object.fromEntries(
    Object.entries(newTicketSchema.properties).map(([name, field]) => [name, loose(field)]),
  ),
});

/** Whether anything was typed that somebody would miss. */
export const isWorthKeeping = ({ customer, phone, fault, serial, condition }: NewTicket): boolean =>
  [customer, phone, fault, serial, condition].some((one) => one.trim() !== "");
