import type { LearntFact } from "../guide/index.ts";
import type { Model } from "../rules/index.ts";
import { type LedgerEvent, takenBack } from "./events.ts";

/** What was found out and done in a ledger since the machine was opened first, as it stands. */
export function sightingsIn(events: readonly LedgerEvent[]): readonly LearntFact[] {
  const taken = takenBack(events);
  const sightings: LearntFact[] = [];
  let isOpened = false;
  for (const { id, at, by, entry } of events) {
    if (taken.has(id)) continue;
    if (entry.do === "start") {
      // Back from the soak it stands closed once more.
      if (isOpened) sightings.push({ do: "closed" });
      isOpened = true;
    }
    if (entry.do === "release") sightings.push({ do: "release", joint: entry.joint, at, by });
    if (entry.do === "lift") sightings.push({ do: "lift", parts: entry.parts, at, by });
    if (entry.do === "learn") sightings.push(...entry.sightings.map((one) => ({ ...one, at, by })));
  }
  return sightings;
}

/**
 * The machine as it is known behind these events. A guide that was written does not change; of one that is learnt at
 * the bench `model` may be that of any moment of the ledger.
 */
export const modelAfter = (model: Model, events: readonly LedgerEvent[]): Model =>
  model.learning?.grow(sightingsIn(events)) ?? model;
