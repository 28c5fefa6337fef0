import {
  type Guide,
  type GuideJoint,
  isWithin,
  type JointKind,
  type Point,
} from "../guide/index.ts";

/** What a joint of a kind has to say from the start; all of it is to be changed where it is not so. Lengths in mm. */
const NEEDED: Readonly<Record<JointKind, object>> = {
  screws: { drive: "PH0", thread: "M2", length: 4 },
  connector: { type: "wire-plug" },
  clips: {},
  adhesive: {},
  tape: {},
  route: {},
  seat: {},
  latch: {},
  rivets: { permanent: true },
  weld: { permanent: true },
};

/** A joint as it is begun: what its kind needs, where it sits, and a screw for each place. */
export function newJoint(
  kind: JointKind,
  name: string,
  joins: readonly string[],
  at: readonly Point[],
): GuideJoint {
  const count = kind === "screws" ? { count: Math.max(1, at.length) } : {};
  const places = at.length > 0 ? { at } : {};
  return { kind, name, joins, ...NEEDED[kind], ...count, ...places } as GuideJoint;
}

/** What a joint at a place most likely joins: the smallest part whose outline holds it, and what that lies on. */
export function joinsAt(guide: Guide, { view, x, y }: Point): readonly string[] {
  const there = Object.entries(guide.parts)
    .filter(([, { shape }]) => shape?.view === view && isWithin(shape, x, y))
    .sort(([, a], [, b]) => a.shape!.w * a.shape!.h - b.shape!.w * b.shape!.h)
    .map(([id]) => id);
  const [top, next] = there;
  if (top === undefined) return [];
  const under = guide.parts[top]!.on ?? next;
  return under === undefined ? [top] : [top, under];
}
