import {
  type Guide,
  type GuideJoint,
  isThing,
  type PartKind,
  type Point,
  polygonIn,
  type Shape,
} from "../guide/index.ts";
import type { Sighting } from "./log.ts";
import { enteredPart, idFrom } from "./new-model.ts";

/** Points to the millimetre. */
const rounded = (at: readonly Point[]): readonly Point[] =>
  at.map(({ view, x, y }) => ({ view, x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 }));

/** A joint as it is met at the bench: where it was tapped, what it holds; its id is made of its name. */
export function enteredJoint(
  guide: Guide,
  name: string,
  facts: GuideJoint,
  taps: readonly Point[],
): {
  readonly joint: string;
  readonly facts: GuideJoint;
  readonly sightings: readonly Sighting[];
} {
  const joint = idFrom(name, (id) => isThing(guide, id));
  const at = taps.length > 0 ? { at: rounded(taps) } : {};
  const count = facts.kind === "screws" && taps.length > 0 ? { count: taps.length } : {};
  const whole = { ...facts, name, ...count, ...at } as GuideJoint;
  return { joint, facts: whole, sightings: [{ do: "joint", joint, facts: whole }] };
}

/** A part that is in the way of another: two taps are the corners of a rectangle, more go round it. */
export function enteredCover(
  guide: Guide,
  { name, kind }: { readonly name: string; readonly kind: PartKind },
  over: string,
  taps: readonly Point[],
): { readonly part: string; readonly sightings: readonly Sighting[] } {
  const part = idFrom(name, (id) => isThing(guide, id));
  const shape = outlineOf(taps);
  const facts = { ...enteredPart(name, kind), ...(shape ? { shape } : {}) };
  return {
    part,
    sightings: [
      { do: "part", part, facts },
      { do: "snag", claim: { how: "over", first: part, then: over } },
    ],
  };
}

/** The outline between two corners, whichever they are, or round three and more; undefined for fewer, or without an area. */
export function outlineOf(taps: readonly Point[]): Shape | undefined {
  const corners = rounded(taps);
  const [a, b] = corners;
  if (a && corners.length > 2) {
    return corners.every(({ view }) => view === a.view) ? polygonIn(a.view, corners) : undefined;
  }
  if (!a || !b || a.view !== b.view) return undefined;
  const [w, h] = [Math.abs(a.x - b.x), Math.abs(a.y - b.y)];
  if (w < 1 || h < 1) return undefined;
  return { view: a.view, x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), w, h };
}
