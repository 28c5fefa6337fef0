import { type LedgerEvent, takenBack } from "./events.ts";

/** Joints and parts that held a stuck part, were not in, or were gone back to, once for each time; taken back, not. */
export function missedIn(events: readonly LedgerEvent[]): readonly string[] {
  const taken = takenBack(events);
  return events.flatMap(({ id, entry }) => {
    if (taken.has(id)) return [];
    if (entry.do === "snag") return [entry.held];
    return entry.do === "rework" || entry.do === "not-in" ? [entry.joint] : [];
  });
}
