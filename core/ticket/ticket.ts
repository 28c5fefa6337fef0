import type { PackSign, StopKind } from "../bench/index.ts";
import type { Job } from "../rules/index.ts";
import type { Intake } from "./intake.ts";
import type { TicketTrouble } from "./trouble.ts";
import { type BenchPhase, type Wait, WAITS, type Work } from "./stage.ts";

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
  readonly work: Work;
  readonly bench: BenchPhase;
  readonly intake: Intake;
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
  /** What the machine was brought for. */
  readonly wanted: Work;
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

export type DecisionId = "yes-order" | "yes-ready" | "no" | "part-in" | "soak-passed";

/** What a person decides with one press. */
export interface Decision {
  readonly id: DecisionId;
  readonly from: readonly Wait[];
}

export const DECISIONS: readonly Decision[] = [
  { id: "yes-order", from: ["customer"] },
  { id: "yes-ready", from: ["customer"] },
  { id: "no", from: ["finding", "customer"] },
  { id: "part-in", from: ["part"] },
  { id: "soak-passed", from: ["soak"] },
];

export const decisionsFor = (waits: Wait): readonly Decision[] =>
  DECISIONS.filter(({ from }) => from.includes(waits));

/** Waits in which a ticket's job can be changed, as far as its bench allows it. */
export const canChangeJob = (waits: Wait): boolean =>
  waits === "finding" || waits === "customer" || waits === "part" || waits === "bench";

/** Tickets by what they wait for, each list with the earliest promise first, then by number. */
export function byWait<T extends Pick<TicketLine, "waits" | "promised" | "number">>(
  tickets: readonly T[],
): ReadonlyMap<Wait, readonly T[]> {
  const order = [...tickets].sort(
    (a, b) => a.promised.localeCompare(b.promised) || a.number - b.number,
  );
  return new Map(WAITS.map((wait) => [wait, order.filter(({ waits }) => waits === wait)]));
}
