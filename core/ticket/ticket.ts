import type { Job } from "../rules/index.ts";

/** What a ticket waits for; "nothing" once the machine is back with its owner. */
export const WAITS = ["customer", "part", "bench", "soak", "collection", "nothing"] as const;
export type Wait = (typeof WAITS)[number];

export interface Ticket {
  readonly number: string;
  readonly customer: { readonly name: string; readonly phone: string };
  readonly fault: string;
  readonly code: string;
  readonly guideId: string;
  readonly machine: string;
  readonly serial: string;
  readonly condition: string;
  readonly job: Job;
  readonly waits: Wait;
  /** ISO day. */
  readonly promised: string;
  /** ISO 8601, UTC. */
  readonly takenIn: string;
  readonly moves: readonly TicketMove[];
}

/** One change of what a ticket waits for, as it was recorded. */
export interface TicketMove {
  readonly at: string;
  readonly by: string;
  readonly from: Wait;
  readonly to: Wait;
  readonly note: string;
}

/** A change that a person may decide on; the bench itself moves a ticket from `bench` to `soak`. */
export interface Decision {
  readonly id: string;
  readonly from: Wait;
  readonly to: Wait;
  readonly label: string;
}

export const DECISIONS: readonly Decision[] = [
  { id: "yes-order", from: "customer", to: "part", label: "Customer says yes: order the parts" },
  { id: "yes-ready", from: "customer", to: "bench", label: "Customer says yes: parts are here" },
  { id: "no", from: "customer", to: "collection", label: "Customer says no: give it back" },
  { id: "part-in", from: "part", to: "bench", label: "The parts have come in" },
  { id: "soak-passed", from: "soak", to: "collection", label: "Tests and soak passed" },
  { id: "collected", from: "collection", to: "nothing", label: "Paid and collected" },
];

export const decisionsFor = (waits: Wait): readonly Decision[] =>
  DECISIONS.filter(({ from }) => from === waits);

/** Tickets by what they wait for, each list with the earliest promise first, then by number. */
export function byWait<T extends { waits: Wait; promised: string; number: string }>(
  tickets: readonly T[],
): ReadonlyMap<Wait, readonly T[]> {
  const order = [...tickets].sort(
    (a, b) => a.promised.localeCompare(b.promised) || a.number.localeCompare(b.number),
  );
  return new Map(WAITS.map((wait) => [wait, order.filter(({ waits }) => waits === wait)]));
}

/** Whole days from one ISO day to another; negative when it has passed. [2026-03-01, 2026-03-04] → 3 */
export function daysBetween(from: string, to: string): number {
  const day = (iso: string): number => Date.parse(`${iso.slice(0, 10)}T00:00:00Z`) / 86_400_000;
  return Math.round(day(to) - day(from));
}
