import type { Guide, ScrewsJoint } from "../guide/index.ts";
import type { Model } from "../rules/index.ts";
import {
  crossOrder,
  looseningPasses,
  type PassKind,
  tighteningPasses,
  torqueFor,
} from "../screws/index.ts";
import type { BenchState } from "./state.ts";

/** One lot's screws in one pass, as indices into its `at`. */
export interface LotPass {
  readonly does: PassKind;
  /** Counts the passes from 0: several lots of one cooler are of one round. */
  readonly round: number;
  readonly joint: string;
  readonly order: readonly number[];
}

/** How a lot is tightened or loosened: its passes, its torque, and where both come from. */
export interface Tightening {
  readonly passes: readonly LotPass[];
  readonly orderFrom: "guide" | "crosswise";
  /** N·m */
  readonly torque:
    { readonly low: number; readonly high: number; readonly from: "guide" | "thread" } | undefined;
  /** Lots of the same cooler that go in before any of them is tightened. */
  readonly waitsFor: readonly string[];
}

/**
 * The tightening of a screws joint. The lots that hold one cooler are one: each is started by hand, and with
 * the last of them in they are tightened together in passes, those over the dies before those at the edges.
 * Undefined without places.
 */
export function tighteningOf(model: Model, state: BenchState, id: string): Tightening | undefined {
  const { guide } = model;
  const joint = guide.joints[id]!;
  if (joint.kind !== "screws" || !joint.at) return undefined;
  const { order, from } = orderOf(joint);
  const how = { orderFrom: from, torque: torqueOf(joint), waitsFor: [] };
  const lots = coolerLots(guide, id);
  if (lots.length === 0) return { ...how, passes: ofLot(id, tighteningPasses(order, false)) };
  const opened = new Set(state.done.flatMap((move) => (move.do === "release" ? [move.joint] : [])));
  const inJob = lots.filter((lot) => lot === id || opened.has(model.jointOf.get(lot)!));
  const waitsFor = inJob.filter(
    (lot) => lot !== id && state.machine.open[model.jointOf.get(lot)!] === 1,
  );
  if (waitsFor.length > 0) {
    return { ...how, waitsFor, passes: [{ does: "start", round: 0, joint: id, order }] };
  }
  if (inJob.length === 1) return { ...how, passes: ofLot(id, tighteningPasses(order, true)) };
  const together = (does: PassKind, round: number): readonly LotPass[] =>
    inJob.map((lot) => ({ does, round, joint: lot, order: orderOf(screwsOf(guide, lot)).order }));
  const start: LotPass = { does: "start", round: 0, joint: id, order };
  return { ...how, passes: [start, ...together("touch", 1), ...together("tighten-again", 2)] };
}

/** How the screws of a cooler are loosened: a little each, against the order in which they are tightened. */
export function looseningOf(guide: Guide, id: string): Tightening | undefined {
  const joint = guide.joints[id]!;
  if (joint.kind !== "screws" || !joint.at || coolerLots(guide, id).length === 0) return undefined;
  const { order, from } = orderOf(joint);
  if (order.length < 3) return undefined;
  const passes = ofLot(id, looseningPasses(order));
  return { passes, orderFrom: from, torque: undefined, waitsFor: [] };
}

const ofLot = (
  joint: string,
  passes: readonly { readonly does: PassKind; readonly order: readonly number[] }[],
): readonly LotPass[] => passes.map((pass, round) => ({ ...pass, round, joint }));

const screwsOf = (guide: Guide, id: string): ScrewsJoint => guide.joints[id] as ScrewsJoint;

function orderOf({ order, at }: ScrewsJoint): {
  readonly order: readonly number[];
  readonly from: Tightening["orderFrom"];
} {
  return Array.isArray(order)
    ? { order: order.map((n: number) => n - 1), from: "guide" }
    : { order: crossOrder(at ?? []), from: "crosswise" };
}

/** The lots with places that hold the cooler that this one holds: those on the board first. */
function coolerLots(guide: Guide, id: string): readonly string[] {
  const isPasted = (part: string): boolean =>
    guide.parts[part]!.handling?.includes("paste") ?? false;
  const coolers = guide.joints[id]!.joins.filter(isPasted);
  if (coolers.length === 0) return [];
  const isOnBoard = (lot: string): boolean =>
    guide.joints[lot]!.joins.some((part) => guide.parts[part]!.kind === "motherboard");
  return Object.entries(guide.joints)
    .filter(([, joint]) => joint.kind === "screws" && joint.at !== undefined)
    .filter(([, { joins }]) => joins.some((part) => coolers.includes(part)))
    .map(([lot]) => lot)
    .sort((a, b) => Number(isOnBoard(b)) - Number(isOnBoard(a)));
}

function torqueOf({ torque, thread }: ScrewsJoint): Tightening["torque"] {
  if (torque !== undefined) return { low: torque, high: torque, from: "guide" };
  const usual = torqueFor(thread);
  return usual && { ...usual, from: "thread" };
}

/** Which pass and which screw of it a running number of turns has come to; it stays at the last. */
export function turnAt({ passes }: Tightening, turn: number) {
  let left = turn;
  for (const pass of passes) {
    if (left < pass.order.length) return { pass, at: left };
    left -= pass.order.length;
  }
  const pass = passes.at(-1)!;
  return { pass, at: pass.order.length - 1 };
}
