import { type GuideJoint, type GuidePart, type View, isThing } from "../guide/index.ts";
import { bondsOf } from "./together.ts";
import type { Act, Claim, Log, Machine, Sighting } from "./log.ts";

export type Answer = Extract<Sighting, { readonly do: "answer" }>;

/** What a log comes to: the facts as they were last entered, what was done, what was said. */
export interface Draft {
  readonly machine: Machine;
  readonly views: Readonly<Record<string, View>>;
  readonly parts: Readonly<Record<string, GuidePart>>;
  readonly joints: Readonly<Record<string, GuideJoint>>;
  readonly runs: readonly (readonly Act[])[];
  /** By view, what was marked on it. */
  readonly shown: ReadonlyMap<string, ReadonlySet<string>>;
  readonly answers: readonly Answer[];
  /** What was said without being asked: it would not come until this was out. */
  readonly said: readonly Claim[];
  /** Of contradictions, what stands; the last word of each. */
  readonly decided: readonly { readonly claim: Claim; readonly holds: boolean }[];
}

/**
 * Folds a log. Every log folds, however it was cut: what names a part or a joint that was not entered (its
 * entry was taken back) is left out, and a part that lies on one of those lies in the frame.
 */
export function draftOf(log: Pick<Log, "machine" | "sightings">): Draft {
  const draft = looseDraftOf(log);
  const { parts, joints, runs } = draft;
  return { ...draft, joints: { ...joints, ...bondsOf(parts, joints, runs) } };
}

/** The same without the bonds that keep what has never parted together: at a bench it may be about to. */
export function looseDraftOf({ machine, sightings }: Pick<Log, "machine" | "sightings">): Draft {
  const back = new Set(sightings.flatMap((one) => (one.do === "back" ? [one.of] : [])));
  const standing = sightings.filter(({ id }) => id === undefined || !back.has(id));
  const views: Record<string, View> = {};
  const parts: Record<string, GuidePart> = {};
  const joints: Record<string, GuideJoint> = {};
  for (const one of standing) {
    if (one.do === "view" || one.do === "outline") views[one.view] = one.facts;
    if (one.do === "part") parts[one.part] = one.facts;
  }
  const frame = Object.keys(parts).find((id) => parts[id]!.on === undefined);
  for (const [id, facts] of Object.entries(parts)) parts[id] = grounded(id, facts, parts, frame);
  for (const one of standing) {
    if (one.do !== "joint") continue;
    if (one.facts.joins.every((id) => Object.hasOwn(parts, id))) joints[one.joint] = one.facts;
  }
  const runs = runsOf(standing, parts, joints);
  const isKnown = (id: string): boolean => isThing({ parts, joints }, id);
  const isClaim = ({ how, first, then }: Claim): boolean =>
    (how === "over" ? Object.hasOwn(parts, first) : isKnown(first)) && isKnown(then);
  return {
    machine,
    views,
    parts,
    joints,
    runs,
    shown: shownOn(standing, parts, joints),
    answers: standing.flatMap((one): Answer[] => {
      if (one.do !== "answer") return [];
      const claims = one.claims.filter(isClaim);
      const inTheWay = (one.inTheWay ?? []).filter(isClaim);
      // Of a "no" the rest may be free when what was in the way is not known any more.
      if (one.answer === "no" && claims.length < one.claims.length && inTheWay.length === 0)
        return [];
      return claims.length === 0 ? [] : [{ ...one, claims, inTheWay }];
    }),
    said: standing.flatMap((one) => (one.do === "snag" && isClaim(one.claim) ? [one.claim] : [])),
    decided: standing.flatMap((one) => (one.do === "decide" && isClaim(one.claim) ? [one] : [])),
  };
}

/** A part whose ground is known and leads down to the frame without a circle; else it lies in the frame. */
function grounded(
  id: string,
  facts: GuidePart,
  parts: Readonly<Record<string, GuidePart>>,
  frame: string | undefined,
): GuidePart {
  if (id === frame || frame === undefined) return facts;
  const seen = new Set([id]);
  let at = facts.on;
  while (at !== undefined && at !== frame && Object.hasOwn(parts, at) && !seen.has(at)) {
    seen.add(at);
    at = parts[at]!.on;
  }
  return at === frame ? facts : { ...facts, on: frame };
}

function runsOf(
  standing: readonly Sighting[],
  parts: Readonly<Record<string, GuidePart>>,
  joints: Readonly<Record<string, GuideJoint>>,
): readonly (readonly Act[])[] {
  const runs: Act[][] = [[]];
  for (const one of standing) {
    const run = runs.at(-1)!;
    if (one.do === "closed" && run.length > 0) runs.push([]);
    if (one.do === "view") run.push({ do: "view", view: one.view });
    if (one.do === "release" && Object.hasOwn(joints, one.joint)) {
      run.push({ do: "release", joint: one.joint });
    }
    if (one.do === "lift") {
      const known = one.parts.filter((id) => Object.hasOwn(parts, id));
      if (known.length > 0) run.push({ do: "lift", parts: known });
    }
  }
  return runs;
}

/** What was marked on each view, by a tap or by its own points and outlines. */
function shownOn(
  standing: readonly Sighting[],
  parts: Readonly<Record<string, GuidePart>>,
  joints: Readonly<Record<string, GuideJoint>>,
): ReadonlyMap<string, ReadonlySet<string>> {
  const shown = new Map<string, Set<string>>();
  for (const one of standing) if (one.do === "view") shown.set(one.view, new Set());
  for (const one of standing) {
    if (one.do !== "shows") continue;
    for (const id of one.things) {
      if (isThing({ parts, joints }, id)) shown.get(one.view)?.add(id);
    }
  }
  for (const [id, { shape }] of Object.entries(parts)) if (shape) shown.get(shape.view)?.add(id);
  for (const [id, { at }] of Object.entries(joints)) {
    for (const { view } of at ?? []) shown.get(view)?.add(id);
  }
  return shown;
}
