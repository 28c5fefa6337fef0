import { memo, useMemo } from "react";
import { type BenchState, type LedgerEvent, stepsToCome } from "../../../core/bench/index.ts";
import { type Learnt, marksOf, paceOf } from "../../../core/minutes/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { clockWords, useNow, useZone } from "../../ui/days.ts";

/** Minutes spent and still to come: as likely less as more, and four times in five less. */
export const MinutesLine = memo(function MinutesLine({
  model,
  state,
  events,
  learnt,
  who,
  drawn,
}: {
  model: Model;
  state: BenchState;
  events: readonly LedgerEvent[];
  learnt: Learnt;
  who: string;
  /** When the server drew the page, ms since 1970, to the minute. */
  drawn: number;
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
  const now = useNow(drawn);
  const zone = useZone();
  const at = (minutes: number): string => clockWords(now + minutes * 60_000, zone);
  const off = Math.round(Math.abs(behind));
  return (
    <div role="group" aria-label="Minutes" className="minutes-line">
      {Math.round(spent)} min so far{off > 0 && `, ${off} min ${behind > 0 ? "behind" : "ahead"}`};
      done about <span className="mono">{at(half)}</span>, four times in five by{" "}
      <span className="mono">{at(eighty)}</span>
    </div>
  );
});
