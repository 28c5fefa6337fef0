import { unreachable } from "../base/result.ts";
import type { Cause, RunFault, SoakFault, SoakVerdict } from "../soak/index.ts";

/** What a run missed, in one sentence. */
export function faultWords(fault: SoakFault): string {
  switch (fault.what) {
    case "fan":
      return `The fan turns at ${fault.rpm} rpm under load; at least ${fault.least} is due.`;
    case "heat":
      return `${fault.celsius.toFixed(0)} °C; ${fault.most} °C is the limit.`;
    case "worse":
      return `Hotter than before the work: ${Math.round(fault.more * 100)} % more rise per watt.`;
    case "crash":
      return `It hung or went off ${fault.times === 1 ? "once" : `${fault.times} times`} under load.`;
    case "memory":
      return `${fault.errors} memory ${fault.errors === 1 ? "error" : "errors"}.`;
    default:
      return unreachable(fault);
  }
}

/** Where to look, and for what. */
export const CAUSE_WORDS: Readonly<Record<Cause, string>> = {
  paste: "paste: enough, and on the whole die",
  pad: "pad: the right thickness",
  "cooler-screws": "cooler screws: tightened in order, in passes",
  "fan-plug": "fan plug: is it in?",
  "fan-turns": "fan: does it turn by hand, is a lead in it?",
  "memory-module": "memory module: seat it again, test each alone",
  "memory-on-board": "memory on the board: then the board has to go",
};

const span = (seconds: number): string =>
  seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${(seconds / 3600).toFixed(1)} h`;
const share = (part: number): string => `${Math.floor(part * 100)} %`;

/** What the soak has come to so far, in a sentence. */
export function verdictWords(verdict: SoakVerdict): string {
  switch (verdict.state) {
    case "none":
      return "No soak was run since it was shut.";
    case "short":
      return `Within the limits so far, but only ${span(verdict.seconds)}: ${span(verdict.least)} at least.`;
    case "unsure":
      return (
        `Within the limits; ${verdict.quiet.toFixed(1)} h without the fault make it ${share(verdict.sure)} sure ` +
        `that it is gone. For 95 % it takes ${verdict.wants.toFixed(1)} h.`
      );
    case "good":
      return verdict.sure === undefined
        ? `Within the limits, ${span(verdict.seconds)} under load.`
        : `Within the limits; ${share(verdict.sure)} sure that the fault is gone.`;
    case "bad":
      return verdict.faults.map(faultWords).join(" ");
    default:
      return unreachable(verdict);
  }
}

/** Why a run was not kept, and what to do. */
export function runFaultWords(fault: RunFault): string {
  switch (fault.type) {
    case "too-short":
      return `${Math.round(fault.seconds)} s say nothing: let it run for ${fault.least} s at least.`;
    case "gap":
      return `Nothing was heard for ${Math.round(fault.seconds)} s (from second ${Math.round(fault.at)}): look at the probe's lead, and run it again.`;
    case "backwards":
      return `The probe's clock went back at second ${Math.round(fault.at)}: run it again.`;
    default:
      return unreachable(fault);
  }
}
