import { type Guide, mainPart } from "../guide/index.ts";
import type { Step } from "./plan.ts";

/** A step as a key: the same step has the same key wherever it is named. */
export const stepKey = (step: Step): string =>
  step.do === "release" || step.do === "make"
    ? `joint:${step.joint}`
    : `parts:${[...step.parts].sort().join("+")}`;

/** The joint that a step is about, or the part that is in the hand. */
export const thingOf = (guide: Guide, step: Step): string =>
  step.do === "release" || step.do === "make" ? step.joint : mainPart(guide, step.parts);
