import { soaksOf } from "../../data/soak/index.server.ts";
import { brokenWords } from "../../core/words/index.ts";
import { soakFacts } from "../../core/soak/index.ts";
import { shopDay } from "../../core/ticket/index.ts";
import type { Shop } from "../../shop/open.server.ts";
import { ticketPage } from "../../shop/ticket/index.server.ts";
import type { Paper } from "./paper.ts";
import { handBackPaper, intakePaper, quotePaper } from "./papers.ts";

/** A paper of a ticket by its file name; none: there is no such paper. */
export async function ticketPaper(
  shop: Shop,
  number: number,
  name: string,
): Promise<Paper | undefined> {
  const found = await ticketPage(shop, number);
  if (!found.ok) return undefined;
  const { ticket, stand, work, rates } = found.value;
  const day = (at: string): string => shopDay(new Date(at), shop.zone);
  const quoted = /^quote-(\d{1,4})\.pdf$/.exec(name)?.[1];
  if (quoted !== undefined) {
    const quote = stand.quotes.find((one) => one.number === Number(quoted));
    return quote && quotePaper(ticket, quote, quote.number, day(quote.at));
  }
  const names = work.ok ? work.value.guide : { parts: {}, joints: {} };
  if (name === "intake.pdf") return intakePaper(ticket, stand, names, day(ticket.takenIn));
  if (name !== "hand-back.pdf") return undefined;
  const state = work.ok ? work.value.state : undefined;
  const again = new Set(ticket.job.again ?? []);
  const from = Date.parse(stand.collected?.at ?? new Date().toISOString());
  const runs = await soaksOf(shop.db, number);
  return handBackPaper({
    ticket,
    stand,
    names,
    replaced: state?.phase === "closed" ? state.targets.filter((id) => !again.has(id)) : [],
    fitted: state?.fitted ?? [],
    lots: [...(state?.lots.values() ?? [])],
    broken: (state?.broken ?? [])
      .filter(({ ticket: earlier }) => earlier === undefined)
      .map((one) => brokenWords(names, one)),
    checks: [...(state?.checks.values() ?? [])],
    soaks: runs.map(({ round, readings }) => ({ round, readings, facts: soakFacts(readings) })),
    warranty: day(new Date(from + rates.warranty * 86_400_000).toISOString()),
  });
}
