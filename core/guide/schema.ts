import { CONNECTOR_TYPES, HANDLING, PART_KINDS, POSTURES } from "./types.ts";

const text = { type: "string", minLength: 1, maxLength: 4000 };
const minutes = { type: "number", minimum: 0, maximum: 600 };
const length = { type: "number", minimum: -1000, maximum: 5000 };
const size = { type: "number", exclusiveMinimum: 0, maximum: 5000 };
/** A number within what any machine has. */
const between = (minimum: number, maximum: number) => ({ type: "number", minimum, maximum });
const id = { type: "string", pattern: "^[a-z0-9][a-z0-9-]*$", maxLength: 120 };
const flag = { type: "boolean" };
const whole = { type: "integer", minimum: 0, maximum: 4096 };
const share = between(0, 1);
const posture = { enum: [...POSTURES] };
const ids = { type: "array", items: id, minItems: 1, uniqueItems: true };
const texts = { type: "array", items: text, uniqueItems: true };

type Properties = Readonly<Record<string, unknown>>;

const record = (required: readonly string[], properties: Properties) => ({
  type: "object",
  required: [...required],
  properties,
  additionalProperties: false,
});

const mapOf = (items: unknown) => ({
  type: "object",
  propertyNames: { $ref: "#/$defs/id" },
  additionalProperties: items,
});

const jointKeys = {
  name: text,
  joins: { type: "array", items: id, minItems: 2 },
  off: minutes,
  on: minutes,
  fragile: { enum: [0, 1, 2, 3] },
  hidden: text,
  care: text,
  careOff: text,
  careOn: text,
  at: { type: "array", items: { $ref: "#/$defs/point" }, minItems: 1 },
  tool: text,
  beforePower: flag,
  posture,
  permanent: flag,
  slack: flag,
  power: flag,
  free: flag,
  survives: share,
};

const joint = (kinds: readonly string[], required: readonly string[], own: Properties) =>
  record(["kind", "joins", ...required], {
    kind: kinds.length === 1 ? { const: kinds[0] } : { enum: [...kinds] },
    ...jointKeys,
    ...own,
  });

const orders = {
  type: "array",
  items: record(["first", "then", "strength", "why"], {
    first: id,
    then: id,
    strength: { enum: ["must", "advised"] },
    why: text,
  }),
};

/**
 * JSON Schema 2020-12 of a guide file. `docs/guide.schema.json` is this value written out.
 * Joints are told apart by `kind`, so that an error names the one branch that was meant.
 */
export const guideSchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  $id: "brisk-bench-guide",
  title: "Brisk Bench guide, version 1",
  ...record(
    ["format", "version", "id", "maker", "model", "codes", "recognise", "views", "parts", "joints"],
    {
      format: { const: "brisk-bench-guide" },
      version: { const: 1 },
      id,
      maker: text,
      model: text,
      codes: { ...texts, minItems: 1 },
      recognise: text,
      note: text,
      chargerOpen: flag,
      boot: minutes,
      expects: { type: "object", additionalProperties: text },
      sources: {
        type: "array",
        maxItems: 500,
        items: record(["title", "of"], { title: text, page: text, of: ids }),
      },
      answers: { type: "object", additionalProperties: text },
      variants: {
        type: "object",
        additionalProperties: record(["about", "patch"], {
          about: text,
          patch: { type: "object" },
        }),
      },
      hands: mapOf(
        record(["about", "ways"], {
          about: text,
          ways: {
            ...mapOf(
              record(["about"], {
                about: text,
                patch: record([], { parts: { type: "object" }, joints: { type: "object" } }),
                orders,
              }),
            ),
            minProperties: 2,
          },
        }),
      ),
      learnt: {
        type: "array",
        items: { type: "object", required: ["do"], properties: { do: text } },
      },
      views: mapOf({ $ref: "#/$defs/view" }),
      parts: { ...mapOf({ $ref: "#/$defs/part" }), minProperties: 1 },
      joints: mapOf({ $ref: "#/$defs/joint" }),
      covers: {
        type: "array",
        items: record(["part", "over"], { part: id, over: ids }),
      },
      orders,
    },
  ),
  $defs: {
    id,
    view: record(["name", "posture", "width", "height"], {
      name: text,
      posture,
      width: size,
      height: size,
      photo: { type: "string", pattern: "^[\\w-]{1,80}$" },
      corners: {
        type: "array",
        minItems: 4,
        maxItems: 4,
        items: record(["x", "y"], { x: between(-0.5, 1.5), y: between(-0.5, 1.5) }),
      },
    }),
    point: record(["view", "x", "y"], { view: id, x: length, y: length }),
    part: record(["name", "kind"], {
      name: text,
      kind: { enum: [...PART_KINDS] },
      on: id,
      codes: texts,
      handling: { type: "array", items: { enum: [...HANDLING] }, uniqueItems: true },
      lift: minutes,
      place: minutes,
      posture,
      shape: record(["view", "x", "y", "w", "h"], {
        view: id,
        x: length,
        y: length,
        w: size,
        h: size,
        round: flag,
        outline: {
          type: "array",
          minItems: 3,
          maxItems: 200,
          items: record(["x", "y"], { x: length, y: length }),
        },
      }),
      care: text,
      careOff: text,
      careOn: text,
      note: text,
      beforePower: flag,
      survives: share,
      dies: {
        type: "array",
        minItems: 1,
        items: record(["name", "width", "height"], {
          name: text,
          width: between(0.5, 200),
          height: between(0.5, 200),
        }),
      },
      bond: between(0.005, 2),
      gap: between(0.05, 20),
      memory: record(["generation", "speed", "soldered", "slots", "most"], {
        generation: text,
        speed: between(200, 20_000),
        soldered: { ...whole, maximum: 512 },
        slots: { ...whole, maximum: 8 },
        most: { ...whole, minimum: 1 },
      }),
      slot: record(["lengths", "key", "buses", "standoff"], {
        lengths: { type: "array", items: between(16, 120), minItems: 1 },
        key: { enum: ["B", "M"] },
        buses: { type: "array", items: { enum: ["NVMe", "SATA"] }, minItems: 1 },
        standoff: between(16, 120),
      }),
    }),
    joint: {
      type: "object",
      required: ["kind"],
      discriminator: { propertyName: "kind" },
      oneOf: [
        joint(["screws"], ["drive", "thread", "length", "count"], {
          drive: text,
          thread: text,
          length: between(0.3, 100),
          count: { type: "integer", minimum: 1, maximum: 200 },
          head: text,
          finish: text,
          captive: flag,
          order: {
            anyOf: [
              { const: "cross" },
              { type: "array", items: { type: "integer", minimum: 1 }, uniqueItems: true },
            ],
          },
          washers: { type: "integer", minimum: 1, maximum: 200 },
          torque: { type: "number", exclusiveMinimum: 0, maximum: 10 },
        }),
        joint(["connector"], ["type"], { type: { enum: [...CONNECTOR_TYPES] }, serves: texts }),
        joint(["clips"], [], { start: text, snaps: { type: "integer", minimum: 1 } }),
        joint(["adhesive", "tape"], [], {
          reuse: { enum: ["keep", "replace"] },
          apply: { enum: ["before", "after"] },
        }),
        joint(["seat"], [], { angle: { type: "number", minimum: -180, maximum: 180 } }),
        joint(["route", "latch"], [], {}),
        joint(["rivets", "weld"], ["permanent"], { permanent: { const: true } }),
      ],
    },
  },
} as const;
