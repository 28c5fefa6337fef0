import { type BenchState, type Entry, nextAsk } from "../core/bench/index.ts";
import type { Model } from "../core/rules/index.ts";

/** What comes next in a job, done as the guide says but for one lot that is a screw short. */
export function nextEntry(
  model: Model,
  state: BenchState,
  short: string | undefined,
): Entry | undefined {
  const ask = nextAsk(model, state);
  switch (ask.type) {
    case "stop":
      return { do: "answer", stop: ask.stop.id, answer: ask.stop.good };
    case "gate":
      return { do: "confirm", joint: ask.joint };
    case "power-on":
      return { do: "power-on" };
    case "check":
      return { do: "check", round: ask.round, what: ask.checks[0]!.what, result: "pass" };
    case "swap":
      return { do: "swap" };
    case "close":
      return { do: "close", left: 0 };
    case "nothing":
      return undefined;
    case "step":
      break;
  }
  const { step } = ask;
  const joint = step.do === "release" ? model.guide.joints[step.joint]! : undefined;
  if (step.do !== "release" || joint?.kind !== "screws" || joint.captive === true) return step;
  const cell = 1 + state.lots.size;
  if (step.joint !== short) return { ...step, cell, count: joint.count };
  const differs = { reason: "missing-at-intake" as const };
  return { ...step, cell, count: joint.count - 1, differs };
}
