import { reader } from "../../core/base/ajv.ts";
import { nanoid } from "nanoid";
import { type NewTicket, newTicketSchema } from "../../core/ticket/index.ts";
import { readKept, writeKept } from "../ui/use-kept.ts";

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

/** Where this browser keeps what is typed. */
const DRAFT = "new-ticket";
/** The id of what is typed: sent again after an answer that got lost, it is one ticket. */
const SENT = "new-ticket-id";
const readId = reader<string>({ type: "string" });

export const keptDraft = (): NewTicket | undefined => readKept(DRAFT, readDraft);

export const keepDraft = (now: NewTicket): void =>
  writeKept(DRAFT, isWorthKeeping(now) ? now : undefined);

/** The id that goes with what is typed, until its ticket is open. */
export function sentId(): string {
  const id = readKept(SENT, readId) ?? nanoid();
  writeKept(SENT, id);
  return id;
}

export function forgetDraft(): void {
  writeKept(DRAFT, undefined);
  writeKept(SENT, undefined);
}
