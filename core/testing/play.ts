import {
  gateOf,
  routeDown,
  routeUp,
  type BenchState,
  type Entry,
  type Machinery,
} from "../bench/index.ts";

/** What comes next in a job, done as the guide says but for one lot that is a screw short. */
export function nextEntry(
  machinery: Machinery,
  state: BenchState,
  short: string | undefined,
): Entry | undefined {
  const { guide } = machinery;
  if (state.phase === "down") {
    const step = routeDown(machinery, state).steps[0]!;
    const joint = step.do === "release" ? guide.joints[step.joint]! : undefined;
    if (step.do === "lift" || joint?.kind !== "screws" || joint.captive === true) return step;
    const cell = 1 + state.lots.size;
    if (step.joint !== short) return { ...step, cell, count: joint.count };
    const differs = { reason: "missing-at-intake" as const };
    return { ...step, cell, count: joint.count - 1, differs };
  }
  if (state.phase === "swap") return { do: "swap" };
  if (state.phase !== "up") return undefined;
  const next = routeUp(machinery, state)[0];
  if (!next) return { do: "close", left: 0 };
  const open = gateOf(machinery, state, next.step).find(({ confirmed }) => !confirmed);
  return open ? { do: "confirm", joint: open.joint } : next.step;
}
