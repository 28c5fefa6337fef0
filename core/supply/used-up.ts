import type { Guide } from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";

/** Things that a job uses up: what holds by glue or is spent when it is opened, paste and pads under what comes off. */
export interface UsedUp {
  /** Joints that are made with new stuff. */
  readonly joints: readonly string[];
  /** Coolers whose paste is gone. */
  readonly paste: readonly string[];
  /** Pads that are laid bare. */
  readonly pads: readonly string[];
  /** Warranty seals that it breaks: none is ever renewed or sold. */
  readonly seals: readonly string[];
}

/** What the way down of a job uses up, in its order. */
export function usedUp({ joints, parts }: Guide, down: readonly DownStep[]): UsedUp {
  const opened = down.flatMap((step) => (step.do === "release" ? [step.joint] : []));
  const lifted = down.flatMap((step) => (step.do === "lift" ? step.parts : []));
  const isSeal = (id: string): boolean => parts[id]?.kind === "seal";
  const touched = [...opened.flatMap((id) => joints[id]?.joins ?? []), ...lifted];
  return {
    joints: opened.filter((id) => {
      const joint = joints[id];
      if (joint === undefined || joint.joins.some(isSeal)) return false;
      return "reuse" in joint && joint.reuse === "replace";
    }),
    seals: [...new Set(touched.filter(isSeal))],
    paste: lifted.filter((id) => parts[id]?.dies !== undefined),
    pads: lifted.filter((id) => parts[id]?.gap !== undefined),
  };
}
