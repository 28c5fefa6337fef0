import { createHash, randomBytes } from "node:crypto";
import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  afterWrong,
  IDLE_MINUTES,
  isOpen,
  type Member,
  type Person,
  type Tries,
  waitLeft,
  wasOpen,
} from "../../core/people/index.ts";
import { setting, type Database } from "../../data/database/index.server.ts";
import {
  addRecord,
  addSession,
  allPeople,
  endSessions,
  forgetTries,
  keepPinHash,
  keepTries,
  pinHashOf,
  sawSession,
  sessionBy,
  spansAt,
  triesOf,
  type TriesKey,
  wrongTriesSince,
} from "../../data/people/index.server.ts";

import type { Act } from "../act.server.ts";
import { isBare, isPinOf, pinHash } from "./pin-hash.server.ts";

export type SignInError =
  | { readonly type: "wrong" }
  /** Too many wrong tries: heard again after so many ms. */
  | { readonly type: "wait"; readonly wait: number };

export interface SigningIn {
  readonly person: string;
  readonly pin: string;
  /** Where the request came from. */
  readonly address: string;
  readonly screen: string;
  readonly now: Date;
  /** The session that this screen had: it ends where the new one begins. */
  readonly before: string | undefined;
}

const idOf = (token: string): string => createHash("sha256").update(token).digest("hex");

/** Whether this is the PIN of somebody; takes as long for somebody who has none. */
async function isTheirs(db: Database, person: string, pin: string): Promise<boolean> {
  const kept = await pinHashOf(db, person);
  if (!(await isPinOf(db, kept, pin))) return false;
  if (kept !== undefined && isBare(db, kept)) await keepAnew(db, person, pin);
  return true;
}

/** A PIN that was kept without the key of the shop is kept with it from now on. */
async function keepAnew(db: Database, person: string, pin: string): Promise<void> {
  const fresh = await pinHash(db, pin);
  const member = (await allPeople(db)).find(({ id }) => id === person);
  if (!member) return;
  await db
    .write((transaction) => keepPinHash(db, person, fresh, member, transaction))
    .catch(() => undefined);
}

/**
 * Whose tries one is counted among. From a screen where this person was signed in before, that screen's alone: strangers
 * who try keep nobody out of their own. From anywhere else the person's, the address's and all of the shop's together.
 */
async function keysOf(
  db: Database,
  person: string,
  { screen, address }: { readonly screen: string | undefined; readonly address?: string },
): Promise<readonly TriesKey[]> {
  if (screen !== undefined && (await spansAt(db, person, screen)).length > 0) {
    return [{ of: "device", who: `${person}@${screen}` }];
  }
  return [
    { of: "person", who: person },
    ...(address === undefined ? [] : [{ of: "address", who: address } as const]),
    { of: "shop", who: "all" },
  ];
}

/**
 * Counts a try before it is looked at, in one step with whether it may be: of any number at once no more are looked at
 * than the waits let through. Gives how long to wait (ms); 0: it is looked at.
 */
const countTry = (db: Database, keys: readonly TriesKey[], now: number): Promise<number> =>
  db.write(async (transaction) => {
    const all: (readonly [TriesKey, Tries | undefined])[] = [];
    for (const key of keys) all.push([key, await triesOf(db, key, transaction)]);
    const wait = Math.max(...all.map(([{ of }, tries]) => (tries ? waitLeft(of, tries, now) : 0)));
    if (wait > 0) return wait;
    for (const [key, tries] of all) await keepTries(db, key, afterWrong(tries, now), transaction);
    return 0;
  });

/** A try that was right: the shop's count is one less, since who came in says nothing of the others who try. */
async function takeBack(db: Database, key: TriesKey, transaction: Transaction): Promise<void> {
  const tries = key.of === "shop" ? await triesOf(db, key, transaction) : undefined;
  if (tries === undefined || tries.wrong <= 1) return forgetTries(db, key, transaction);
  return keepTries(db, key, { ...tries, wrong: tries.wrong - 1 }, transaction);
}

/** A wrong PIN stands in the record: the lead is told of it. */
const recordWrong = (db: Database, person: string, now: Date): Promise<void> =>
  db.write((transaction) => {
    const stamp = { at: now.toISOString(), by: undefined };
    return addRecord(db, stamp, { what: "wrong-pin", person }, transaction);
  });

/**
 * Whether this is somebody's PIN, by the same slow-down as at the door: who sits at an open screen guesses no faster than
 * who stands before a shut one.
 */
export async function isOwnPin({ db, actor, screen, now }: Act, pin: string): Promise<boolean> {
  const keys = await keysOf(db, actor.id, { screen });
  if ((await countTry(db, keys, now().getTime())) > 0) return false;
  if (!(await isTheirs(db, actor.id, pin))) {
    await recordWrong(db, actor.id, now());
    return false;
  }
  await db.write(async (transaction) => {
    for (const key of keys) await takeBack(db, key, transaction);
  });
  return true;
}

/**
 * Lets somebody in at a screen by their PIN; gives what their browser keeps. Wrong tries slow the next ones down, also
 * over a restart. A new session at a screen ends the one before it.
 */
export async function signIn(
  db: Database,
  { person, pin, address, screen, now, before }: SigningIn,
): Promise<Result<string, SignInError>> {
  const ms = now.getTime();
  const keys = await keysOf(db, person, { screen, address });
  const wait = await countTry(db, keys, ms);
  if (wait > 0) return fail({ type: "wait", wait });
  const member = (await allPeople(db)).find(({ id, gone }) => id === person && !gone);
  if (!(await isTheirs(db, person, pin)) || !member) {
    if (member) await recordWrong(db, person, now);
    return fail({ type: "wrong" });
  }
  const token = randomBytes(32).toString("base64url");
  await db.write(async (transaction) => {
    for (const key of keys) await takeBack(db, key, transaction);
    if (before !== undefined) await endSessions(db, { id: idOf(before) }, ms, transaction);
    const session = { person, screen, made: ms, seen: ms, ended: false };
    await addSession(db, idOf(token), session, transaction);
    const how = before === undefined ? "alone" : "handed-over";
    await addRecord(
      db,
      { at: now.toISOString(), by: person },
      { what: "signed-in", how },
      transaction,
    );
  });
  return ok(token);
}

/** How many wrong PINs were tried at each person since a day ago. */
export const wrongTriesLately = (db: Database, now: Date): Promise<ReadonlyMap<string, number>> =>
  wrongTriesSince(db, new Date(now.getTime() - DAY_MS).toISOString());

const DAY_MS = 24 * 60 * 60_000;

/**
 * Whether somebody was signed in at a screen at a moment (ms): what is sent from there as theirs is believed. Who has
 * left writes nothing more.
 */
export async function wasIn(
  db: Database,
  person: string,
  screen: string,
  at: number,
): Promise<boolean> {
  const [spans, idle] = await Promise.all([spansAt(db, person, screen), idleMinutes(db)]);
  return spans.some((span) => wasOpen(span, at, idle));
}

/** Ends the session of a screen. */
export async function signOut(db: Database, token: string, now: Date): Promise<void> {
  const session = (await sessionBy(db, idOf(token)))?.session;
  if (!session || session.ended) return;
  await db.write(async (transaction) => {
    await endSessions(db, { id: idOf(token) }, now.getTime(), transaction);
    const stamp = { at: now.toISOString(), by: session.person };
    await addRecord(db, stamp, { what: "signed-out" }, transaction);
  });
}

/** Somebody who is in: the person, and the screen. */
export interface SignedIn {
  readonly person: Person;
  readonly screen: string;
}

const SEEN_MS = 60_000;

/** Who is in by what a browser has; undefined: nobody, or no longer. */
export async function signedIn(
  db: Database,
  token: string,
  now: Date,
): Promise<SignedIn | undefined> {
  const id = idOf(token);
  const [found, people] = await Promise.all([sessionBy(db, id), allPeople(db)]);
  const ms = now.getTime();
  if (!found || !isOpen(found.session, ms, minutesIn(found.idle))) return undefined;
  const { session } = found;
  const person = people.find((one) => one.id === session.person && !one.gone);
  if (!person) return undefined;
  // A read-only folder keeps nobody out: what was seen is only written when it can be.
  if (Math.abs(ms - session.seen) > SEEN_MS) await sawSession(db, id, ms).catch(() => undefined);
  return { person, screen: session.screen };
}

/** Whether a session is still open; asking is no sign of life. */
export async function isStillIn(db: Database, token: string, now: Date): Promise<boolean> {
  const found = await sessionBy(db, idOf(token));
  return found !== undefined && isOpen(found.session, now.getTime(), minutesIn(found.idle));
}

/** Minutes without a sign of life after which a session is over. */
export async function idleMinutes(db: Database): Promise<number> {
  return minutesIn((await setting(db, "idle")) ?? null);
}

const minutesIn = (kept: string | null): number => Number(kept ?? IDLE_MINUTES.usual);

/** Who can be chosen at a sign-in, with the number of digits to type. */
export const whoCanSignIn = async (db: Database): Promise<readonly Member[]> =>
  (await allPeople(db)).filter(({ gone, digits }) => !gone && digits > 0);
