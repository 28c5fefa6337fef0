import Box from "@mui/material/Box";
import { useMemo } from "react";
import {
  marksOf,
  paceOf,
  type Learnt,
  type LedgerEvent,
  type Machinery,
} from "../../core/bench/index.ts";
import type { Step } from "../../core/plan/index.ts";

/** Minutes spent and still to come: as likely less as more, and four times in five less. */
export function Pace({
  machinery: { guide },
  events,
  left,
  learnt,
  who,
}: {
  machinery: Machinery;
  events: readonly LedgerEvent[];
  left: readonly Step[];
  learnt: Learnt;
  who: string;
}) {
  const { spent, behind } = useMemo(
    () => paceOf(guide, events, learnt, who),
    [guide, events, learnt, who],
  );
  const { half, eighty } = marksOf(guide, left, learnt, who);
  const whole = (minutes: number): string => minutes.toFixed(0);
  const off = Math.round(Math.abs(behind));
  return (
    <Box role="group" aria-label="Minutes" sx={{ flex: "none", fontSize: 16 }}>
      <span className="mono">{whole(spent)}</span> min so far
      {off > 0 && (behind > 0 ? `, ${off} behind` : `, ${off} ahead`)}; left{" "}
      <span className="mono">{whole(half)}</span>, at 80 % under{" "}
      <span className="mono">{whole(eighty)}</span>
    </Box>
  );
}
