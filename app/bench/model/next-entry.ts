import type { Entry, Fitted } from "../../../core/bench/index.ts";
import type { Draft } from "../step/count-box.tsx";
import type { Ending } from "../step/end-panel.tsx";
import type { BenchView, ScrewStep } from "./bench-view.ts";

/** The entry that "done" means now, or what is missing for it, in words. */
export function entryFor(
  view: BenchView,
  screws: ScrewStep | undefined,
  draft: Draft,
  ending: Ending,
  fitted: readonly Fitted[],
): Entry | string {
  const { mood, step, round } = view;
  if (mood === "planning") return "The way from here is being worked out.";
  if (mood === "stop") return "Answer the question with Y or N.";
  if (mood === "swap") return fitted.length > 0 ? { do: "swap", fitted } : { do: "swap" };
  if (mood === "power") return { do: "power-on" };
  if (mood === "checks") return { do: "check", round, what: view.checks[0]!.what, result: "pass" };
  if (mood === "closed" || (!step && mood !== "end")) return "This job is closed.";
  if (mood === "end" || !step) {
    if (ending.left === undefined) return "Count the screws that are left over; 0 is a count too.";
    const explained = ending.explained.trim();
    return { do: "close", left: ending.left, ...(explained === "" ? {} : { explained }) };
  }
  if (view.gate) return { do: "seen", joints: view.gate.joints };
  if (!screws || step.do === "lift" || step.do === "place") return step;
  const differs =
    draft.count !== screws.expected && draft.reason !== undefined
      ? { differs: { reason: draft.reason } }
      : {};
  if (step.do === "make") return { ...step, count: draft.count, ...differs };
  const place = draft.cell === undefined ? { lies: screws.lies } : { cell: draft.cell };
  return { ...step, count: draft.count, ...place, ...differs };
}

/** What the big button says it does. */
export function doneWord({ mood, gate }: BenchView, isRework: boolean): string {
  if (mood === "swap") return isRework ? "Seated anew: build up" : "Swapped: build up";
  if (mood === "power") return "It is on";
  if (mood === "end") return "Close the job";
  if (gate) return gate.joints.length === 1 ? "Seen: it is in" : "Seen: all are in";
  return "Done";
}
