import { type ErrorObject, reader } from "../base/ajv.ts";
import { fail, type Result } from "../base/result.ts";
import type { NewModel } from "../learn/index.ts";
import { PACK_SIGNS, type PackSign } from "../bench/index.ts";

/** What is asked when a machine is taken in. */
export interface NewTicket {
  readonly customer: string;
  readonly phone: string;
  readonly fault: string;
  readonly code: string;
  readonly serial: string;
  readonly condition: string;
  /** What the first look at the machine says of its pack. */
  readonly signs: readonly PackSign[];
  readonly parts: readonly string[];
  readonly mode: "short" | "book";
  readonly promised: string;
  /** Of a machine that no guide answers to: who made it, and the size of its base in millimetres. */
  readonly maker?: string;
  readonly model?: string;
  readonly width?: string;
  readonly height?: string;
}

/** The new model that a ticket describes, when its maker, name and size are there. */
export function newModelOf(ticket: NewTicket): NewModel | undefined {
  const { maker = "", model = "", code } = ticket;
  const [width, height] = [Number(ticket.width), Number(ticket.height)];
  const isSize = (mm: number): boolean => mm >= LEAST_MM && mm <= MOST_MM;
  if (maker.trim() === "" || model.trim() === "" || !isSize(width) || !isSize(height)) {
    return undefined;
  }
  return { maker: maker.trim(), model: model.trim(), code: code.trim(), width, height };
}

/** No laptop is smaller, or larger. */
const LEAST_MM = 100;
const MOST_MM = 600;

export type NewTicketField = keyof NewTicket;

const line = { type: "string", maxLength: 200 };
const needed = { type: "string", pattern: "\\S", maxLength: 200 };

const size = { type: "string", pattern: "^(\\d{2,3}(\\.\\d)?)?$" };

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
    "signs",
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
    signs: { type: "array", items: { enum: [...PACK_SIGNS] }, uniqueItems: true },
    parts: {
      type: "array",
      items: { type: "string", maxLength: 120 },
      minItems: 1,
      uniqueItems: true,
    },
    mode: { enum: ["short", "book"] },
    promised: { type: "string", format: "day", pattern: "^20\\d\\d" },
    maker: line,
    model: line,
    width: size,
    height: size,
  },
};

const read = reader<NewTicket>(newTicketSchema);

/** A new ticket, or the fields that are wrong, in the order they are asked for. */
export function readNewTicket(value: unknown): Result<NewTicket, readonly NewTicketField[]> {
  const found = read(value);
  return found.ok ? found : fail(fieldsOf(found.error));
}

function fieldsOf(errors: readonly ErrorObject[]): readonly NewTicketField[] {
  return (Object.keys(newTicketSchema.properties) as NewTicketField[]).filter((field) =>
    errors.some(
      ({ instancePath, params }) =>
        instancePath.split("/")[1] === field ||
        (params as Record<string, unknown>)["missingProperty"] === field,
    ),
  );
}

const BULGES = /\b(bulg|swell|swoll|puff|bloat|balloon)/i;

/** What speaks for a swollen pack: what was seen at the counter, and the customer's own words. */
export const packSigns = ({
  signs,
  fault,
  condition,
}: Pick<NewTicket, "signs" | "fault" | "condition">): readonly PackSign[] =>
  BULGES.test(fault) || BULGES.test(condition)
    ? [...new Set<PackSign>([...signs, "fault-says-so"])]
    : signs;
