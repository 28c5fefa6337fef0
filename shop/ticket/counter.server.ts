import {
  type Call,
  callFor,
  standOf,
  type TicketLine,
  type Wait,
} from "../../core/ticket/index.ts";
import {
  openLines,
  openRecords,
  pageOfTickets,
  ticketCounts,
  type TicketQuery,
} from "../../data/ticket/index.server.ts";
import { today, type Shop } from "../open.server.ts";

export interface Counter {
  readonly lines: readonly TicketLine[];
  /** The shop's day. */
  readonly today: string;
  /** Tickets handed back: they have a place of their own. */
  readonly handedBack: number;
}

/** The tickets that wait for something, or for one thing. */
export async function counter(shop: Shop, waits?: Wait): Promise<Counter> {
  const [lines, counts] = await Promise.all([openLines(shop.db, waits), ticketCounts(shop.db)]);
  return { lines, today: today(shop), handedBack: counts.get("nothing") ?? 0 };
}

/** A customer who waits for a call. */
export interface Caller extends Call {
  readonly number: number;
  readonly customer: string;
  readonly phone: string;
}

/** Whom the shop has to call, whoever waits longest first. */
export async function callsToMake(shop: Shop): Promise<readonly Caller[]> {
  const day = today(shop);
  const all = (await openRecords(shop.db)).flatMap(({ facts, customer, deeds }): Caller[] => {
    const call = callFor(facts, standOf(deeds), day);
    const { name, phone } = customer;
    return call ? [{ number: facts.number, customer: name, phone, ...call }] : [];
  });
  return all.sort((a, b) => a.since.localeCompare(b.since) || a.number - b.number);
}

export interface AllTickets {
  readonly lines: readonly TicketLine[];
  readonly today: string;
  readonly query: TicketQuery;
  /** How many there are in all, on all pages. */
  readonly tickets: number;
}

/** One page of the tickets of all time; a page that there is not is the last one. */
export async function allTickets(shop: Shop, asked: TicketQuery): Promise<AllTickets> {
  const found = await pageOfTickets(shop.db, asked);
  const pages = Math.max(1, Math.ceil(found.tickets / asked.size));
  const query = { ...asked, page: Math.min(asked.page, pages) };
  const { lines } = query.page === asked.page ? found : await pageOfTickets(shop.db, query);
  return { lines, today: today(shop), query, tickets: found.tickets };
}
