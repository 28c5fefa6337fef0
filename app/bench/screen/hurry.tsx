import { useMemo } from "react";
import { reader } from "../../../core/base/ajv.ts";
import type { LedgerEvent } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { hurryOf } from "../../../core/minutes/index.ts";
import { useKept, writeKept } from "../../ui/use-kept.ts";

const readAsked = reader<boolean>({ type: "boolean" });

const keyOf = (ticket: number): string => `hurry ${ticket}`;

/** A job that is over is asked about no more. */
export const forgetHurry = (ticket: number): void => writeKept(keyOf(ticket), undefined);

/** A run of steps ticked far faster than hands can is asked about, once a job. */
export function HurryLine({
  ticket,
  guide,
  events,
}: {
  ticket: number;
  guide: Guide;
  events: readonly LedgerEvent[];
}) {
  const [isAsked, setIsAsked] = useKept(keyOf(ticket), readAsked, false);
  const hurry = useMemo(
    () => (isAsked ? undefined : hurryOf(guide, events)),
    [isAsked, guide, events],
  );
  if (!hurry) return null;
  const took = Math.max(1, Math.round(60 * hurry.took));
  return (
    <div role="status" className="refused">
      {hurry.steps} steps in {took} seconds; the guide gives them {Math.round(hurry.planned)}{" "}
      minutes. Is each of them done? If not, take back.
      <button type="button" className="press press-why" onClick={() => setIsAsked(true)}>
        All done
      </button>
    </div>
  );
}
