import { type LedgerEvent, takenBack } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import { isStep, stepEstimate } from "./minutes.ts";

/** So many steps of one person, of so many minutes by the guide, in less than this share of them: no hand does that. */
const STEPS = 8;
const MINUTES = 6;
const SHARE = 0.1;

/** Steps that were ticked far faster than hands work: how many, what the guide gives them, what they took. Minutes. */
export interface Hurry {
  readonly steps: number;
  readonly planned: number;
  readonly took: number;
}

/**
 * The longest run up to the last step of a ledger that nobody can have done in its time; undefined: there is none. Its
 * time runs from the event before its first step. Steps taken back do not count; another person ends the run.
 */
export function hurryOf(guide: Guide, events: readonly LedgerEvent[]): Hurry | undefined {
  const taken = takenBack(events);
  let found: Hurry | undefined;
  let planned = 0;
  let steps = 0;
  let last: LedgerEvent | undefined;
  for (let i = events.length - 1; i > 0; i--) {
    const event = events[i]!;
    const { entry, by, id } = event;
    if (!isStep(entry) || taken.has(id)) continue;
    last ??= event;
    if (by !== last.by) break;
    steps += 1;
    planned += stepEstimate(guide, entry);
    const took = (Date.parse(last.at) - Date.parse(events[i - 1]!.at)) / 60_000;
    const isRun = steps >= STEPS && planned >= MINUTES && took >= 0;
    if (isRun && took < SHARE * planned) found = { steps, planned, took };
  }
  return found;
}
