import { mayBeSame, type Hit, type KnownCode } from "../../core/ticket/index.ts";
import { currentHash, guideOfCode, modelFor } from "../../data/guide/index.server.ts";
import {
  allCustomers,
  customersLike,
  pageOfTickets,
  ticketFacts,
  ticketsOfSerial,
} from "../../data/ticket/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import { guideHits, machinesLike, partOfCode } from "../guide/index.server.ts";

const MOST_HITS = 8;

export type Found =
  | { readonly type: "ticket"; readonly number: number }
  | { readonly type: "code"; readonly code: string }
  | { readonly type: "part"; readonly guideId: string; readonly part: string }
  /** Several tickets have it: a name, a phone, a serial, a word of the fault. */
  | { readonly type: "tickets" }
  | undefined;

/**
 * What a line in the find box means: a ticket's number, a machine's code, a part's; else the one ticket that has it in
 * its customer, phone, serial, machine, fault or work, or that several have.
 */
export async function find(db: Database, query: string): Promise<Found> {
  const digits = /^#?(\d{1,9})$/.exec(query)?.[1];
  if (digits !== undefined && (await ticketFacts(db, Number(digits)))) {
    return { type: "ticket", number: Number(digits) };
  }
  const code = await guideOfCode(db, query);
  if (code) return { type: "code", code: code.code };
  const part = await partOfCode(db, query);
  if (part) return { type: "part", ...part };
  if (query === "") return undefined;
  const { lines, tickets } = await pageOfTickets(db, { query, page: 1, size: 1 });
  if (tickets > 1) return { type: "tickets" };
  return lines[0] && { type: "ticket", number: lines[0].number };
}

/** What a few words can mean, tickets first, some of each sort. */
export async function lookup(db: Database, query: string): Promise<readonly Hit[]> {
  if (query.replaceAll("\0", "") === "") return [];
  const [{ lines }, hits] = await Promise.all([
    pageOfTickets(db, { query, page: 1, size: MOST_HITS }),
    guideHits(db, query, MOST_HITS),
  ]);
  const tickets = lines.map(({ number, customer, machine }): Hit => ({
    type: "ticket",
    number,
    customer,
    machine,
  }));
  return [...tickets, ...hits];
}

/** Customers known already, to be found again by a part of name or phone. */
export const customersKnown = (
  db: Database,
  letters: string,
): Promise<readonly { readonly name: string; readonly phone: string }[]> =>
  letters === "" ? Promise.resolve([]) : customersLike(db, letters, MOST_HITS);

/** Customers who may be the same as one that is typed, and are not written the same. */
export async function customersAlike(
  db: Database,
  who: { readonly name: string; readonly phone: string },
): Promise<readonly { readonly name: string; readonly phone: string }[]> {
  return mayBeSame(who, await allCustomers(db)).slice(0, 3);
}

/** Earlier tickets of a machine, by its serial, with what was noted of it then. */
export async function earlierTickets(db: Database, serial: string) {
  const tickets = await ticketsOfSerial(db, serial, undefined);
  return tickets.map(({ number, fault, condition, takenIn, waits, intake }) => ({
    number,
    fault,
    condition,
    takenIn,
    waits,
    marks: intake.marks?.length ?? 0,
  }));
}

/** The machine of an underside code and what can be replaced in it, or the machines it may mean. */
export async function knownCode(db: Database, typed: string): Promise<KnownCode> {
  const named = typed === "" ? undefined : await guideOfCode(db, typed);
  const version = named && (await currentHash(db, named.guideId));
  const model = version === undefined ? undefined : await modelFor(db, version, named!.code);
  if (!named || !model?.ok) {
    return { found: undefined, near: await machinesLike(db, typed) };
  }
  const { maker, model: name, recognise, parts } = model.value.guide;
  return {
    found: {
      code: named.code,
      version: version!,
      name: `${maker} ${name}`,
      recognise,
      parts: Object.entries(parts).map(([id, part]) => ({ id, name: part.name, kind: part.kind })),
    },
    near: [],
  };
}
