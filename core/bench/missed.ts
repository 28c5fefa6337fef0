import { type LedgerEvent, takenBack } from "./events.ts";

/** Joints and parts that held a stuck part or were gone back to, once for each time; taken back, not. */
export function missedIn(events: readonly LedgerEvent[]): readonly string[] {
  const taken = takenBack(events);
  return events.flatMap(({ id, entry }) => {
    if (taken.has(id)) return [];
    return entry.do === "snag" ? [entry.held] : entry.do === "rework" ? [entry.joint] : [];
  });
}
