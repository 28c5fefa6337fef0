import { type Guide, guideInWays, type HandWays } from "../guide/index.ts";
import { Meter } from "../base/meter.ts";
import type { Job } from "../rules/index.ts";
import { FIRST } from "../work/index.ts";
import { type Plan, planJob } from "./plan.ts";

/** What a job takes by each way of one choice, with the other choices as they are. */
export interface ChoiceOfHand {
  readonly choice: string;
  /** In the guide's order; minutes with handling. */
  readonly ways: readonly { readonly way: string; readonly minutes: number }[];
}

/**
 * The choices of the hand that make a difference to a job, with the minutes of each way: of other steps, of another order
 * or of other minutes. From first answers of the planner: minutes may be above the least.
 */
export function choicesOfHand(
  guide: Guide,
  job: Job,
  mine: HandWays,
  looks: number = FIRST,
): readonly ChoiceOfHand[] {
  return Object.entries(guide.hands ?? {}).flatMap(([choice, { ways }]) => {
    const plans = Object.keys(ways).flatMap((way) => {
      const gone = guideInWays(guide, { ...mine, [choice]: way });
      const plan = gone.ok ? planJob(gone.value, job, undefined, new Meter(looks)) : undefined;
      return plan?.ok ? [{ way, plan: plan.value }] : [];
    });
    const said = new Set(plans.map(({ plan }) => JSON.stringify([minutesOf(plan), plan.down])));
    return said.size < 2
      ? []
      : [{ choice, ways: plans.map(({ way, plan }) => ({ way, minutes: minutesOf(plan) })) }];
  });
}

const minutesOf = ({ work, handling }: Plan): number =>
  Math.round((work + handling.minutes) * 1e4) / 1e4;
