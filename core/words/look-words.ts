import type { Region } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import type { Step } from "../plan/index.ts";

/** Where a region lies on the map. */
export function regionWords({ across, along }: Pick<Region, "across" | "along">): string {
  if (along !== undefined && across !== undefined) return `${along} ${across}`;
  if (across !== undefined) return `the ${across} half`;
  return along === undefined ? "all over" : `the ${along} half`;
}

/** Why it is looked now. */
export function lookWhy(guide: Guide, step: Step): string {
  const isPlug = step.do === "make" && guide.joints[step.joint]!.power === true;
  return isPlug
    ? "Before the power goes on: the next parts hide these."
    : "The next part hides these.";
}

/** What is done with a joint that is not in. */
export const NOT_IN_WORDS = "Tap one that is not in: it comes next.";
