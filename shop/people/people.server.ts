import { randomInt } from "node:crypto";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  drawnPin,
  IDLE_MINUTES,
  type Member,
  type PinError,
  type Role,
  secretOf,
} from "../../core/people/index.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";
import {
  addPeople,
  addRecord,
  allPeople,
  endSessions,
  forgetTriesAt,
  keepPerson,
  keepPinHash,
  peopleNow,
  pinHashOf,
} from "../../data/people/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { isReadable, pinHash } from "./pin-hash.server.ts";
import { isOwnPin } from "./sign-in.server.ts";

export type PeopleError =
  | { readonly type: "person-unknown" }
  | { readonly type: "name-taken" }
  /** Somebody has to be left who may change who works here. */
  | { readonly type: "last-lead" };

/** Somebody new, and the PIN they come in with: said once, kept nowhere. */
export async function addMember(
  act: Act,
  name: string,
  role: Role,
): Promise<Result<{ readonly person: string; readonly pin: string }, PeopleError>> {
  allow(act, "people");
  const { db } = act;
  const [person, pin] = [act.newId(), drawnPin(randomInt)];
  const hash = await pinHash(db, pin);
  return db.write(async (transaction) => {
    const isTaken = (await peopleNow(db, transaction)).some(
      (one) => one.name.toLowerCase() === name.toLowerCase(),
    );
    if (isTaken) return fail({ type: "name-taken" });
    await addPeople(db, [{ id: person, name, role }], transaction);
    await keepPinHash(db, person, hash, aPin(pin), transaction);
    await addRecord(db, stampOf(act), { what: "person-added", person, role }, transaction);
    return ok({ person, pin });
  });
}

/** What somebody may do from now on, or that they have left: what they did stays, they sign in anew or not at all. */
export async function changeMember(
  act: Act,
  person: string,
  { role, gone }: Pick<Member, "role" | "gone">,
): Promise<Result<true, PeopleError>> {
  allow(act, "people");
  const { db } = act;
  return db.write(async (transaction) => {
    const people = await peopleNow(db, transaction);
    const before = people.find(({ id }) => id === person);
    if (!before) return fail({ type: "person-unknown" });
    const after = people.map((one) => (one.id === person ? { ...one, role, gone } : one));
    if (!after.some((one) => one.role === "lead" && !one.gone && one.digits > 0)) {
      return fail({ type: "last-lead" });
    }
    await keepPerson(db, person, { role, gone }, transaction);
    if (gone || role !== before.role) {
      await endSessions(db, { person }, act.now().getTime(), transaction);
    }
    const recorded = { what: "person-changed", person, role, gone } as const;
    await addRecord(db, stampOf(act), recorded, transaction);
    return ok(true);
  });
}

/** A new PIN for somebody who forgot theirs: said once. They are signed out everywhere. */
export async function renewPin(act: Act, person: string): Promise<Result<string, PeopleError>> {
  allow(act, "people");
  const { db } = act;
  if (!(await allPeople(db)).some(({ id, gone }) => id === person && !gone)) {
    return fail({ type: "person-unknown" });
  }
  const pin = drawnPin(randomInt);
  await setPin(act, person, pin);
  return ok(pin);
}

/** Changes one's own PIN, by the one there is; a lead may take a passphrase. */
export async function changePin(
  act: Act,
  old: string,
  fresh: string,
): Promise<Result<true, PinError>> {
  const { actor } = act;
  const { error, ...kept } = secretOf(fresh, actor.role);
  if (error) return fail(error);
  if (!(await isOwnPin(act, old))) return fail({ type: "pin-wrong" });
  await setPin(act, actor.id, fresh, kept);
  return ok(true);
}

const aPin = (pin: string) => ({ digits: pin.length, hasPhrase: false });

async function setPin(
  act: Act,
  person: string,
  pin: string,
  kept: Pick<Member, "digits" | "hasPhrase"> = aPin(pin),
): Promise<void> {
  const { db } = act;
  const hash = await pinHash(db, pin);
  await db.write(async (transaction) => {
    await keepPinHash(db, person, hash, kept, transaction);
    await forgetTriesAt(db, person, transaction);
    // Of one's own the screen that it is changed at goes on.
    const but = person === act.actor.id ? act.screen : undefined;
    await endSessions(db, { person, but }, act.now().getTime(), transaction);
    await addRecord(db, stampOf(act), { what: "pin-set", person }, transaction);
  });
}

/** After how many idle minutes a screen has to be signed in at anew. */
export async function keepIdle(act: Act, minutes: number): Promise<void> {
  allow(act, "people");
  const { fewest, most } = IDLE_MINUTES;
  const idle = String(Math.max(fewest, Math.min(most, Math.round(minutes))));
  await act.db.write(async (transaction) => {
    await keepSetting(act.db, "idle", idle, transaction);
    await addRecord(act.db, stampOf(act), { what: "setting", key: "idle" }, transaction);
  });
}

/**
 * The first lead's PIN where no lead can come in: made at the first start, or where the key that all their PINs were kept
 * with is gone; said once.
 */
export async function firstLead(
  db: Database,
): Promise<{ readonly name: string; readonly pin: string } | undefined> {
  const people = await allPeople(db);
  const leads = people.filter(({ role, gone }) => role === "lead" && !gone);
  const hashes = await Promise.all(leads.map(({ id }) => pinHashOf(db, id)));
  if (hashes.some((kept) => kept !== undefined && isReadable(db, kept))) return undefined;
  const lead = leads[0] ?? { id: "lead", name: "The lead", role: "lead" as const };
  const pin = drawnPin(randomInt);
  const hash = await pinHash(db, pin);
  await db.write(async (transaction) => {
    if (!leads[0]) await addPeople(db, [lead], transaction);
    await keepPinHash(db, lead.id, hash, aPin(pin), transaction);
  });
  return { name: lead.name, pin };
}

/** PINs that stand on the sign-in page of a demo, by person's id. */
export async function demoPins(db: Database): Promise<Readonly<Record<string, string>>> {
  const text = await setting(db, "demo-pins");
  return Object.fromEntries(
    (text ?? "").split(",").flatMap((pair) => {
      const [person, pin] = pair.split("=");
      return person && pin ? [[person, pin]] : [];
    }),
  );
}

/** Gives the people of a demo their PINs, which its sign-in page shows. */
export async function keepDemoPins(
  db: Database,
  pins: Readonly<Record<string, string>>,
): Promise<void> {
  const hashes = await Promise.all(
    Object.entries(pins).map(async ([id, pin]) => [id, pin, await pinHash(db, pin)] as const),
  );
  await db.write(async (transaction) => {
    for (const [id, pin, hash] of hashes) await keepPinHash(db, id, hash, aPin(pin), transaction);
    const text = hashes.map(([id, pin]) => `${id}=${pin}`).join(",");
    await keepSetting(db, "demo-pins", text, transaction);
  });
}
