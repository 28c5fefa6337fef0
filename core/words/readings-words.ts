import { unreachable } from "../base/result.ts";
import type { AdapterFault, AdapterState, PackReason, PackState } from "../readings/index.ts";

/** What an adapter comes to, as it is said at the counter. */
export function adapterWords({ verdict, gives, needs, faults }: AdapterState): string {
  const watts = `it gives ${Math.round(gives)} W, the machine asks for ${Math.round(needs)} W`;
  const why = faults.map(adapterFaultWords).join("; ");
  switch (verdict) {
    case "fits":
      return `It fits: ${watts}.`;
    case "slow":
      return `It runs, but charges slowly or not at all while in use: ${watts}.`;
    case "no":
      return `Do not plug it in: ${why}.`;
    default:
      return unreachable(verdict);
  }
}

function adapterFaultWords(fault: AdapterFault): string {
  switch (fault.type) {
    case "wrong-plug":
      return `its plug is ${fault.has}, the machine takes ${fault.needs}`;
    case "wrong-polarity":
      return `the middle of its plug carries ${fault.has}, the machine wants ${fault.needs} there`;
    case "volts-high":
      return `${fault.has} V where the machine takes ${fault.needs} V`;
    case "volts-low":
      return `${fault.has} V is too little, the machine takes ${fault.needs} V`;
    case "amps-short":
      return `${fault.has} A of ${fault.needs} A`;
    default:
      return unreachable(fault);
  }
}

/** What a pack comes to in a word. */
export const PACK_VERDICTS: Readonly<Record<PackState["verdict"], string>> = {
  healthy: "Healthy",
  worn: "Worn: it works, and holds less than it did",
  replace: "Replace it",
  unsafe: "Unsafe: do not charge, press or ship it",
};

const LINES: Readonly<Record<PackReason["line"], (read: string, limit: string) => string>> = {
  seen: (read) => `it is ${read}`,
  "too-hot": (read, limit) => `${read} °C, over ${limit}`,
  "too-cold": (read, limit) => `${read} °C, under ${limit}`,
  "cell-dead": (read, limit) => `a cell at ${read} V, under ${limit}`,
  "cell-high": (read, limit) => `a cell at ${read} V, over ${limit}`,
  "cells-apart": (read, limit) => `cells ${read} V apart, more than ${limit}`,
  "capacity-low": (read, limit) => `${read} % of its capacity left, under ${limit}`,
  "capacity-gone": (read, limit) => `${read} % of its capacity left, under ${limit}`,
  "cycles-many": (read, limit) => `${read} cycles, more than ${limit}`,
  "resistance-high": (read, limit) => `${read} mΩ inside, more than ${limit}`,
};

/** The line that a pack crossed, with where the line comes from. */
export const packReasonWords = ({ line, read, limit, source }: PackReason): string =>
  `${LINES[line](String(read), String(limit))} (${source})`;
