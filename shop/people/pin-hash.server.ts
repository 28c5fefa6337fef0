import { createHash, randomBytes } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { type Database, keyIn, keyOf } from "../../data/database/index.server.ts";

/**
 * A PIN as it is kept: Argon2id with its own salt, and with the key that lies beside the database, so that a copy of the
 * database alone says nothing of PINs. `k:` and a short name of the key stand before it; a hash without them was made
 * before there was a key, or where none could be written.
 */
export async function pinHash({ folder }: Database, pin: string): Promise<string> {
  const key = keyOf(folder);
  return key ? `k:${nameOf(key)}:${await hash(pin, { secret: key })}` : hash(pin);
}

const nameOf = (key: Buffer): string => createHash("sha256").update(key).digest("hex").slice(0, 12);

/** A hash taken apart: the key it was made with, by its short name. */
function read(kept: string): { readonly key: string | undefined; readonly argon: string } {
  const [, key, argon] = /^k:([0-9a-f]{12}):(.+)$/s.exec(kept) ?? [];
  return argon === undefined ? { key: undefined, argon: kept } : { key, argon };
}

/** Whether a PIN can still be told by its hash: not when it was made with a key that is gone. */
export function isReadable({ folder }: Database, kept: string): boolean {
  const { key } = read(kept);
  const own = keyIn(folder);
  return key === undefined || (own !== undefined && nameOf(own) === key);
}

/** Whether a hash was made with no key, though there is one by now, or can be. */
export const isBare = ({ folder }: Database, kept: string): boolean =>
  read(kept).key === undefined && keyOf(folder) !== undefined;

let nobody: Promise<string> | undefined;

/** Whether this is the PIN of a hash; takes as long where there is none. */
export async function isPinOf(
  db: Database,
  kept: string | undefined,
  pin: string,
): Promise<boolean> {
  nobody ??= hash(randomBytes(8).toString("hex"));
  const isKnown = kept !== undefined && isReadable(db, kept);
  const { key, argon } = read(isKnown ? kept : await nobody);
  const secret = key === undefined ? undefined : keyIn(db.folder);
  return (await verify(argon, pin, secret ? { secret } : undefined)) && isKnown;
}
