import { type BenchState, type Entry, goodEntry, nextAsk, screwsIn } from "../core/bench/index.ts";
import type { Model } from "../core/rules/index.ts";

/** What comes next in a job, done as the guide says but for one lot that is a screw short. */
export function nextEntry(
  model: Model,
  state: BenchState,
  short: string | undefined,
): Entry | undefined {
  const ask = nextAsk(model, state);
  if (ask.type !== "step") return goodEntry(ask);
  const { step } = ask;
  const joint = step.do === "release" ? model.guide.joints[step.joint]! : undefined;
  if (step.do !== "release" || joint?.kind !== "screws" || joint.captive === true) return step;
  const cell = 1 + state.lots.size;
  const count = screwsIn(state.lots.get(step.joint), joint.count);
  if (step.joint !== short) return { ...step, cell, count };
  const differs = { reason: "missing-at-intake" as const };
  return { ...step, cell, count: count - 1, differs };
}
