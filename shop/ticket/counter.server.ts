import type { TicketLine, Wait } from "../../core/ticket/index.ts";
import { openLines, pageOfTickets, ticketCounts } from "../../data/ticket/index.server.ts";
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

export interface AllTickets {
  readonly lines: readonly TicketLine[];
  readonly today: string;
  readonly query: string;
  readonly page: number;
  readonly pages: number;
  readonly tickets: number;
}

const PAGE_SIZE = 50;

/** One page of the tickets of all time, the newest first; a page that there is not is the last one. */
export async function allTickets(shop: Shop, query: string, page: number): Promise<AllTickets> {
  const asked = { query, page, size: PAGE_SIZE };
  const found = await pageOfTickets(shop.db, asked);
  const pages = Math.max(1, Math.ceil(found.tickets / PAGE_SIZE));
  const { lines } = page > pages ? await pageOfTickets(shop.db, { ...asked, page: pages }) : found;
  return {
    lines,
    today: today(shop),
    query,
    page: Math.min(page, pages),
    pages,
    tickets: found.tickets,
  };
}
