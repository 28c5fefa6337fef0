import { reader } from "../../core/base/ajv.ts";
import type { NewTicket } from "../../core/ticket/index.ts";

const text = { type: "string" };
const texts = { type: "array", items: text };

/** What was typed of a ticket that is not open yet, as this browser keeps it. */
export const readDraft = reader<NewTicket>({
  type: "object",
  additionalProperties: false,
  required: [
    "customer",
    "phone",
    "fault",
    "code",
    "serial",
    "condition",
    "signs",
    "parts",
    "mode",
    "promised",
  ],
  properties: {
    customer: text,
    phone: text,
    fault: text,
    code: text,
    serial: text,
    condition: text,
    signs: texts,
    parts: texts,
    mode: { enum: ["short", "book"] },
    promised: text,
  },
});

/** Whether anything was typed that somebody would miss. */
export const isWorthKeeping = ({ customer, phone, fault, serial, condition }: NewTicket): boolean =>
  [customer, phone, fault, serial, condition].some((one) => one.trim() !== "");
