import type { GuidePart, Handling, PartKind, View } from "../guide/index.ts";
import type { Sighting } from "./log.ts";

/** What is written down of a machine that no guide answers to. Lengths in millimetres. */
export interface NewModel {
  readonly maker: string;
  readonly model: string;
  readonly code: string;
  /** Of the base, from outside. */
  readonly width: number;
  readonly height: number;
}

/** The part that all others lie in. */
export const FRAME = "palmrest";

/** How parts of a kind are handled, wherever they are met first. */
const HANDLED: Readonly<Partial<Record<PartKind, readonly Handling[]>>> = {
  battery: ["lithium"],
  motherboard: ["esd"],
  memory: ["esd"],
  storage: ["esd"],
  wifi: ["esd"],
  daughterboard: ["esd"],
  heatsink: ["paste"],
};

/** A part as it is entered: its kind says how it is handled. */
export function enteredPart(name: string, kind: PartKind): GuidePart {
  const handling = HANDLED[kind];
  return { name, kind, on: FRAME, ...(handling ? { handling } : {}) };
}

/**
 * What is known of a machine nobody has opened: its size from both sides, its palm rest, and the parts that are to be
 * replaced, by kind; a part's id is its kind.
 */
export function firstSightings(
  { width, height }: Pick<NewModel, "width" | "height">,
  kinds: readonly PartKind[],
  nameOf: (kind: PartKind) => string,
): readonly Sighting[] {
  const outline = (view: string, name: string, posture: View["posture"]): Sighting => ({
    do: "outline",
    view,
    facts: { name, posture, width, height },
  });
  const frame: GuidePart = { name: nameOf(FRAME), kind: FRAME };
  return [
    { do: "part", part: FRAME, facts: frame },
    outline("underside", "Underside", "underside-up"),
    outline("inside", "Inside, base off", "underside-up"),
    outline("top", "Top, lid open", "deck-up"),
    ...kinds
      .filter((kind) => kind !== FRAME)
      .map((kind): Sighting => ({
        do: "part",
        part: kind,
        facts: enteredPart(nameOf(kind), kind),
      })),
  ];
}

/** An id that is not taken yet, made of words: "Hex screws, rear" → hex-screws-rear. */
export function idFrom(words: string, isTaken: (id: string) => boolean): string {
  const plain = words
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
  const base = plain === "" ? "part" : plain;
  let id = base;
  for (let i = 2; isTaken(id); i++) id = `${base}-${i}`;
  return id;
}
