import { type Dive, diveOf, type Plan } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import { mirrored, stepOfDone } from "./remaining.ts";
import type { BenchState } from "./state.ts";
import { routeDown, routeUp } from "./route.ts";

/** The dive line of a plan that has not been begun. */
export function diveFromPlan(plan: Plan): Dive {
  const gates = new Set(plan.gates.map(({ before }) => before));
  return diveOf({
    down: plan.down.map((step) => ({ step, done: false })),
    swapped: false,
    up: plan.up.map((step, i) => ({ step, done: false, gate: gates.has(i) })),
  });
}

/** The dive line of a job at the bench: what was done, then what is left, then its mirror. */
export function diveFromState(model: Model, state: BenchState): Dive {
  const doneDown = state.done.map((move) => stepOfDone(model, move));
  const left = state.phase === "down" ? routeDown(model, state).steps : [];
  const down = [
    ...doneDown.map((step) => ({ step, done: true })),
    ...left.map((step) => ({ step, done: false })),
  ];
  const swapped = state.phase === "up" || state.phase === "closed";
  if (!swapped) {
    const up = down.map(({ step }) => ({ step: mirrored(step), done: false, gate: false }));
    return diveOf({ down, swapped, up: up.reverse() });
  }
  const back = state.done
    .filter((_, i) => state.undone.has(i))
    .map((move) => ({ step: mirrored(stepOfDone(model, move)), done: true, gate: false }))
    .reverse();
  const ahead = routeUp(model, state).map(({ step, gate }) => ({
    step,
    done: false,
    gate: gate.length > 0,
  }));
  return diveOf({ down, swapped, up: [...back, ...ahead] });
}
