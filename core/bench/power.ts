import { coverOver, type Cut, type Model, powerBlock, type State } from "../rules/index.ts";
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

/**
 * Whether power can be brought to a machine as it lies: its boards in place, and each battery on, or such
 * that it can be connected for a test (an inner plug in reach, an outer battery whose bay is there).
 */
export function canPower(model: Model, machine: State): boolean {
  const home = machine.stack[model.frame];
  const isHome = (p: number): boolean => machine.stack[p] === home;
  const isBoard = (p: number): boolean =>
    model.guide.parts[model.partIds[p]!]!.kind === "motherboard";
  const reaches = ({ joint, battery }: Cut): boolean => {
    if (battery !== undefined) return model.below[battery]!.every(isHome);
    if (!model.joins[joint]!.every(isHome)) return false;
    return machine.open[joint] === 0 || coverOver(model, machine, joint) === undefined;
  };
  return (
    [...model.partIds.keys()].every((p) => !isBoard(p) || isHome(p)) && model.cuts.every(reaches)
  );
}
