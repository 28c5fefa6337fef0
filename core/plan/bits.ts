import { type Guide, jointTool } from "../guide/index.ts";
import type { DownStep } from "./plan.ts";

/** The bits and tools that a strip-down takes, each once, in the order they are taken up. */
export const bitsOf = (guide: Guide, down: readonly DownStep[]): readonly string[] => [
  ...new Set(
    down.flatMap((step) =>
      step.do === "release" ? (jointTool(guide.joints[step.joint]!) ?? []) : [],
    ),
  ),
];
