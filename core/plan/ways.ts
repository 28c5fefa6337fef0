import type { DownStep, Plan } from "./plan.ts";
import { stepKey } from "./step-key.ts";

/** What two plans of one job do otherwise. */
export interface WaysApart {
  /** Steps down that only the first has, in its order. */
  readonly onlyFirst: readonly DownStep[];
  /** Steps down that only the second has, in its order. */
  readonly onlySecond: readonly DownStep[];
  /** Minutes that the second takes more, handling and all; negative when it takes less. */
  readonly more: number;
}

/**
 * Where two plans of one job part: steps that only one of them has. A lift of other parts together is another
 * step. Order is not compared: what the order costs is in the minutes.
 */
export function waysApart(first: Plan, second: Plan): WaysApart {
  const keysOf = ({ down }: Plan): ReadonlySet<string> => new Set(down.map(stepKey));
  const [inFirst, inSecond] = [keysOf(first), keysOf(second)];
  const minutes = ({ work, handling }: Plan): number => work + handling.minutes;
  return {
    onlyFirst: first.down.filter((step) => !inSecond.has(stepKey(step))),
    onlySecond: second.down.filter((step) => !inFirst.has(stepKey(step))),
    more: minutes(second) - minutes(first),
  };
}
