import type { Guide } from "../guide/index.ts";
import { moveOf, type Step } from "../plan/index.ts";
import { bringsPower, coverOver, type Model, powerBlock } from "../rules/index.ts";
import { looseOf } from "./lots.ts";
import { type DoneLift, gateJoints } from "./mirror.ts";
import { doneIndex } from "./remaining.ts";
import type { BenchState } from "./state.ts";

/** A joint that is looked at before a step, and whether it was seen. */
export interface Look {
  readonly joint: string;
  readonly confirmed: boolean;
}

/** What is looked at in one press: where it lies on the map, and its joints. */
export interface Region {
  /** Where on the map: all of it, or the part that holds the joints; undefined where they are not drawn. */
  readonly across: "left" | "right" | undefined;
  readonly along: "upper" | "lower" | undefined;
  readonly joints: readonly string[];
}

/** So many things are looked at in one press. */
export const MOST_A_LOOK = 6;

/**
 * The joints of this build-up that are looked at before a step: before a place, those that it hides; before the
 * power goes on, all that the places to come hide, so that nobody looks in among live contacts. Screws whose count
 * was ticked are not asked again.
 */
export function lookBefore(model: Model, state: BenchState, step: Step): readonly Look[] {
  const lifts = hiding(model, state, step);
  if (lifts.length === 0) return [];
  // With the power on only its own plug is looked at: all else was, before.
  const isLive = powerBlock(model, state.machine) !== undefined;
  const isOnlyPower = isLive && !bringsPower(model, moveOf(model, step));
  const made = state.made.filter(
    (j) => !isCounted(model, state, j) && (!isOnlyPower || model.power[j]),
  );
  const hidden = new Set(lifts.flatMap((lift) => gateJoints(model, state.machine, made, lift)));
  return made.flatMap((j) =>
    hidden.has(j) ? [{ joint: model.jointIds[j]!, confirmed: state.confirmed.has(j) }] : [],
  );
}

/** The places that hide what is looked at now: the step itself, or, where it brings the power, all that are left. */
function hiding(model: Model, state: BenchState, step: Step): readonly DoneLift[] {
  if (step.do !== "place" && step.do !== "make") return [];
  const index = doneIndex(model, state, step);
  if (index < 0) return [];
  if (bringsPower(model, moveOf(model, step))) {
    return state.done.flatMap((move, i) =>
      move.do === "lift" && !state.undone.has(i) && i !== index ? [move] : [],
    );
  }
  return step.do === "place" ? [state.done[index] as DoneLift] : [];
}

function isCounted({ guide, jointIds }: Model, { lots }: BenchState, j: number): boolean {
  const id = jointIds[j]!;
  if (guide.joints[id]!.kind !== "screws") return false;
  const lot = lots.get(id);
  return lot?.in === undefined || looseOf(lot) === 0;
}

/** Whether a made joint can simply be made again: it is in reach, and there is no power that it could harm. */
export function comesOut(model: Model, { machine, done, undone }: BenchState, id: string): boolean {
  const joint = model.jointOf.get(id);
  const isBack = done.some(
    (move, i) => undone.has(i) && move.do === "release" && move.joint === joint,
  );
  if (joint === undefined || !isBack) return false;
  const isDead = !model.afterPower[joint] || !powerBlock(model, machine);
  return isDead && coverOver(model, machine, joint) === undefined;
}

/** Joints by where they lie on the map: few regions, none with more than can be looked at in one press. */
export function regionsOf(guide: Guide, joints: readonly string[]): readonly Region[] {
  const spots = joints.map((joint): Spot => {
    const at = guide.joints[joint]!.at?.[0];
    if (!at) return { joint, view: undefined, x: 0, y: 0 };
    const { width, height } = guide.views[at.view]!;
    return { joint, view: at.view, x: at.x / width, y: at.y / height };
  });
  const views = [...new Set(spots.map(({ view }) => view))];
  return views.flatMap((view) => split(spots.filter((spot) => spot.view === view)));
}

/** Where a joint lies, in shares of its view from the upper left. */
interface Spot {
  readonly joint: string;
  readonly view: string | undefined;
  readonly x: number;
  readonly y: number;
}

/** Halved along the longer side until each half is few enough. */
function split(spots: readonly Spot[]): readonly Region[] {
  if (spots.length <= MOST_A_LOOK) return [regionOf(spots)];
  const reach = (of: (spot: Spot) => number): number =>
    Math.max(...spots.map(of)) - Math.min(...spots.map(of));
  const by =
    reach(({ x }) => x) >= reach(({ y }) => y) ? (one: Spot) => one.x : (one: Spot) => one.y;
  const sorted = [...spots].sort((a, b) => by(a) - by(b));
  const half = Math.ceil(sorted.length / 2);
  return [...split(sorted.slice(0, half)), ...split(sorted.slice(half))];
}

function regionOf(spots: readonly Spot[]): Region {
  const joints = spots.map(({ joint }) => joint);
  if (spots[0]?.view === undefined) return { across: undefined, along: undefined, joints };
  const side = <T>(of: (spot: Spot) => number, low: T, high: T): T | undefined =>
    spots.every((one) => of(one) < 0.5)
      ? low
      : spots.every((one) => of(one) > 0.5)
        ? high
        : undefined;
  return {
    across: side(({ x }) => x, "left" as const, "right" as const),
    along: side(({ y }) => y, "upper" as const, "lower" as const),
    joints,
  };
}
