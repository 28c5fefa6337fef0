import { reader } from "../base/ajv.ts";
import { fail, type Result } from "../base/result.ts";
import type { NewModel } from "../learn/index.ts";
import { PACK_SIGNS, type PackSign } from "../bench/index.ts";
import { CONSENTS, type Consent } from "./deeds.ts";
import { type Intake, intakeSchema } from "./intake.ts";
import { type Work, WORKS } from "./stage.ts";
import { wrongFields } from "./wrong-fields.ts";

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
  /** What the customer wants done. */
  readonly work: Work;
  /** Parts to replace, or to clean; none where the fault is to be found first. */
  readonly parts: readonly string[];
  /** Condition on the drawing, adapter, data, password. */
  readonly intake: Intake;
  /** What the customer was asked to agree to, and what he said. */
  readonly consents: readonly { readonly about: Consent; readonly given: "yes" | "no" | "open" }[];
  readonly mode: "short" | "book";
  readonly promised: string;
  /**
   * Of a machine that no guide answers to: who made it, and the size of its base in millimetres. Without them, and
   * without a code, nobody knows yet which machine it is.
   */
  readonly maker?: string;
  readonly model?: string;
  readonly width?: string;
  readonly height?: string;
}

/** The new model that a ticket describes, when its maker and name are there; a size nobody measured is a usual one. */
export function newModelOf({
  maker = "",
  model = "",
  code,
  width = "",
  height = "",
}: Pick<NewTicket, "maker" | "model" | "code" | "width" | "height">): NewModel | undefined {
  if (maker.trim() === "" || model.trim() === "") return undefined;
  const size = (typed: string, usual: number): number => (typed === "" ? usual : Number(typed));
  const [across, deep] = [size(width, USUAL_SIZE.width), size(height, USUAL_SIZE.height)];
  const isSize = (mm: number): boolean => mm >= LEAST_MM && mm <= MOST_MM;
  if (!isSize(across) || !isSize(deep)) return undefined;
  const name = { maker: maker.trim(), model: model.trim() };
  // A label that cannot be read any more: the machine goes by its name.
  const known = code.trim() === "" ? `${name.maker} ${name.model}` : code.trim();
  return { ...name, code: known, width: across, height: deep };
}

/** No laptop is smaller, or larger. */
const LEAST_MM = 100;
const MOST_MM = 600;

/** The base of a usual laptop, mm. */
export const USUAL_SIZE = { width: 360, height: 245 };

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
    "work",
    "parts",
    "intake",
    "consents",
    "mode",
    "promised",
  ],
  properties: {
    customer: needed,
    phone: line,
    fault: { type: "string", pattern: "\\S", maxLength: 2000 },
    code: line,
    serial: line,
    condition: { type: "string", maxLength: 2000 },
    signs: { type: "array", items: { enum: [...PACK_SIGNS] }, uniqueItems: true },
    work: { enum: [...WORKS] },
    parts: {
      type: "array",
      items: { type: "string", maxLength: 120 },
      maxItems: 200,
      uniqueItems: true,
    },
    intake: intakeSchema,
    consents: {
      type: "array",
      maxItems: CONSENTS.length,
      items: {
        type: "object",
        required: ["about", "given"],
        additionalProperties: false,
        properties: { about: { enum: [...CONSENTS] }, given: { enum: ["yes", "no", "open"] } },
      },
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

/** Where no part is named, what it is has to be found out first. */
export const workOf = ({ work, parts }: Pick<NewTicket, "work" | "parts">): Work =>
  parts.length === 0 && (work === "replace" || work === "upgrade") ? "find" : work;

/** A new ticket, or the fields that are wrong, in the order they are asked for. */
export function readNewTicket(value: unknown): Result<NewTicket, readonly NewTicketField[]> {
  const found = read(value);
  return found.ok ? found : fail(wrongFields(newTicketSchema.properties, found.error));
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
