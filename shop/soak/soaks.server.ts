import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { hasFan } from "../../core/guide/index.ts";
import {
  countedRuns,
  type Run,
  type RunFault,
  runFault,
  type SoakVerdict,
  soakVerdict,
} from "../../core/soak/index.ts";
import type { Ticket, TicketUnknown } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHash, modelFor } from "../../data/guide/index.server.ts";
import { addSoak, shutsOf, soakById, soaksOf, type Soak } from "../../data/soak/index.server.ts";
import { ticketByNumber, ticketFacts, type TicketFacts } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

async function isFanned(db: Database, { guideId, code }: TicketFacts): Promise<boolean> {
  const version = await currentHash(db, guideId);
  const model = version === undefined ? undefined : await modelFor(db, version, code);
  return model?.ok === true && hasFan(model.value.guide);
}

/** What the runs since the machine was shut come to. */
export async function soakNow(
  db: Database,
  facts: TicketFacts,
  transaction?: Transaction,
): Promise<SoakVerdict> {
  const [runs, shuts, hasItsFan] = await Promise.all([
    soaksOf(db, facts.number, transaction),
    shutsOf(db, facts.number, transaction),
    isFanned(db, facts),
  ]);
  return soakVerdict(countedRuns(runs, shuts), hasItsFan);
}

export interface SoakPage {
  readonly ticket: Ticket;
  readonly hasFan: boolean;
  readonly runs: readonly Soak[];
}

export async function soakPage(db: Database, number: number): Promise<SoakPage | undefined> {
  const ticket = await ticketByNumber(db, number);
  if (!ticket) return undefined;
  const [runs, shuts, hasItsFan] = await Promise.all([
    soaksOf(db, number),
    shutsOf(db, number),
    isFanned(db, ticket),
  ]);
  return { ticket, hasFan: hasItsFan, runs: countedRuns(runs, shuts) };
}

/** Why a run was not kept. */
export type KeepSoakError =
  | TicketUnknown
  | { readonly type: "id-taken" }
  | { readonly type: "run-not-kept"; readonly fault: RunFault };

/** Keeps a run that is over. The same run sent twice is kept once; its id for another run is refused. */
export async function keepSoak(
  act: Act,
  number: number,
  run: Run & { readonly id: string },
): Promise<Result<true, KeepSoakError>> {
  allow(act, "soak");
  const { db } = act;
  const { id, round, readings, seen } = run;
  const fault = runFault(readings);
  if (fault) return fail({ type: "run-not-kept", fault });
  return db.write(async (transaction) => {
    if (!(await ticketFacts(db, number, transaction))) return fail({ type: "ticket-unknown" });
    const shuts = await shutsOf(db, number, transaction);
    const told = seen ? { seen } : {};
    const soak: Soak = { id, round, readings, ...told, shuts, ticket: number, ...stampOf(act) };
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
