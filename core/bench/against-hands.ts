import { HandRules, type HandRule, leadsTo, requirementsOf } from "../order/index.ts";
import { moveOf, type Step, stepKey } from "../plan/index.ts";
import { blockOf, type Block, type Model } from "../rules/index.ts";
import { remainingDown } from "./remaining.ts";
import { oncePerStep } from "./route.ts";
import type { BenchState } from "./state.ts";

/** A rule of hands that a step goes against as the machine lies, and what the rule asks for first. */
export interface AgainstHands {
  readonly rule: Exclude<HandRule, "loose">;
  /** Power joints that are still shut, or joints of the same two sides that still hold. */
  readonly because: readonly string[];
}

/**
 * What a hand would refuse of a step of the strip-down, be it the plan's own or chosen by hand: inside and live
 * though it does not lead to the power, or a catch before what holds. What lies loose at a turn is said with the turn.
 */
export const againstHands = oncePerStep(
  (model: Model, state: BenchState, step: Step): readonly AgainstHands[] => {
    if (state.phase !== "down" || (step.do !== "release" && step.do !== "lift")) return [];
    const move = moveOf(model, step);
    if (blockOf(state.problem!, state.machine, move)) return [];
    const rest = remainingDown(model, state).filter((one) => stepKey(one) !== stepKey(step));
    const plan = [move, ...rest.map((one) => moveOf(model, one))];
    const hands = new HandRules(state.problem!, state.machine, plan);
    const sets = requirementsOf(state.problem!, state.machine, plan);
    const leads = leadsTo(hands.dead, sets);
    return hands
      .breachesOf(
        [0],
        (i) => leads.has(i),
        () => undefined,
      )
      .flatMap(({ rule, joints }) => {
        if (rule === "loose") return [];
        return [{ rule, because: joints.map((j) => model.jointIds[j]!) }];
      });
  },
);

/**
 * Why a step comes now, where somebody would ask: the first of the steps to come that it stands in the way of, and how.
 */
export const inTheWayOf = oncePerStep((model: Model, state: BenchState, step: Step) => {
  if (state.phase !== "down" || (step.do !== "release" && step.do !== "lift")) return undefined;
  const own = moveOf(model, step);
  for (const later of remainingDown(model, state)) {
    const block = blockOf(state.problem!, state.machine, moveOf(model, later));
    if (block && isBy(block, own)) return { step: later, block };
  }
  return undefined;
});

/** Whether it is this move that does away with a block, and it does not go without saying. */
function isBy(block: Block, move: ReturnType<typeof moveOf>): boolean {
  const parts = move.do === "lift" ? move.parts : [];
  const joint = move.do === "release" ? move.joint : undefined;
  switch (block.type) {
    case "joint-covered":
    case "part-covered":
      return parts.includes(block.by);
    case "power-first":
      return joint === block.power;
    case "battery-in":
      return parts.includes(block.battery);
    case "order":
      return block.order.first.joint === undefined
        ? parts.includes(block.order.first.part!)
        : joint === block.order.first.joint;
    default:
      return false;
  }
}
