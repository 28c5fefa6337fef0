import { fail, ok, type Result } from "../../core/base/result.ts";
import type { BenchState } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { Plan } from "../../core/plan/index.ts";
import { soakFacts, type SoakFacts, type SoakVerdict } from "../../core/soak/index.ts";
import type { QuoteRates } from "../../core/quote/index.ts";
import {
  AT_INTAKE,
  type Block,
  blocksOf,
  type Call,
  callFor,
  owedFor,
  type Stand,
  standOf,
} from "../../core/ticket/index.ts";
import type {
  Ticket,
  TicketLine,
  TicketTrouble,
  TicketUnknown,
  Transition,
} from "../../core/ticket/index.ts";
import type { LessonVerdict } from "../../data/lessons/index.server.ts";
import { photosOf } from "../../data/photos/index.server.ts";
import { soaksOf } from "../../data/soak/index.server.ts";
import {
  deedsOf,
  lineOfTicket,
  ticketByNumber,
  transitionsOf,
} from "../../data/ticket/index.server.ts";
import { newerGuide, type NewerGuide, readLedger } from "../bench/index.server.ts";
import { lessonsOfMachine } from "../lessons/index.server.ts";
import { today, type Shop } from "../open.server.ts";
import { planFor } from "../plan/index.server.ts";
import { soakNow } from "../soak/index.server.ts";
import { type FirstLife, firstLifeOf, ratesOf } from "../stage/index.server.ts";

export interface SoakLine {
  readonly round: "before" | "after";
  readonly by: string;
  readonly at: string;
  readonly facts: SoakFacts | undefined;
}

export interface TicketPage {
  readonly ticket: Ticket;
  readonly line: TicketLine;
  readonly today: string;
  readonly transitions: readonly Transition[];
  readonly soaks: readonly SoakLine[];
  /** What the soaks since the machine was shut come to, while it is under test. */
  readonly soak: SoakVerdict | undefined;
  /** What the bench has made of it, or why that cannot be shown. */
  readonly work: Result<
    {
      readonly guide: Guide;
      readonly plan: Plan | undefined;
      readonly state: BenchState;
      /** The version of its guide that came after the one it goes by, while it can go over to it. */
      readonly newer: NewerGuide | undefined;
    },
    TicketTrouble
  >;
  /** What was found on this very machine, by its serial. */
  readonly ofMachine: readonly LessonVerdict[];
  /** What was done about it away from the bench. */
  readonly stand: Stand;
  /** Pictures of the machine as it came in, by id. */
  readonly photos: readonly string[];
  /** What its customer waits to hear. */
  readonly call: Call | undefined;
  /** What stands in its way, by name. */
  readonly blocks: readonly Block[];
  /** Cents; undefined where the price was agreed by word of mouth. */
  readonly owed: number | undefined;
  readonly rates: QuoteRates;
  /** Its first life: the last ticket of the same machine that was handed back. */
  readonly before: FirstLife | undefined;
}

export async function ticketPage(
  shop: Shop,
  number: number,
  asker?: AbortSignal,
): Promise<Result<TicketPage, TicketUnknown>> {
  const { db } = shop;
  const [ticket, line] = await Promise.all([ticketByNumber(db, number), lineOfTicket(db, number)]);
  if (!ticket || !line) return fail({ type: "ticket-unknown" });
  const [transitions, soaks, work, ofMachine, deeds, rates, photos] = await Promise.all([
    transitionsOf(db, number),
    soaksOf(db, number),
    workOf(shop, ticket, asker),
    lessonsOfMachine(db, ticket),
    deedsOf(db, number),
    ratesOf(db),
    photosOf(db, number),
  ]);
  const stand = standOf(deeds);
  const soak = ticket.waits === "soak" ? await soakNow(db, ticket) : undefined;
  return ok({
    ticket,
    line,
    today: today(shop),
    transitions,
    soaks: soaks.map(({ round, readings, by, at }) => ({
      round,
      by,
      at,
      facts: soakFacts(readings),
    })),
    soak,
    work,
    ofMachine,
    stand,
    photos: photos.filter(({ step }) => step === AT_INTAKE).map(({ id }) => id),
    call: callFor(ticket, stand, today(shop)),
    blocks: blocksOf(ticket, stand, rates, today(shop)),
    owed: owedFor(ticket, stand, rates),
    rates,
    before: await firstLifeOf(db, ticket, rates),
  });
}

async function workOf(
  { db }: Shop,
  { number, job }: Ticket,
  asker?: AbortSignal,
): Promise<TicketPage["work"]> {
  const ledger = await readLedger(db, number, "");
  if (!ledger.ok) {
    if (ledger.error.type === "ticket-unknown") throw new Error(`ticket ${number} went away`);
    return fail(ledger.error);
  }
  const { guide, model, folded, written } = ledger.value;
  const plan = await planFor(db, guide, job, asker);
  const { state } = folded;
  return ok({
    guide: model.guide,
    plan: plan.ok ? plan.value : undefined,
    state: written === 0 ? { ...state, phase: "idle" } : state,
    newer: await newerGuide(db, ledger.value),
  });
}
