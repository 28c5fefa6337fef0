import { fail, ok, type Result } from "../../core/base/result.ts";
import { hasFan } from "../../core/guide/index.ts";
import { countedRuns, lastFaults, type Run, type SoakFault } from "../../core/soak/index.ts";
import type { Ticket, TicketUnknown } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHash, modelFor } from "../../data/guide/index.server.ts";
import { addSoak, soakById, soaksOf, type Soak } from "../../data/soak/index.server.ts";
import {
  cameTo,
  ticketByNumber,
  ticketFacts,
  type TicketFacts,
} from "../../data/ticket/index.server.ts";
import { stampOf, type Act } from "../act.server.ts";

async function isFanned(db: Database, { guideId, code }: TicketFacts): Promise<boolean> {
  const version = await currentHash(db, guideId);
  const model = version === undefined ? undefined : await modelFor(db, version, code);
  return model?.ok === true && hasFan(model.value.guide);
}

/** What is wrong with the last run since the machine was shut; undefined when there was none. */
export async function faultsNow(
  db: Database,
  facts: TicketFacts,
): Promise<readonly SoakFault[] | undefined> {
  const [runs, shut, hasItsFan] = await Promise.all([
    soaksOf(db, facts.number),
    cameTo(db, facts.number, "soak"),
    isFanned(db, facts),
  ]);
  return lastFaults(countedRuns(runs, shut), hasItsFan);
}

export interface SoakPage {
  readonly ticket: Ticket;
  readonly hasFan: boolean;
  readonly runs: readonly Soak[];
}

export async function soakPage(db: Database, number: number): Promise<SoakPage | undefined> {
  const ticket = await ticketByNumber(db, number);
  if (!ticket) return undefined;
  const [runs, shut, hasItsFan] = await Promise.all([
    soaksOf(db, number),
    cameTo(db, number, "soak"),
    isFanned(db, ticket),
  ]);
  return { ticket, hasFan: hasItsFan, runs: countedRuns(runs, shut) };
}

/** Why a run was not kept. */
export type KeepSoakError = TicketUnknown | { readonly type: "id-taken" };

/** Keeps a run that is over. The same run sent twice is kept once; its id for another run is refused. */
export async function keepSoak(
  act: Act,
  number: number,
  run: Run & { readonly id: string },
): Promise<Result<true, KeepSoakError>> {
  const { db } = act;
  const { id, round, readings } = run;
  return db.write(async (transaction) => {
    if (!(await ticketFacts(db, number, transaction))) return fail({ type: "ticket-unknown" });
    const soak: Soak = { id, round, readings, ticket: number, ...stampOf(act) };
    const known = await soakById(db, id, transaction);
    if (known) return isSame(known, soak) ? ok(true) : fail({ type: "id-taken" });
    await addSoak(db, soak, transaction);
    return ok(true);
  });
}

const isSame = (a: Soak, b: Soak): boolean =>
  a.ticket === b.ticket &&
  a.by === b.by &&
  a.round === b.round &&
  JSON.stringify(a.readings) === JSON.stringify(b.readings);
