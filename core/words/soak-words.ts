import { unreachable } from "../base/result.ts";
import type { Cause, SoakFault } from "../soak/index.ts";

/** What a run missed, in one sentence. */
export function faultWords(fault: SoakFault): string {
  switch (fault.what) {
    case "fan":
      return `The fan turns at ${fault.rpm} rpm under load; at least ${fault.least} is due.`;
    case "heat":
      return `${fault.celsius.toFixed(0)} °C; ${fault.most} °C is the limit.`;
    case "worse":
      return `Hotter than before the work: ${Math.round(fault.more * 100)} % more rise for each watt.`;
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
