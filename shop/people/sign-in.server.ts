import { createHash, randomBytes } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  afterWrong,
  IDLE_MINUTES,
  isOpen,
  type Member,
  type Person,
  waitLeft,
} from "../../core/people/index.ts";
import { setting, type Database } from "../../data/database/index.server.ts";
import {
  addRecord,
  addSession,
  allPeople,
  endSessions,
  forgetTries,
  keepTries,
  pinHashOf,
  sawSession,
  sessionBy,
  triesOf,
  type TriesKey,
} from "../../data/people/index.server.ts";

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

/** A PIN as it is kept: Argon2id with its own salt. */
export const pinHash = (pin: string): Promise<string> => hash(pin);

let nobody: Promise<string> | undefined;

/** Whether this is the PIN of somebody; takes as long for somebody who has none. */
async function isPinOf(db: Database, person: string, pin: string): Promise<boolean> {
  const kept = await pinHashOf(db, person);
  nobody ??= hash(randomBytes(8).toString("hex"));
  return (await verify(kept ?? (await nobody), pin)) && kept !== undefined;
}

/**
 * Whether this is somebody's PIN, by the same slow-down as at the door: who sits at an open screen guesses no faster than
 * who stands before a shut one.
 */
export async function isOwnPin(
  db: Database,
  person: string,
  pin: string,
  now: Date,
): Promise<boolean> {
  const key: TriesKey = { of: "person", who: person };
  const ms = now.getTime();
  const tries = await triesOf(db, key);
  if (tries && waitLeft("person", tries, ms) > 0) return false;
  await db.write((transaction) => keepTries(db, key, afterWrong(tries, ms), transaction));
  if (!(await isPinOf(db, person, pin))) return false;
  await db.write((transaction) => forgetTries(db, key, transaction));
  return true;
}

/**
 * Lets somebody in at a screen by their PIN; gives what their browser keeps. Wrong tries slow the next ones down, by
 * person and by address, also over a restart. A new session at a screen ends the one before it.
 */
export async function signIn(
  db: Database,
  { person, pin, address, screen, now, before }: SigningIn,
): Promise<Result<string, SignInError>> {
  const keys: readonly TriesKey[] = [
    { of: "person", who: person },
    { of: "address", who: address },
  ];
  const ms = now.getTime();
  const waits = await Promise.all(
    keys.map(async (key) => {
      const tries = await triesOf(db, key);
      return tries ? waitLeft(key.of, tries, ms) : 0;
    }),
  );
  const wait = Math.max(...waits);
  if (wait > 0) return fail({ type: "wait", wait });
  const member = (await allPeople(db)).find(({ id, gone }) => id === person && !gone);
  // Counted before it is looked at: many tries at once are each counted.
  await db.write(async (transaction) => {
    for (const key of keys) {
      const tries = afterWrong(await triesOf(db, key, transaction), ms);
      await keepTries(db, key, tries, transaction);
    }
  });
  if (!(await isPinOf(db, person, pin)) || !member) return fail({ type: "wrong" });
  const token = randomBytes(32).toString("base64url");
  await db.write(async (transaction) => {
    for (const key of keys) await forgetTries(db, key, transaction);
    if (before !== undefined) await endSessions(db, { id: idOf(before) }, transaction);
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

/** Ends the session of a screen. */
export async function signOut(db: Database, token: string, now: Date): Promise<void> {
  const session = (await sessionBy(db, idOf(token)))?.session;
  if (!session || session.ended) return;
  await db.write(async (transaction) => {
    await endSessions(db, { id: idOf(token) }, transaction);
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
