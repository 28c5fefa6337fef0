import { memo, useMemo } from "react";
import type { BenchState, LedgerEvent } from "../../../core/bench/index.ts";
import { type Learnt, marksOf, paceOf } from "../../../core/minutes/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { stepsToCome } from "../model/bench-view.ts";

/** Minutes spent and still to come: as likely less as more, and four times in five less. */
export const MinutesLine = memo(function MinutesLine({
  model,
  state,
  events,
  learnt,
  who,
}: {
  model: Model;
  state: BenchState;
  events: readonly LedgerEvent[];
  learnt: Learnt;
  who: string;
}) {
  const { guide } = model;
  const { spent, behind } = useMemo(
    () => paceOf(guide, events, learnt, who),
    [guide, events, learnt, who],
  );
  const { half, eighty } = useMemo(
    () => marksOf(guide, stepsToCome(model, state), learnt, who),
    [guide, model, state, learnt, who],
  );
  const whole = (minutes: number): string => minutes.toFixed(0);
  const off = Math.round(Math.abs(behind));
  return (
    <div role="group" aria-label="Minutes" className="minutes-line">
      <span className="mono">{whole(spent)}</span> min so far
      {off > 0 && (behind > 0 ? `, ${off} behind` : `, ${off} ahead`)}; left{" "}
      <span className="mono">{whole(half)}</span>, at 80 % under{" "}
      <span className="mono">{whole(eighty)}</span>
    </div>
  );
});
