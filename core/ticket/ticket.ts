import type { PackSign, StopKind } from "../bench/index.ts";
import type { Job } from "../rules/index.ts";
import type { TicketTrouble } from "./trouble.ts";

/** What a ticket waits for; "nothing" once the machine is back with its owner. */
export const WAITS = ["customer", "part", "bench", "soak", "collection", "nothing"] as const;
export type Wait = (typeof WAITS)[number];

export interface Ticket {
  readonly number: number;
  readonly customer: { readonly name: string; readonly phone: string };
  readonly fault: string;
  readonly code: string;
  readonly guideId: string;
  /** Maker and model. */
  readonly machine: string;
  readonly serial: string;
  readonly condition: string;
  /** What at taking in spoke for a swollen pack. */
  readonly signs: readonly PackSign[];
  readonly job: Job;
  readonly waits: Wait;
  /** ISO day. */
  readonly promised: string;
  /** ISO 8601, UTC. */
  readonly takenIn: string;
}

/** One change of what a ticket waits for, as it was recorded; `by` is a person's id. */
export interface Transition {
  readonly at: string;
  readonly by: string;
  readonly from: Wait;
  readonly to: Wait;
  readonly note: string;
}

/** A ticket as it stands in a list, with the line of its work. */
export interface TicketLine {
  readonly number: number;
  readonly customer: string;
  readonly machine: string;
  /** The parts of the job by name. */
  readonly work: string;
  /** In the customer's words. */
  readonly fault: string;
  readonly waits: Wait;
  /** Since when it waits for that. ISO 8601, UTC. */
  readonly since: string;
  readonly promised: string;
  /** The dive line as its short text (`diveText`): lists are long, and it is drawn where it is shown. */
  readonly dive: string | undefined;
  /** Why there is no line: this ticket alone needs somebody to look at it. */
  readonly trouble: TicketTrouble | undefined;
  /** What the job is held for, if it is. */
  readonly held: StopKind | undefined;
}

/** What a list of tickets can be sorted by. */
export const TICKET_ORDERS = [
  "number",
  "customer",
  "machine",
  "work",
  "waits",
  "promised",
] as const;
export type TicketOrder = (typeof TICKET_ORDERS)[number];

/** A change that a person may decide on; the bench itself moves a ticket from `bench` to `soak`. */
export interface Decision {
  readonly id: string;
  readonly from: Wait;
  readonly to: Wait;
}

export const DECISIONS: readonly Decision[] = [
  { id: "yes-order", from: "customer", to: "part" },
  { id: "yes-ready", from: "customer", to: "bench" },
  { id: "no", from: "customer", to: "collection" },
  { id: "part-in", from: "part", to: "bench" },
  { id: "soak-passed", from: "soak", to: "collection" },
  { id: "collected", from: "collection", to: "nothing" },
];

export const decisionsFor = (waits: Wait): readonly Decision[] =>
  DECISIONS.filter(({ from }) => from === waits);

/** Waits in which a ticket's job can be changed, as far as its bench allows it. */
export const canChangeJob = (waits: Wait): boolean =>
  waits === "customer" || waits === "part" || waits === "bench";

/** Tickets by what they wait for, each list with the earliest promise first, then by number. */
export function byWait<T extends Pick<TicketLine, "waits" | "promised" | "number">>(
  tickets: readonly T[],
): ReadonlyMap<Wait, readonly T[]> {
  const order = [...tickets].sort(
    (a, b) => a.promised.localeCompare(b.promised) || a.number - b.number,
  );
  return new Map(WAITS.map((wait) => [wait, order.filter(({ waits }) => waits === wait)]));
}

/** Whole days from one ISO day to another; negative when it has passed. [2026-03-01, 2026-03-04] → 3 */
export function daysBetween(from: string, to: string): number {
  const day = (iso: string): number => Date.parse(`${iso.slice(0, 10)}T00:00:00Z`) / 86_400_000;
  return Math.round(day(to) - day(from));
}
