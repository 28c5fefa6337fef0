import { type Reader, reader } from "../base/ajv.ts";
import type { Supply } from "../readings/index.ts";

export const MARK_KINDS = [
  "dent",
  "crack",
  "scratch",
  "bulge",
  "sticker",
  "foot-missing",
  "screw-missing",
  "liquid",
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** Something that was seen on a machine when it came in, at its place on the drawing: millimetres of the view. */
export interface Mark {
  readonly kind: MarkKind;
  readonly view: string;
  readonly x: number;
  readonly y: number;
  /** Of a missing screw: its lot, and which of its places. */
  readonly joint?: string;
  readonly place?: number;
  readonly note?: string;
}

export const DATA_CHOICES = ["backed-up", "not-backed-up", "clone", "fresh", "wipe"] as const;
export type DataChoice = (typeof DATA_CHOICES)[number];

/** What came in with a ticket beside the machine itself, and what was noted of it. */
export interface Intake {
  readonly marks?: readonly Mark[];
  /** The adapter that came with it, by its label, and what the machine's label asks for. */
  readonly adapter?: { readonly has: Supply; readonly needs: Supply };
  readonly data?: DataChoice;
  /** Who brings the data over, or what the wiping order says. */
  readonly dataNote?: string;
  /** How the password is dealt with; the password itself is not kept. */
  readonly password?: "none" | "owner-present" | "guest" | "sealed-note";
  readonly came?: string;
  /** It was packed elsewhere: by which shop (a short name of its key, or "unknown"), and who took it in when. */
  readonly elsewhere?: { readonly shop: string; readonly by: string; readonly at: string };
  /** The ticket of its first life, and days since it was handed back. */
  readonly before?: number;
}

const text = { type: "string", maxLength: 500 };
const mm = { type: "number", minimum: -50, maximum: 2000 };
const supply = {
  type: "object",
  required: ["volts", "amps", "plug"],
  additionalProperties: false,
  properties: {
    volts: { type: "number", minimum: 1, maximum: 60 },
    amps: { type: "number", minimum: 0.1, maximum: 30 },
    plug: { type: "string", minLength: 1, maxLength: 40 },
    centre: { enum: ["plus", "minus"] },
  },
};

export const intakeSchema = {
  type: "object",
  additionalProperties: false,
  properties: {
    marks: {
      type: "array",
      maxItems: 200,
      items: {
        type: "object",
        required: ["kind", "view", "x", "y"],
        additionalProperties: false,
        properties: {
          kind: { enum: [...MARK_KINDS] },
          view: { type: "string", minLength: 1, maxLength: 120 },
          x: mm,
          y: mm,
          joint: { type: "string", maxLength: 120 },
          place: { type: "integer", minimum: 0, maximum: 500 },
          note: { type: "string", maxLength: 200 },
        },
      },
    },
    adapter: {
      type: "object",
      required: ["has", "needs"],
      additionalProperties: false,
      properties: { has: supply, needs: supply },
    },
    data: { enum: [...DATA_CHOICES] },
    dataNote: text,
    password: { enum: ["none", "owner-present", "guest", "sealed-note"] },
    came: text,
    elsewhere: {
      type: "object",
      required: ["shop", "by", "at"],
      additionalProperties: false,
      properties: {
        shop: { type: "string", maxLength: 40 },
        by: { type: "string", maxLength: 120 },
        at: { type: "string", maxLength: 40 },
      },
    },
    before: { type: "integer", minimum: 1 },
  },
};

export const readIntake: Reader<Intake> = reader(intakeSchema);

/** What a picture of a machine as it came in is kept under, in the place of a step. */
export const AT_INTAKE = "intake";

/** How many screws of each lot were missing when the machine came in. */
export function screwsMissing({ marks = [] }: Intake): ReadonlyMap<string, number> {
  const missing = new Map<string, number>();
  for (const { kind, joint } of marks) {
    if (kind !== "screw-missing" || joint === undefined) continue;
    missing.set(joint, (missing.get(joint) ?? 0) + 1);
  }
  return missing;
}
