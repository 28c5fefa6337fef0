import type { Step } from "./plan.ts";

/** A step as a key: the same step has the same key wherever it is named. */
export const stepKey = (step: Step): string =>
  step.do === "release" || step.do === "make"
    ? `joint:${step.joint}`
    : `parts:${[...step.parts].sort().join("+")}`;
