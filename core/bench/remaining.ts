import { type DownStep, stepKey, type UpStep, upOrder } from "../plan/index.ts";
import { closedMachine, type Model } from "../rules/index.ts";
import type { Done } from "./mirror.ts";
import type { BenchState } from "./state.ts";

/** Where a build-up step's mirror stands among the done moves and waits to be mirrored; −1 if nowhere. */
export function doneIndex(model: Model, state: BenchState, step: UpStep): number {
  const key = stepKey(step);
  return state.done.findLastIndex(
    (move, i) => !state.undone.has(i) && stepKey(stepOfDone(model, move)) === key,
  );
}

export const stepOfDone = (model: Model, move: Done): DownStep =>
  move.do === "release"
    ? { do: "release", joint: model.jointIds[move.joint]! }
    : { do: "lift", parts: move.parts.map((p) => model.partIds[p]!) };

/** The steps of the plan that are not done, in the plan's order. */
export function remainingDown(model: Model, state: BenchState): readonly DownStep[] {
  const done = new Map<string, number>();
  for (const move of state.done) {
    const key = stepKey(stepOfDone(model, move));
    done.set(key, (done.get(key) ?? 0) + 1);
  }
  return state.plan.filter((step) => {
    const left = done.get(stepKey(step)) ?? 0;
    if (left > 0) done.set(stepKey(step), left - 1);
    return left === 0;
  });
}

/** The mirror of what was done and is not yet back, in the mirror's order. */
export function remainingUp(model: Model, state: BenchState): readonly UpStep[] {
  return upOrder(model, closedMachine(model), state.done)
    .filter((i) => !state.undone.has(i))
    .map((i) => mirrored(stepOfDone(model, state.done[i]!)));
}

export const mirrored = (step: DownStep): UpStep =>
  step.do === "release" ? { do: "make", joint: step.joint } : { do: "place", parts: step.parts };
