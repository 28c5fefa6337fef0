import type { Guide, GuideJoint, GuidePart } from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";

/** Below this share of those that come off whole a customer is told before, and a spare is offered. */
const SELDOM = 0.95;

/** The share that is whole after it was opened, by how fragile the author calls it; our own estimate. */
const BY_FRAGILE = { 0: 1, 1: 0.995, 2: 0.98, 3: 0.9 } as const;

/** What may not survive that a job takes it off. */
export interface Frail {
  /** The joint, or the part. */
  readonly thing: string;
  /** The share that comes off whole, 0 to 1. */
  readonly survives: number;
  /** The part that a spare is of. */
  readonly part: string;
}

/** What often breaks on the way down of a job, the likeliest first; not what is bought new with it anyway. */
export function frailThings(
  { parts, joints }: Guide,
  down: readonly DownStep[],
  isNew: (part: string) => boolean,
): readonly Frail[] {
  const found: Frail[] = [];
  for (const step of down) {
    if (step.do === "lift") {
      for (const part of step.parts) {
        const { survives = 1 } = parts[part]!;
        if (survives < SELDOM && !isNew(part)) found.push({ thing: part, survives, part });
      }
      continue;
    }
    const joint = joints[step.joint]!;
    const survives = survivalOf(joint);
    const ends = joint.joins.filter((id) => parts[id]!.kind !== "seal");
    if (survives >= SELDOM || ends.length < joint.joins.length || ends.some(isNew)) continue;
    found.push({ thing: step.joint, survives, part: spareOf(parts, joint) });
  }
  return found.sort((a, b) => a.survives - b.survives);
}

/** How many of a kind are whole after they were opened: what the author says, else by how fragile it is. */
const survivalOf = (joint: GuideJoint): number =>
  joint.survives ?? (isSpent(joint) ? 1 : BY_FRAGILE[joint.fragile ?? 0]);

/** Glue that is renewed anyway has nothing to lose. */
const isSpent = (joint: GuideJoint): boolean => "reuse" in joint && joint.reuse === "replace";

/** A lock breaks on the board; a lead, a ribbon or what is stuck tears itself: the smaller of the two is bought. */
const spareOf = (parts: Readonly<Record<string, GuidePart>>, { joins }: GuideJoint): string =>
  joins.find((id) => isSmall(parts[id]!)) ?? joins[1]!;

const isSmall = ({ kind }: GuidePart): boolean =>
  kind === "cable" || kind === "antenna" || kind === "tape" || kind === "foot";
