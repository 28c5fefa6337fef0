import { reader, type Reader } from "../base/ajv.ts";
import { jobSchema } from "../rules/index.ts";
import {
  BREAKAGES,
  CHECK_RESULTS,
  COUNT_REASONS,
  type Entry,
  HABITS,
  PACK_SIGNS,
} from "./events.ts";

const id = { type: "string", minLength: 1, maxLength: 120 };
const ids = { type: "array", items: id, minItems: 1, maxItems: 1000 };
const count = { type: "integer", minimum: 0, maximum: 200 };
const text = { type: "string", maxLength: 2000 };

const object = (required: readonly string[], properties: object) => ({
  type: "object",
  required: [...required],
  additionalProperties: false,
  properties,
});

const differs = object(["reason"], { reason: { enum: [...COUNT_REASONS] }, note: text });
const fitted = object(["part", "code"], { part: id, code: id, old: id, why: text });
const step = {
  type: "object",
  required: ["do"],
  discriminator: { propertyName: "do" },
  oneOf: [
    object(["do", "joint"], { do: { const: "release" }, joint: id }),
    object(["do", "parts"], { do: { const: "lift" }, parts: ids }),
  ],
};
const down = { type: "array", items: step, maxItems: 2000 };
const pinned = object(["version", "code"], {
  version: { type: "string", pattern: "^[0-9a-f]{64}$" },
  code: id,
});

const broken = {
  what: { enum: [...BREAKAGES] },
  at: id,
  how: { type: "string", maxLength: 300 },
  tells: { enum: ["technician", "desk"] },
};

/** The body of each kind of entry, without its `do`. */
const BODIES: Readonly<Record<Entry["do"], ReturnType<typeof object>>> = {
  start: object(["guide", "job", "down"], {
    guide: pinned,
    job: jobSchema,
    down,
    signs: { type: "array", items: { enum: [...PACK_SIGNS] }, maxItems: 10 },
    missing: {
      type: "object",
      additionalProperties: { type: "integer", minimum: 1, maximum: 500 },
    },
    broken: {
      type: "array",
      maxItems: 200,
      items: object(["what", "at", "how", "tells", "ticket"], {
        ...broken,
        ticket: { type: "integer", minimum: 1 },
      }),
    },
  }),
  release: object(["joint"], {
    joint: id,
    count,
    cell: { type: "integer", minimum: 1, maximum: 200 },
    lies: { enum: [...HABITS] },
    differs,
  }),
  lift: object(["parts"], { parts: ids }),
  swap: object([], { fitted: { type: "array", maxItems: 100, items: fitted } }),
  confirm: object(["joint"], { joint: id }),
  seen: object(["joints"], { joints: ids }),
  "not-in": object(["joint"], { joint: id }),
  place: object(["parts"], { parts: ids }),
  make: object(["joint"], { joint: id, count, differs }),
  habit: object(["habit"], { habit: { enum: [...HABITS] } }),
  answer: object(["stop", "answer"], {
    stop: id,
    answer: { enum: ["yes", "no"] },
    note: text,
    where: text,
  }),
  "power-on": object([], {}),
  check: object(["round", "what", "result"], {
    round: { enum: ["open", "shut"] },
    what: id,
    result: { enum: [...CHECK_RESULTS] },
    note: text,
  }),
  rework: object(["joint"], { joint: id }),
  // What a sighting says is read by core/learn, as it is admitted.
  learn: object(["sightings"], {
    sightings: {
      type: "array",
      minItems: 1,
      maxItems: 200,
      items: { type: "object", required: ["do"], properties: { do: id } },
    },
  }),
  snag: object(["stuck", "held"], { stuck: id, held: id }),
  broke: object(["what", "at", "how", "tells"], broken),
  observe: object(["what"], {
    what: {
      type: "object",
      required: ["type"],
      discriminator: { propertyName: "type" },
      oneOf: [
        object(["type", "part", "thing"], { type: { const: "in-reach" }, part: id, thing: id }),
        object(["type", "thing", "by"], { type: { const: "held-by" }, thing: id, by: id }),
        object(["type", "about", "words"], {
          type: { const: "words" },
          about: id,
          words: { type: "string", minLength: 1, maxLength: 500 },
        }),
      ],
    },
  }),
  renew: object(["guide"], { guide: pinned }),
  "take-back": object(["event"], { event: id }),
  replan: object(["job", "down"], { job: jobSchema, down }),
  close: object(["left"], { left: count, explained: text }),
};

/** Reads the body of a stored event of a kind. */
export const BODY_READERS = Object.fromEntries(
  Object.entries(BODIES).map(([kind, schema]) => [kind, reader<object>(schema)]),
) as Readonly<Record<Entry["do"], Reader<object>>>;

/** The server's own: it makes the plan. */
const OWN: ReadonlySet<string> = new Set<Entry["do"]>(["start", "replan", "renew"]);

/** What a client may send: one event, and how many events of the ledger it knows. */
export interface SentTick {
  readonly id: string;
  readonly at: string;
  readonly entry: Entry;
  readonly after: number;
  /** Who made it, where it waited and somebody else sends it. */
  readonly by?: string;
  /** What its screen's clock said when it was sent. */
  readonly now?: string;
}

const entry = {
  type: "object",
  required: ["do"],
  discriminator: { propertyName: "do" },
  oneOf: Object.entries(BODIES)
    .filter(([kind]) => !OWN.has(kind))
    .map(([kind, { required, properties }]) =>
      object(["do", ...required], { do: { const: kind }, ...properties }),
    ),
};

/** Ids that a client makes: of events, notes, soaks. */
export const clientId = { type: "string", pattern: "^[\\w-]{8,60}$" };
/** A moment as `toISOString` writes it. */
const moment = {
  type: "string",
  pattern: "^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d{1,3})?Z$",
};

export const readSentTick: Reader<SentTick> = reader(
  object(["id", "at", "entry", "after"], {
    id: clientId,
    at: moment,
    entry,
    after: { type: "integer", minimum: 0, maximum: 1_000_000 },
    by: id,
    now: moment,
  }),
);
