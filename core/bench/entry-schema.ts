import { Ajv2020, type ValidateFunction } from "ajv/dist/2020.js";
import { CHECK_RESULTS, COUNT_REASONS, type Entry, HABITS } from "./events.ts";

const id = { type: "string", minLength: 1, maxLength: 120 };
const ids = { type: "array", items: id, minItems: 1, maxItems: 1000 };
const count = { type: "integer", minimum: 0, maximum: 200 };
const text = { type: "string", maxLength: 2000 };
const differs = {
  type: "object",
  required: ["reason"],
  additionalProperties: false,
  properties: { reason: { enum: [...COUNT_REASONS] }, note: text },
};

const entry = (does: string, required: readonly string[], properties: object) => ({
  type: "object",
  required: ["do", ...required],
  additionalProperties: false,
  properties: { do: { const: does }, ...properties },
});

/** What a client may send. `start` and `replan` are the server's own: it makes the plan. */
export const entrySchema = {
  type: "object",
  required: ["do"],
  discriminator: { propertyName: "do" },
  oneOf: [
    entry("release", ["joint"], {
      joint: id,
      count,
      cell: { type: "integer", minimum: 1, maximum: 200 },
      lies: { enum: [...HABITS] },
      differs,
    }),
    entry("lift", ["parts"], { parts: ids }),
    entry("swap", [], {
      fitted: {
        type: "array",
        maxItems: 100,
        items: {
          type: "object",
          required: ["part", "code"],
          additionalProperties: false,
          properties: { part: id, code: id },
        },
      },
    }),
    entry("confirm", ["joint"], { joint: id }),
    entry("place", ["parts"], { parts: ids }),
    entry("make", ["joint"], { joint: id, count, differs }),
    entry("habit", ["habit"], { habit: { enum: [...HABITS] } }),
    entry("answer", ["stop", "answer"], { stop: id, answer: { enum: ["yes", "no"] }, note: text }),
    entry("check", ["round", "what", "result"], {
      round: { enum: ["open", "shut"] },
      what: id,
      result: { enum: [...CHECK_RESULTS] },
      note: text,
    }),
    entry("rework", ["joint"], { joint: id }),
    entry("snag", ["stuck", "held"], { stuck: id, held: id }),
    entry("take-back", ["event"], { event: id }),
    entry("close", ["left"], { left: count, explained: text }),
  ],
};

let compiled: ValidateFunction | undefined;

/** Whether a value from outside is an entry that a client may send. */
export function isEntry(value: unknown): value is Entry {
  compiled ??= new Ajv2020({ discriminator: true, strict: false }).compile(entrySchema);
  return compiled(value);
}
