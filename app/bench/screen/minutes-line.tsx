import { memo, useMemo } from "react";
import {
  marksOf,
  paceOf,
  type BenchState,
  type Learnt,
  type LedgerEvent,
  type Machinery,
} from "../../../core/bench/index.ts";
import { stepsToCome } from "../model/bench-view.ts";

/** Minutes spent and still to come: as likely less as more, and four times in five less. */
export const Pace = memo(function Pace({
  machinery,
  state,
  events,
  learnt,
  who,
}: {
  machinery: Machinery;
  state: BenchState;
  events: readonly LedgerEvent[];
  learnt: Learnt;
  who: string;
}) {
  const { guide } = machinery;
  const { spent, behind } = useMemo(
    () => paceOf(guide, events, learnt, who),
    [guide, events, learnt, who],
  );
  const { half, eighty } = useMemo(
    () => marksOf(guide, stepsToCome(machinery, state), learnt, who),
    [guide, machinery, state, learnt, who],
  );
  const whole = (minutes: number): string => minutes.toFixed(0);
  const off = Math.round(Math.abs(behind));
  return (
    <div role="group" aria-label="Minutes" className="pace">
      <span className="mono">{whole(spent)}</span> min so far
      {off > 0 && (behind > 0 ? `, ${off} behind` : `, ${off} ahead`)}; left{" "}
      <span className="mono">{whole(half)}</span>, at 80 % under{" "}
      <span className="mono">{whole(eighty)}</span>
    </div>
  );
});
