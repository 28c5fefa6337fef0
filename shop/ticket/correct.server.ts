import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { partsOf } from "../../core/guide/index.ts";
import type { Job, Model } from "../../core/rules/index.ts";
import {
  CORRECTABLE,
  type Correctable,
  type CorrectError,
  type CorrectingForm,
  type Correction,
  type Deed,
  doingOf,
  fieldsIn,
  isNamed,
  newModelOf,
  type NewTicket,
  packSigns,
  refusedDeed,
  standOf,
  type Ticket,
} from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { modelFor, currentHash } from "../../data/guide/index.server.ts";
import {
  addDeeds,
  correctTicket,
  deedsOf,
  moveCustomer,
  ticketByNumber,
  ticketsOfCustomer,
} from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { forgetLedger } from "../bench/index.server.ts";
import { keepUnbegunLine } from "../guide/index.server.ts";
import { dayOf, ratesOf, recordIn, settle } from "../stage/index.server.ts";
import { jobFor, type Machine, machineFor } from "./machine.server.ts";
import { firstLife } from "./take-in.server.ts";

/** What a ticket says of itself, as it is corrected. */
const saysOf = (ticket: Ticket): Readonly<Record<Correctable, string>> => ({
  customer: ticket.customer.name,
  phone: ticket.customer.phone,
  fault: ticket.fault,
  code: isNamed(ticket) ? ticket.code : "",
  serial: ticket.serial,
  condition: ticket.condition,
  promised: ticket.promised,
  work: ticket.work,
});

/** What of a ticket can be put right, how many more tickets its customer has, and how far it is. */
export async function correctable(db: Database, number: number) {
  const ticket = await ticketByNumber(db, number);
  if (!ticket) return fail({ type: "ticket-unknown" as const });
  const theirs = await ticketsOfCustomer(db, number);
  return ok({
    says: saysOf(ticket),
    others: theirs.length - 1,
    isBegun: ticket.bench !== "idle",
    isOver: ticket.waits === "nothing",
  });
}

/**
 * Puts right what was noted wrong of a ticket. What stood there before is kept, with who changed it and why. Another code
 * is another machine: the job goes over to its parts of the same kinds, as long as nobody has begun on it. The same id
 * twice is written once.
 */
export async function correct(
  act: Act,
  number: number,
  asked: CorrectingForm,
  id?: string,
): Promise<Result<true, CorrectError>> {
  allow(act, doingOf({ kind: "corrected" }));
  const { db } = act;
  const ticket = await ticketByNumber(db, number);
  if (!ticket) return fail({ type: "ticket-unknown" });
  const changes = changesOf(ticket, asked);
  if (changes.length === 0) return ok(true);
  const to = new Map(changes.map(({ field, is }) => [field, is]));
  if ((to.get("promised") ?? (await dayOf(act))) < (await dayOf(act))) {
    return fail({ type: "promise-over" });
  }
  const deed: Deed = {
    kind: "corrected",
    changes,
    why: asked.why.trim(),
    ...(asked.told !== "" && to.has("promised") ? { told: asked.told } : {}),
  };
  const reckoned = { rates: await ratesOf(db), today: await dayOf(act) };
  const refusal = refusedDeed(ticket, standOf(await deedsOf(db, number)), deed, reckoned);
  if (refusal) return fail(refusal);
  const moved = await anotherMachine(act, ticket, to, asked);
  if (!moved.ok) return moved;
  const { machine, job } = moved.value;
  const life = to.has("serial") ? await firstLife(db, to.get("serial")!) : {};
  const written = await db.write(async (transaction) => {
    const recorded = await recordIn(act, number, [deed], { id, note: "" }, transaction);
    if (!recorded.ok) return recorded;
    const text = (field: "fault" | "serial" | "condition" | "promised" | "work") =>
      to.has(field) ? { [field]: to.get(field)! } : {};
    const said = {
      fault: to.get("fault") ?? ticket.fault,
      condition: to.get("condition") ?? ticket.condition,
    };
    const { before: _, ...intake } = ticket.intake;
    await correctTicket(
      db,
      number,
      {
        ...text("fault"),
        ...text("serial"),
        ...text("condition"),
        ...text("promised"),
        ...text("work"),
        signs: packSigns({ signs: ticket.signs, ...said }),
        ...(to.has("serial") ? { intake: { ...intake, ...life } } : {}),
        ...(machine ? { guideId: machine.guideId, code: machine.code } : {}),
        ...(job ? { job } : {}),
      },
      transaction,
    );
    if (to.has("customer") || to.has("phone")) {
      await anotherCustomer(act, ticket, to, { ...asked, deed }, transaction);
    }
    await settle(db, number, { ...stampOf(act), note: "put right" }, transaction);
    return ok(true as const);
  });
  if (!written.ok) return written;
  if (machine || job) await drawAnew(act, { ...ticket, ...machine, job: job ?? ticket.job });
  return ok(true);
}

const changesOf = (ticket: Ticket, asked: CorrectingForm): readonly Correction[] => {
  const now = saysOf(ticket);
  // Without a label the machine goes by its name.
  const code = asked.code.trim() || (newModelOf(asked)?.code ?? "");
  const fields = { ...fieldsIn(asked), code };
  return CORRECTABLE.flatMap((field) => {
    const [was, is] = [now[field], fields[field].trim()];
    return is === was ? [] : [{ field, was, is }];
  });
};

/** Where the code or what is wanted is another: the machine, and the job on it. */
async function anotherMachine(
  act: Act,
  ticket: Ticket,
  to: ReadonlyMap<Correctable, string>,
  asked: CorrectingForm,
): Promise<
  Result<{ readonly machine: Machine | undefined; readonly job: Job | undefined }, CorrectError>
> {
  if (!to.has("code") && !to.has("work")) return ok({ machine: undefined, job: undefined });
  const work = (to.get("work") ?? ticket.work) as NewTicket["work"];
  const { job } = ticket;
  const before = await modelNow(act, ticket);
  let machine: Machine | undefined;
  let parts: readonly string[] = job.for;
  if (to.has("code")) {
    const kinds = kindsOf(before, job.for);
    const described = { ...asked, code: to.get("code")!, parts: kinds.map(({ kind }) => kind) };
    const found = await machineFor(act, described);
    if (!found.ok) {
      const { error } = found;
      return fail(
        error.type === "part-not-here" ? { type: "no-such-part", part: error.part } : error,
      );
    }
    machine = found.value;
    const { guide } = machine.model;
    const there: string[] = [];
    for (const { id, name, kind } of kinds) {
      const same = guide.parts[id]?.kind === kind ? id : partsOf(guide, kind)[0];
      if (same === undefined) return fail({ type: "no-such-part", part: name });
      there.push(same);
    }
    parts = [...new Set(there)];
  }
  if (parts.length === 0 && (work === "replace" || work === "upgrade") && to.has("work")) {
    return fail({ type: "no-part" });
  }
  const model = machine?.model ?? before;
  if (!model) return fail({ type: "code-not-known", code: ticket.code });
  return ok({ machine, job: jobFor(model, { work, parts, mode: job.mode ?? "short" }) });
}

/** A ticket's machine by the guide as it is now; undefined: that cannot be read. */
async function modelNow({ db }: Act, { guideId, code }: Ticket): Promise<Model | undefined> {
  const version = await currentHash(db, guideId);
  const model = version === undefined ? undefined : await modelFor(db, version, code);
  return model?.ok ? model.value : undefined;
}

/** Parts by name and kind, those that the machine has. */
const kindsOf = (model: Model | undefined, ids: readonly string[]) =>
  ids.flatMap((id) => {
    const part = model?.guide.parts[id];
    return part ? [{ id, name: part.name ?? id, kind: part.kind }] : [];
  });

/** The ticket is somebody else's, or all of a customer's tickets are under another name: each of them says so. */
async function anotherCustomer(
  act: Act,
  ticket: Ticket,
  to: ReadonlyMap<Correctable, string>,
  { whose, deed }: CorrectingForm & { readonly deed: Extract<Deed, { kind: "corrected" }> },
  transaction: Transaction,
): Promise<void> {
  const { db } = act;
  const { name, phone } = ticket.customer;
  const who = { name: to.get("customer") ?? name, phone: to.get("phone") ?? phone };
  const theirs = await ticketsOfCustomer(db, ticket.number, transaction);
  await moveCustomer(db, ticket.number, who, { whose, newId: act.newId() }, transaction);
  if (whose === "ticket") return;
  const changes = deed.changes.filter(({ field }) => field === "customer" || field === "phone");
  for (const other of theirs.filter((one) => one !== ticket.number)) {
    const stored = { id: act.newId(), ...stampOf(act), deed: { ...deed, changes } };
    await addDeeds(db, other, [stored], transaction);
  }
}

/** What stood on the screens of the machine before is drawn by the new one. */
async function drawAnew({ db }: Act, { number, guideId, code, job }: Ticket): Promise<void> {
  forgetLedger(db, number);
  const version = await currentHash(db, guideId);
  if (version !== undefined) await keepUnbegunLine(db, number, { version, code }, job);
}
