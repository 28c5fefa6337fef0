import type { InputFault } from "../swap/index.ts";

/** What is wrong with a number at its field, and what it can be. */
export function inputWords(fault: InputFault): string {
  return fault.type === "out-of-range"
    ? `${fault.least} to ${fault.most} ${fault.unit}`
    : `there is no module of ${fault.size} GB`;
}
