import type { Step } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import type { Check } from "./checks.ts";
import type { Entry, Round } from "./events.ts";
import type { BenchState } from "./state.ts";
import { checksDue, roundOf } from "./proof.ts";
import { lookBefore, type Region, regionsOf } from "./look.ts";
import { mirrored, remainingUp } from "./remaining.ts";
import { routeDown, routeUp } from "./route.ts";
import { heldBy, openStop, type Stop } from "./stops.ts";

/** What the bench asks for now. */
export type Ask =
  | { readonly type: "stop"; readonly stop: Stop }
  /** What the step hides is looked at, a region of the map at a time: these joints of it are not seen yet. */
  | {
      readonly type: "gate";
      readonly step: Step;
      readonly region: Region;
      readonly joints: readonly string[];
      readonly later: readonly Region[];
    }
  | { readonly type: "power-on"; readonly round: Round; readonly checks: readonly Check[] }
  | { readonly type: "check"; readonly round: Round; readonly checks: readonly Check[] }
  | { readonly type: "step"; readonly step: Step }
  | { readonly type: "swap" }
  | { readonly type: "close" }
  /** Not begun, over, or a new plan is on its way. */
  | { readonly type: "nothing" };

/**
 * What answers an ask when all is well: each stop as it lets the job go on, each function passed, each screw
 * counted as the guide says. Undefined where nothing is asked.
 */
export function goodEntry(ask: Ask): Entry | undefined {
  switch (ask.type) {
    case "stop":
      return { do: "answer", stop: ask.stop.id, answer: ask.stop.good };
    case "gate":
      return { do: "seen", joints: ask.joints };
    case "power-on":
      return { do: "power-on" };
    case "check":
      return { do: "check", round: ask.round, what: ask.checks[0]!.what, result: "pass" };
    case "swap":
      return { do: "swap" };
    case "close":
      return { do: "close", left: 0 };
    case "step":
      return ask.step;
    case "nothing":
      return undefined;
  }
}

/** The steps that are left in this direction, in an order that can be followed. */
export function stepsLeft(model: Model, state: BenchState): readonly Step[] {
  if (state.phase === "down") return routeDown(model, state).steps;
  if (state.phase === "up") return routeUp(model, state).map(({ step }) => step);
  return [];
}

/** All steps that are left: going down, the mirror of what is done and of what is left as well. */
export function stepsToCome(model: Model, state: BenchState): readonly Step[] {
  const left = stepsLeft(model, state);
  if (state.phase === "up") return left;
  const mirror = left.flatMap((one) =>
    one.do === "release" || one.do === "lift" ? [mirrored(one)] : [],
  );
  return [...left, ...mirror, ...remainingUp(model, state)];
}

/**
 * What comes next, for the first step that is left or the one that was chosen: what holds the job, then the
 * last chance to see a joint, what is to be tried out first, what is to be answered, then the step.
 */
export function nextAsk(
  model: Model,
  state: BenchState,
  chosen: Step | undefined = stepsLeft(model, state)[0],
): Ask {
  const held = heldBy(model, state);
  if (held) return { type: "stop", stop: held };
  if (state.phase === "swap") return { type: "swap" };
  if (state.phase === "up") {
    const gate = chosen && gateAt(model, state, chosen);
    if (gate) return gate;
    const checks = checksDue(model, state);
    const round = roundOf(model, state);
    if (checks.length > 0) return { type: state.isOn ? "check" : "power-on", round, checks };
    if (!chosen) return { type: "close" };
  }
  if (!chosen || (state.phase !== "down" && state.phase !== "up")) return { type: "nothing" };
  const stop = openStop(model, state, chosen);
  return stop ? { type: "stop", stop } : { type: "step", step: chosen };
}

/** The next look before a step; undefined when all was seen. */
function gateAt(model: Model, state: BenchState, step: Step): Ask | undefined {
  const looks = lookBefore(model, state, step);
  const unseen = new Set(looks.flatMap(({ joint, confirmed }) => (confirmed ? [] : [joint])));
  if (unseen.size === 0) return undefined;
  const regions = regionsOf(
    model.guide,
    looks.map(({ joint }) => joint),
  );
  const [region, ...later] = regions.filter(({ joints }) => joints.some((one) => unseen.has(one)));
  const joints = region!.joints.filter((joint) => unseen.has(joint));
  return { type: "gate", step, region: region!, joints, later };
}
