import { reader, type Reader } from "../base/ajv.ts";
import { PART_KINDS, type PartKind } from "../guide/index.ts";

/** How likely something is, in the words of whoever writes a catalogue, and the number behind each. */
export const CHANCES = { never: 0.002, rare: 0.05, some: 0.25, often: 0.65, always: 0.95 } as const;
export type Chance = keyof typeof CHANCES;

/** One thing that can be wrong; `part`: it is there only in a machine that has such a part, and that one is replaced. */
export interface Cause {
  readonly name: string;
  /** How often it is the fault of a machine like this, beside the other causes. */
  readonly prior: number;
  readonly part?: PartKind;
  /** What has to be reached to mend it where nothing is replaced (a plug that came loose): parts by kind. */
  readonly reach?: readonly PartKind[];
  /** Minutes of the mending itself, beside getting there and back. */
  readonly minutes: number;
}

/** Chances by cause; a cause that is not named has `otherwise`. */
export interface Under {
  readonly name: string;
  readonly under: Readonly<Record<string, Chance>>;
  readonly otherwise: Chance;
}

export interface FaultCheck {
  readonly name: string;
  /** Of the check itself. */
  readonly minutes: number;
  /** Parts, by kind, that have to be reached for it; nothing: it is done on the closed machine. */
  readonly reach?: readonly PartKind[];
  /** Symptoms that it is for: without one of them it is not offered. None: it is always of use. */
  readonly about?: readonly string[];
  /** The machine has to run for it. */
  readonly powered?: boolean;
  /** What may come of it, at least two; under each cause they are made to add up to one. */
  readonly outcomes: Readonly<Record<string, Under>>;
}

export interface Catalogue {
  readonly format: "brisk-bench-faults";
  readonly version: 1;
  readonly causes: Readonly<Record<string, Cause>>;
  readonly symptoms: Readonly<Record<string, Under>>;
  /** In the order in which somebody without a computer would make them. */
  readonly checks: Readonly<Record<string, FaultCheck>>;
}

const text = { type: "string", minLength: 1, maxLength: 400 };
const id = { type: "string", pattern: "^[a-z0-9][a-z0-9-]*$" };
const minutes = { type: "number", minimum: 0, maximum: 600 };
const chance = { enum: Object.keys(CHANCES) };
const kinds = { type: "array", items: { enum: [...PART_KINDS] }, maxItems: 20 };
const map = (items: object, minProperties = 0) => ({
  type: "object",
  propertyNames: id,
  additionalProperties: items,
  minProperties,
});
const record = (required: readonly string[], properties: object) => ({
  type: "object",
  required: [...required],
  properties,
  additionalProperties: false,
});
const under = record(["name", "under", "otherwise"], {
  name: text,
  under: map(chance),
  otherwise: chance,
});

/** JSON Schema 2020-12 of a fault catalogue. */
export const catalogueSchema = record(["format", "version", "causes", "symptoms", "checks"], {
  format: { const: "brisk-bench-faults" },
  version: { const: 1 },
  causes: map(
    record(["name", "prior", "minutes"], {
      name: text,
      prior: { type: "number", exclusiveMinimum: 0, maximum: 1000 },
      part: { enum: [...PART_KINDS] },
      reach: kinds,
      minutes,
    }),
    1,
  ),
  symptoms: map(under),
  checks: map(
    record(["name", "minutes", "outcomes"], {
      name: text,
      minutes,
      reach: kinds,
      about: { type: "array", items: id, minItems: 1 },
      powered: { type: "boolean" },
      outcomes: map(under, 2),
    }),
  ),
});

export const readCatalogue: Reader<Catalogue> = reader(catalogueSchema);

/** Names of causes and symptoms in a catalogue that are not there, by their paths. */
export function strangers({ causes, symptoms, checks }: Catalogue): readonly string[] {
  const lost = (path: string, { under: known }: Under): readonly string[] =>
    Object.keys(known).flatMap((cause) =>
      Object.hasOwn(causes, cause) ? [] : [`${path}/under/${cause}`],
    );
  return [
    ...Object.entries(symptoms).flatMap(([name, one]) => lost(`/symptoms/${name}`, one)),
    ...Object.entries(checks).flatMap(([name, { about = [] }]) =>
      about.flatMap((symptom, i) =>
        Object.hasOwn(symptoms, symptom) ? [] : [`/checks/${name}/about/${i}`],
      ),
    ),
    ...Object.entries(checks).flatMap(([name, { outcomes }]) =>
      Object.entries(outcomes).flatMap(([outcome, one]) =>
        lost(`/checks/${name}/outcomes/${outcome}`, one),
      ),
    ),
  ];
}
