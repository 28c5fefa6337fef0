import type { Guide, GuideJoint } from "../guide/index.ts";

/** What a cooler that was moved asks for. */
export const HEAT_CHECK = "temperature under load";
/** What is tried with the charger in. */
export const isCharging = (what: string): boolean => /\bcharg/i.test(what);
export const POWER_BUTTON = "power button";
/** What a battery behind a latch serves; an inner plug names it itself. */
const BATTERY_CHECK = "battery";

/**
 * The functions that hang on a joint: what a connector serves, the battery behind its latch, the temperature
 * where it holds a cooler.
 */
export function functionsOf(guide: Guide, id: string): readonly string[] {
  const joint = guide.joints[id]!;
  if (joint.kind === "connector") return joint.serves ?? [];
  if (joint.power === true) return [BATTERY_CHECK];
  return holdsCooler(guide, joint) ? [HEAT_CHECK] : [];
}

/** Whether a joint presses a cooler, with paste or a pad under it, on the board. */
const holdsCooler = (guide: Guide, joint: GuideJoint): boolean =>
  (joint.kind === "screws" || joint.kind === "adhesive") &&
  joint.joins.some((id) => guide.parts[id]!.handling?.includes("paste")) &&
  joint.joins.some((id) => guide.parts[id]!.kind === "motherboard");
