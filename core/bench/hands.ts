import { jointPosture, jointTool, type PartKind, type Posture } from "../guide/index.ts";
import type { Step } from "../plan/index.ts";
import { powerPosture } from "./power.ts";
import { looseIn, type Model, type State } from "../rules/index.ts";

/** How the machine must lie for a step; undefined: as it lies. */
function postureOf({ guide }: Model, step: Step): Posture | undefined {
  if (step.do === "release" || step.do === "make") {
    return jointPosture(guide, guide.joints[step.joint]!);
  }
  return step.parts.map((id) => guide.parts[id]!.posture).find((posture) => posture !== undefined);
}

/** A step for which the machine is turned, or its lid moved. */
export interface PostureChange {
  /** How it lay for the last step that said so; undefined for the first. */
  readonly from: Posture | undefined;
  readonly to: Posture;
  /** Parts that lie loose in the machine then, but for what this step moves. */
  readonly loose: readonly string[];
}

interface Lying {
  readonly lies: Posture | undefined;
  readonly machine: State;
}

/** How the machine has to be laid before a step, where that is not how it lies. */
export function postureBefore(model: Model, at: Lying, step: Step): PostureChange | undefined {
  return turnedTo(model, at, postureOf(model, step), "parts" in step ? step.parts : []);
}

/** How the machine has to be laid before it is powered on, where that is not how it lies. */
export const postureBeforePower = (model: Model, at: Lying): PostureChange | undefined =>
  turnedTo(model, at, powerPosture(model, at), []);

function turnedTo(
  model: Model,
  { lies, machine }: Lying,
  to: Posture | undefined,
  inHand: readonly string[],
): PostureChange | undefined {
  if (to === undefined || to === lies) return undefined;
  const loose = looseIn(model, machine).map((p) => model.partIds[p]!);
  return { from: lies, to, loose: loose.filter((id) => !inHand.includes(id)) };
}

export const liesAfter = (
  model: Model,
  before: Posture | undefined,
  step: Step,
): Posture | undefined => postureOf(model, step) ?? before;

/**
 * Before a part is placed, what has to be held clear of it: leads that are in place and will be plugged into
 * it, or run over it, later.
 */
export function holdClear(
  model: Model,
  { machine }: { readonly machine: State },
  step: Step,
): readonly string[] {
  if (step.do !== "place") return [];
  const placed = new Set(step.parts.map((id) => model.partOf.get(id)!));
  const home = machine.stack[model.frame];
  const isLead = (p: number): boolean => {
    const { kind } = model.guide.parts[model.partIds[p]!]!;
    return !placed.has(p) && machine.stack[p] === home && kind !== "cover";
  };
  const leads = model.jointIds.flatMap((id, j) => {
    const { kind } = model.guide.joints[id]!;
    const isOpen = machine.open[j] === 1 && (kind === "connector" || kind === "route");
    if (!isOpen || !placed.has(model.host[j]!)) return [];
    return model.joins[j]!.slice(1).filter(isLead);
  });
  return [...new Set(leads)].map((p) => model.partIds[p]!);
}

/** What lies flat before its first screw: a board, or a part of the shell. */
const FLAT = new Set<PartKind>(["motherboard", "daughterboard", "cover", "palmrest"]);

/** Whether a step puts the first screws into a board or a part of the shell: it lies flat then, or something is under it. */
export function isFirstScrew(
  { guide, jointOf, partOf, jointsOfPart, jointIds }: Model,
  { machine }: { readonly machine: State },
  step: Step,
): boolean {
  if (step.do !== "make") return false;
  const joint = guide.joints[step.joint]!;
  const [held] = joint.joins;
  if (joint.kind !== "screws" || !FLAT.has(guide.parts[held!]!.kind)) return false;
  return jointsOfPart[partOf.get(held!)!]!.every((j) => {
    const other = guide.joints[jointIds[j]!]!;
    const isOwn = j === jointOf.get(step.joint);
    return isOwn || other.kind !== "screws" || other.joins[0] !== held || machine.open[j] === 1;
  });
}

/** The bit or tool in the hand after a step: a step that needs none leaves it there. */
export function inHandAfter(
  { guide }: Model,
  before: string | undefined,
  step: Step,
): string | undefined {
  if (step.do === "lift" || step.do === "place") return before;
  return jointTool(guide.joints[step.joint]!) ?? before;
}

/** Whether a step takes another bit or tool than the one in the hand. */
export const isNewBit = (
  model: Model,
  { inHand }: { readonly inHand: string | undefined },
  step: Step,
): boolean => inHandAfter(model, inHand, step) !== inHand;

/** Leads that stay plugged in at both ends when a group is lifted: long enough to lay it aside on them. */
export function tiedBy(
  model: Model,
  { machine }: { readonly machine: State },
  step: Step,
): readonly string[] {
  if (step.do !== "lift") return [];
  const group = new Set(step.parts.map((id) => model.partOf.get(id)!));
  return model.jointIds.filter((id, j) => {
    const { kind } = model.guide.joints[id]!;
    if (kind !== "connector" || machine.open[j] === 1 || model.rigid[j] === true) return false;
    return model.joins[j]!.some((p) => group.has(p)) && model.joins[j]!.some((p) => !group.has(p));
  });
}
