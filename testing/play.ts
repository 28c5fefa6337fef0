import {
  type BenchState,
  checksLeft,
  closesMachine,
  type Entry,
  gateOf,
  openStop,
  routeDown,
  routeUp,
} from "../core/bench/index.ts";
import type { Model } from "../core/rules/index.ts";

/** What comes next in a job, done as the guide says but for one lot that is a screw short. */
export function nextEntry(
  model: Model,
  state: BenchState,
  short: string | undefined,
): Entry | undefined {
  const { guide } = model;
  if (state.phase === "down") {
    const step = routeDown(model, state).steps[0]!;
    const stop = openStop(model, state, step);
    if (stop) return { do: "answer", stop: stop.id, answer: stop.good };
    const joint = step.do === "release" ? guide.joints[step.joint]! : undefined;
    if (step.do === "lift" || joint?.kind !== "screws" || joint.captive === true) return step;
    const cell = 1 + state.lots.size;
    if (step.joint !== short) return { ...step, cell, count: joint.count };
    const differs = { reason: "missing-at-intake" as const };
    return { ...step, cell, count: joint.count - 1, differs };
  }
  if (state.phase === "swap") return { do: "swap" };
  if (state.phase !== "up") return undefined;
  const next = routeUp(model, state)[0];
  const round = next ? "open" : "shut";
  const open = next && gateOf(model, state, next.step).find(({ confirmed }) => !confirmed);
  if (open) return { do: "confirm", joint: open.joint };
  if (!next || closesMachine(model, state, next.step)) {
    const check = checksLeft(model, state, round)[0];
    if (check) return { do: "check", round, what: check.what, result: "pass" };
  }
  return next ? next.step : { do: "close", left: 0 };
}
