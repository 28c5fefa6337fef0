import { reader } from "../base/ajv.ts";
import { parseJson } from "../base/parse-json.ts";
import { fail, ok, type Result } from "../base/result.ts";
import {
  type Guide,
  type GuideJoint,
  type GuidePart,
  guideSchema,
  type LearntFact,
  type View,
} from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";

/**
 * That one thing stands in the way of another: it lies over it (`over`; the first is a part), or it has to be
 * done first for another reason (`first`). Things are parts and joints of the guide.
 */
export interface Claim {
  readonly how: "over" | "first";
  readonly first: string;
  readonly then: string;
}

/** What is called by a name on the machine's own label. */
const LABEL = [
  "id",
  "maker",
  "model",
  "codes",
  "recognise",
  "note",
  "chargerOpen",
  "boot",
] as const;
export type Machine = Pick<Guide, (typeof LABEL)[number]>;

/** One thing that was seen, done or said at the bench; `id` is what a take-back names. */
export type Sighting = { readonly id?: string; readonly by?: string; readonly at?: string } & (
  | DownStep
  /** A machine of the model stands closed on the bench: another job begins. */
  | { readonly do: "closed" }
  /** A picture was taken of what lies open now. */
  | { readonly do: "view"; readonly view: string; readonly facts: View }
  /** The size of what lies open, to be drawn on without a picture: no evidence of what can be seen. */
  | { readonly do: "outline"; readonly view: string; readonly facts: View }
  | { readonly do: "shows"; readonly view: string; readonly things: readonly string[] }
  /** A part or a joint as it was entered, or entered anew. */
  | { readonly do: "part"; readonly part: string; readonly facts: GuidePart }
  | { readonly do: "joint"; readonly joint: string; readonly facts: GuideJoint }
  /** An answer to "could it be done with all of these as they were?", and, of a "no", all that was pointed at. */
  | {
      readonly do: "answer";
      readonly claims: readonly Claim[];
      readonly answer: "yes" | "no" | "unknown";
      readonly inTheWay?: readonly Claim[];
    }
  /** It would not come until this was out of the way. */
  | { readonly do: "snag"; readonly claim: Claim }
  /** Of a contradiction: what stands from now on. */
  | { readonly do: "decide"; readonly claim: Claim; readonly holds: boolean }
  | { readonly do: "back"; readonly of: string }
);

/** What was done to one machine from closed, with the pictures where they were taken. */
export type Act = DownStep | { readonly do: "view"; readonly view: string };

/** Everything that was learnt of a model, in the order in which it was. */
export interface Log {
  readonly format: "brisk-bench-log";
  readonly version: 1;
  readonly machine: Machine;
  readonly sightings: readonly Sighting[];
}

const text = { type: "string", minLength: 1, maxLength: 400 };
const id = { $ref: "#/$defs/id" };
const record = (required: Readonly<Record<string, unknown>>, optional = {}) => ({
  type: "object",
  required: Object.keys(required),
  properties: { ...required, ...optional },
  additionalProperties: false,
});
const claim = record({ how: { enum: ["over", "first"] }, first: id, then: id });
const sighting = (
  what: string,
  required: Readonly<Record<string, unknown>>,
  optional: Readonly<Record<string, unknown>> = {},
) => record({ do: { const: what }, ...required }, { id: text, by: text, at: text, ...optional });
const claims = { type: "array", items: claim, minItems: 1 };
const ids = { type: "array", items: id, minItems: 1, uniqueItems: true };
const flag = { type: "boolean" };

const ANSWERED = [
  sighting("answer", { claims, answer: { enum: ["yes", "no", "unknown"] } }, { inTheWay: claims }),
  sighting("decide", { claim, holds: flag }),
];
/** What can be entered at a bench beside the steps that are done there. */
const ENTERED = [
  sighting("outline", { view: id, facts: { $ref: "#/$defs/view" } }),
  sighting("view", { view: id, facts: { $ref: "#/$defs/view" } }),
  sighting("shows", { view: id, things: ids }),
  sighting("part", { part: id, facts: { $ref: "#/$defs/part" } }),
  sighting("joint", { joint: id, facts: { $ref: "#/$defs/joint" } }),
  ...ANSWERED,
  sighting("snag", { claim }),
];
const one = (of: readonly object[]) => ({
  type: "object",
  required: ["do"],
  discriminator: { propertyName: "do" },
  oneOf: of,
});

/** Sightings as a bench sends them; the schema that they stand in has `guideSchema.$defs` at its root. */
export const enteredSchema = { type: "array", minItems: 1, maxItems: 200, items: one(ENTERED) };

const sightingsSchema = {
  type: "array",
  items: one([
    ...ENTERED,
    sighting("release", { joint: id }),
    sighting("lift", { parts: ids }),
    sighting("closed", {}),
    sighting("back", { of: text }),
  ]),
};

const logSchema = {
  $id: "brisk-bench-log",
  $defs: guideSchema.$defs,
  ...record({
    format: { const: "brisk-bench-log" },
    version: { const: 1 },
    machine: record(
      {
        id,
        maker: text,
        model: text,
        codes: { type: "array", items: text, minItems: 1 },
        recognise: text,
      },
      { note: text, chargerOpen: flag, boot: { type: "number", minimum: 0, maximum: 600 } },
    ),
    sightings: sightingsSchema,
  }),
};

export interface LogError {
  readonly path: string;
  readonly why: string;
}

const read = reader<Log>(logSchema);
const readSightings = reader<readonly Sighting[]>({ $defs: guideSchema.$defs, ...sightingsSchema });

/** Answers as a screen sends them, and what was decided where they are at odds with what was seen. */
export const readAnswers = reader<readonly Sighting[]>({
  $defs: guideSchema.$defs,
  type: "array",
  minItems: 1,
  maxItems: 500,
  items: one(ANSWERED),
});

/** What a learnt guide was learnt from; none for a guide that was written, or whose record cannot be read. */
export function sightingsOf({ learnt }: Guide): readonly Sighting[] | undefined {
  if (learnt === undefined) return undefined;
  const sightings = readSightings(learnt);
  return sightings.ok ? sightings.value : undefined;
}

/** Facts of a ledger, which were read by the schema when they were admitted. */
export const asSightings = (facts: readonly LearntFact[]): readonly Sighting[] =>
  facts as unknown as readonly Sighting[];

export const machineOf = (guide: Guide): Machine =>
  Object.fromEntries(
    LABEL.flatMap((key) => (guide[key] === undefined ? [] : [[key, guide[key]]])),
  ) as unknown as Machine;
/** The log a text holds; or where it is none, with a JSON Pointer. */
export function parseLog(source: string): Result<Log, LogError> {
  const value = parseJson(source);
  if (!value.ok) return fail({ path: "", why: value.error });
  const log = read(value.value);
  if (log.ok) return ok(log.value);
  const [first] = log.error;
  return fail({ path: first?.instancePath ?? "", why: first?.message ?? "is no log" });
}
