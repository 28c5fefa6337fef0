import { isShell, type PartKind, type Posture } from "../guide/index.ts";
import { coverOver, type Cut, type Model, powerBlock, type State } from "../rules/index.ts";
import { POWER_BUTTON } from "./functions.ts";
import type { BenchState } from "./state.ts";

/**
 * Whether there may be voltage in the machine: `on` since it was powered on; `live` while the charger may be
 * in or the battery is on; `undrained` when it is off the battery and what is left on the board has not been
 * drained; `dead`.
 */
export type Life = "on" | "live" | "undrained" | "dead";

export function lifeOf(model: Model, { isOn, forTest, answers, machine }: BenchState): Life {
  if (isOn) return "on";
  const said = (stop: string): boolean => answers.get(stop)?.answer === "yes";
  if (!said("begin") || forTest || powerBlock(model, machine)) return "live";
  // Of a machine that is being learnt nobody may know yet what takes the battery off.
  if (model.cuts.length === 0) return model.learning ? "live" : "dead";
  return said("drain") || said("unplug") ? "dead" : "undrained";
}

/** What a machine needs to start, and to come through it: parts that are in, and joints of theirs that are made. */
interface StartNeeds {
  readonly parts: readonly number[];
  readonly joints: readonly number[];
}
const neededBy = new WeakMap<Model, StartNeeds>();
const NEEDED_PARTS = new Set<PartKind>(["motherboard", "memory", "heatsink", "fan"]);

/** Boards, memory, coolers with the screws that press them down, fans with their plugs, and the power button's lead. */
function startNeeds(model: Model): StartNeeds {
  const known = neededBy.get(model);
  if (known) return known;
  const { guide, partIds, jointIds } = model;
  const kinds = partIds.map((id) => guide.parts[id]!.kind);
  const needs = {
    parts: [...partIds.keys()].filter((p) => NEEDED_PARTS.has(kinds[p]!)),
    joints: [...jointIds.keys()].filter((j) => {
      const joint = guide.joints[jointIds[j]!]!;
      const isOn = (kind: PartKind): boolean => model.joins[j]!.some((p) => kinds[p] === kind);
      if (joint.kind === "screws") return isOn("heatsink") && isOn("motherboard");
      if (joint.kind !== "connector") return false;
      return isOn("memory") || isOn("fan") || joint.serves?.includes(POWER_BUTTON) === true;
    }),
  };
  neededBy.set(model, needs);
  return needs;
}

/**
 * Whether a machine can be powered on as it lies: what it needs to start and to come through it is in, and each
 * battery is on, or such that it can be connected for a test (an inner plug in reach, an outer battery whose bay
 * is there).
 */
export function canPower(model: Model, machine: State): boolean {
  const home = machine.stack[model.frame];
  const isHome = (p: number): boolean => machine.stack[p] === home;
  const reaches = ({ joint, battery }: Cut): boolean => {
    if (battery !== undefined) return model.below[battery]!.every(isHome);
    if (!model.joins[joint]!.every(isHome)) return false;
    return machine.open[joint] === 0 || coverOver(model, machine, joint) === undefined;
  };
  const { parts, joints } = startNeeds(model);
  return (
    parts.every(isHome) && joints.every((j) => machine.open[j] === 0) && model.cuts.every(reaches)
  );
}

/** Whether a board or a live contact lies bare: something of the shell that was over it is out. */
export function isBare(model: Model, machine: State): boolean {
  const { guide, partIds } = model;
  const home = machine.stack[model.frame];
  const isOff = (x: number): boolean =>
    machine.stack[x] !== home && isShell(guide.parts[partIds[x]!]!);
  const isBoard = (p: number): boolean => guide.parts[partIds[p]!]!.kind === "motherboard";
  return (
    [...partIds.keys()].some((p) => isBoard(p) && model.overPart[p]!.some(isOff)) ||
    model.cuts.some(({ joint, battery }) => {
      return battery === undefined && model.overJoint[joint]!.some(isOff);
    })
  );
}

/** How the machine lies while it is on: the picture to be seen, the fan free; opened from below it stands on its side. */
export function powerPosture(
  model: Model,
  { lies, machine }: { readonly lies: Posture | undefined; readonly machine: State },
): Posture {
  const isFromBelow = lies === undefined || lies === "underside-up" || lies === "on-side";
  return isBare(model, machine) && isFromBelow ? "on-side" : "deck-up";
}
