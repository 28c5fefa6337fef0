import { reader, type Reader } from "../base/ajv.ts";
import { fail, ok, type Result } from "../base/result.ts";
import type { StoredEvent } from "../bench/index.ts";
import type { Done } from "./cards.ts";
import { type Drawn, drawnFrom, savedDrawn } from "./drawn.ts";
import { type Deed, EXERCISES, MOST_LEVEL, type Outcome, type Setting } from "./exercise.ts";

/** What is written of an exercise, in a ledger of its own: how it was set, each deed, and how it came out. */
export type PracticeEntry =
  | { readonly kind: "set"; readonly body: Setting }
  | { readonly kind: "drawn"; readonly body: Drawn }
  | { readonly kind: "deed"; readonly body: Deed }
  | { readonly kind: "came-out"; readonly body: Outcome };

/** The ledger of an exercise: [abc] → practice:abc */
export const practiceStream = (id: string): string => `practice:${id}`;

const id = { type: "string", minLength: 1, maxLength: 120 };
const object = (properties: Readonly<Record<string, object>>) => ({
  type: "object",
  required: Object.keys(properties),
  additionalProperties: false,
  properties,
});
const oneOf = (...cases: readonly object[]) => ({
  type: "object",
  required: ["do"],
  discriminator: { propertyName: "do" },
  oneOf: [...cases],
});
const millimetres = { type: "number", minimum: -100, maximum: 100 };

const settingSchema = object({
  kind: { enum: [...EXERCISES] },
  subject: { type: "string", minLength: 1, maxLength: 300 },
  seed: { type: "integer", minimum: 0, maximum: 2 ** 31 },
  level: { type: "integer", minimum: 1, maximum: MOST_LEVEL },
});

const deedSchema = oneOf(
  object({
    do: { const: "try" },
    step: oneOf(
      object({ do: { const: "release" }, joint: id }),
      object({
        do: { const: "lift" },
        parts: { type: "array", items: id, minItems: 1, maxItems: 1000, uniqueItems: true },
      }),
    ),
  }),
  object({ do: { const: "on" } }),
  object({ do: { const: "missing" }, joint: id }),
  object({ do: { const: "say" }, answer: id }),
  object({ do: { const: "check" }, check: id }),
  object({ do: { const: "repair" }, cause: id }),
  object({
    do: { const: "press" },
    paste: object({
      volume: { type: "number", minimum: 0.5, maximum: 200 },
      x: millimetres,
      y: millimetres,
    }),
    turns: { type: "array", maxItems: 60, items: { type: "integer", minimum: 0, maximum: 20 } },
  }),
  object({ do: { const: "leave" } }),
);

export const readDeed: Reader<Deed> = reader(deedSchema);
const readSetting: Reader<Setting> = reader(settingSchema);
const list = { type: "array" };
const readDrawn: Reader<Drawn> = reader({
  type: "object",
  properties: {
    plan: { type: "object", required: ["down", "up", "gates", "work"] },
    faults: {
      type: "object",
      required: ["machine", "belief"],
      properties: {
        belief: list,
        machine: {
          type: "object",
          required: ["problem", "causes", "checks", "parts"],
          properties: {
            problem: {
              type: "object",
              required: ["causes", "checks", "minutes"],
              properties: { causes: list, checks: list, minutes: list },
            },
          },
        },
      },
    },
  },
  additionalProperties: false,
});
const readOutcome: Reader<Outcome> = reader({
  type: "object",
  required: ["minutes", "least", "damage"],
  properties: {
    minutes: { type: "number" },
    least: { type: "number" },
    damage: { type: "array", items: { type: "object", required: ["type"] } },
  },
});

/** An entry as it is written, as the `seq`th of its ledger. */
export const storedPractice = (
  stream: string,
  seq: number,
  { kind, body }: PracticeEntry,
  stamp: { readonly id: string; readonly at: string; readonly by: string },
): StoredEvent => ({
  ...stamp,
  stream,
  seq,
  kind,
  version: 1,
  causedBy: null,
  body: kind === "drawn" ? savedDrawn(body) : body,
});

/** An exercise as it was written. */
interface Kept {
  readonly setting: Setting;
  /** What it is judged by; nothing where it was set before that was kept. */
  readonly drawn: Drawn;
  readonly deeds: readonly Deed[];
  readonly outcome: Outcome | undefined;
  readonly by: string;
}

type PracticeError = { readonly type: "practice-unreadable"; readonly id: string };

/** Reads the ledger of an exercise, oldest first; the first event that cannot be read is named. */
export function readPractice(events: readonly StoredEvent[]): Result<Kept, PracticeError> {
  const [first, ...rest] = events;
  const setting = first?.kind === "set" ? readSetting(first.body) : undefined;
  if (!first || !setting?.ok) return fail({ type: "practice-unreadable", id: first?.id ?? "" });
  const deeds: Deed[] = [];
  let outcome: Outcome | undefined;
  let drawn: Drawn = {};
  for (const { id, kind, body } of rest) {
    const deed = kind === "deed" ? readDeed(body) : undefined;
    const end = kind === "came-out" ? readOutcome(body) : undefined;
    const made = kind === "drawn" ? readDrawn(body) : undefined;
    if (made?.ok) drawn = drawnFrom(made.value);
    else if (deed?.ok) deeds.push(deed.value);
    else if (end?.ok) outcome = end.value;
    else return fail({ type: "practice-unreadable", id });
  }
  return ok({ setting: setting.value, drawn, deeds, outcome, by: first.by });
}

/** What was done to its end, oldest first, of events that begin and end exercises; what cannot be read is left out. */
export function doneIn(
  events: readonly StoredEvent[],
): readonly (Done & { readonly by: string })[] {
  const begun = new Map<string, { readonly setting: Setting; readonly at: string }>();
  const done: (Done & { readonly by: string })[] = [];
  for (const { stream, kind, body, at, by } of events) {
    if (kind === "set") {
      const setting = readSetting(body);
      if (setting.ok) begun.set(stream, { setting: setting.value, at });
    }
    const start = begun.get(stream);
    if (kind !== "came-out" || !start) continue;
    const outcome = readOutcome(body);
    if (!outcome.ok) continue;
    done.push({ setting: start.setting, begun: start.at, at, outcome: outcome.value, by });
  }
  return done.sort((a, b) => a.at.localeCompare(b.at));
}

/** The exercise that was begun last, where it was not brought to its end: its id, and how it was set. */
export function leftOpen(
  events: readonly StoredEvent[],
): { readonly id: string; readonly setting: Setting } | undefined {
  const last = events.reduce<StoredEvent | undefined>(
    (latest, event) =>
      event.kind === "set" && (!latest || event.at >= latest.at) ? event : latest,
    undefined,
  );
  if (!last || events.some(({ kind, stream }) => kind === "came-out" && stream === last.stream)) {
    return undefined;
  }
  const setting = readSetting(last.body);
  return setting.ok
    ? { id: last.stream.slice(practiceStream("").length), setting: setting.value }
    : undefined;
}
