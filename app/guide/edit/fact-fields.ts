import {
  CONNECTOR_TYPES,
  type GuideJoint,
  HANDLING,
  type JointKind,
  PART_KINDS,
  POSTURES,
} from "../../../core/guide/index.ts";
import {
  capital,
  CONNECTOR_WORDS,
  HANDLING_WORDS,
  PART_KIND_WORDS,
  POSTURE_WORDS,
} from "../../../core/words/index.ts";

interface Option {
  readonly value: string;
  readonly label: string;
}

/** One key of a fact as it is asked for in a form. */
export interface Field {
  readonly key: string;
  readonly label: string;
  readonly as:
    | { readonly type: "text" | "long" | "number" | "whole" | "flag" | "texts" | "part" | "parts" }
    | {
        readonly type: "one" | "some";
        readonly options: readonly Option[];
        readonly isWhole?: true;
      };
}

const text = (key: string, label: string): Field => ({ key, label, as: { type: "text" } });
const long = (key: string, label: string): Field => ({ key, label, as: { type: "long" } });
const number = (key: string, label: string): Field => ({ key, label, as: { type: "number" } });
const whole = (key: string, label: string): Field => ({ key, label, as: { type: "whole" } });
const flag = (key: string, label: string): Field => ({ key, label, as: { type: "flag" } });
const texts = (key: string, label: string): Field => ({ key, label, as: { type: "texts" } });
const one = (key: string, label: string, options: readonly Option[]): Field => ({
  key,
  label,
  as: { type: "one", options },
});

const optionsOf = <T extends string>(
  values: readonly T[],
  words: Readonly<Record<T, string>>,
): readonly Option[] => values.map((value) => ({ value, label: capital(words[value]) }));

const posture = one("posture", "Lies how", optionsOf(POSTURES, POSTURE_WORDS));
const CARE = [
  long("care", "Heed, both ways"),
  long("careOff", "Heed when it comes off"),
  long("careOn", "Heed when it goes back"),
];

export const PART_FIELDS: readonly Field[] = [
  text("name", "Name"),
  one("kind", "Kind", optionsOf(PART_KINDS, PART_KIND_WORDS)),
  { key: "on", label: "Lies on", as: { type: "part" } },
  texts("codes", "Codes of the part"),
  {
    key: "handling",
    label: "Handling",
    as: { type: "some", options: optionsOf(HANDLING, HANDLING_WORDS) },
  },
  number("lift", "Lift it out, min"),
  number("place", "Put it back, min"),
  posture,
  number("bond", "Paste, mm thick"),
  number("gap", "Pad fills, mm"),
  flag("beforePower", "May come out with the battery on"),
  ...CARE,
  long("note", "Note"),
];

const FIRST: readonly Field[] = [
  text("name", "Name"),
  { key: "joins", label: "Joins", as: { type: "parts" } },
];
const REST: readonly Field[] = [
  number("off", "Undo it, min"),
  number("on", "Make it again, min"),
  {
    key: "fragile",
    label: "Breaks how easily",
    as: {
      type: "one",
      isWhole: true,
      options: ["Hardly", "A little", "Easily", "Very easily"].map((label, i) => ({
        value: String(i),
        label,
      })),
    },
  },
  text("hidden", "Hidden by"),
  text("tool", "Tool"),
  posture,
  flag("beforePower", "May be undone with the battery on"),
  flag("power", "Cuts the battery off"),
  flag("slack", "A slack lead: its part may be turned over on it"),
  flag("free", "May be undone before the screws that hold the same two sides"),
  flag("permanent", "Never undone"),
  ...CARE,
];

const KIND_FIELDS: Readonly<Record<JointKind, readonly Field[]>> = {
  screws: [
    whole("count", "How many"),
    text("drive", "Drive"),
    text("thread", "Thread"),
    number("length", "Length, mm"),
    text("head", "Head"),
    text("finish", "Finish"),
    number("torque", "Torque, N·m"),
    whole("washers", "With washer"),
    flag("captive", "Captive"),
  ],
  connector: [
    one("type", "Kind of plug", optionsOf(CONNECTOR_TYPES, CONNECTOR_WORDS)),
    texts("serves", "What is dead without it"),
  ],
  clips: [text("start", "Start where"), whole("snaps", "How many snaps")],
  adhesive: [],
  tape: [],
  seat: [number("angle", "Angle, degrees")],
  route: [],
  latch: [],
  rivets: [],
  weld: [],
};
const STUCK: readonly Field[] = [
  one("reuse", "Afterwards", [
    { value: "keep", label: "Kept" },
    { value: "replace", label: "A new one" },
  ]),
  one("apply", "On the way up", [
    { value: "before", label: "Before its parts come together" },
    { value: "after", label: "After they are together" },
  ]),
];

/** What a form asks of a joint of this kind. */
export const jointFields = ({ kind }: GuideJoint): readonly Field[] => [
  ...FIRST,
  ...KIND_FIELDS[kind],
  ...(kind === "adhesive" || kind === "tape" ? STUCK : []),
  ...REST,
];
