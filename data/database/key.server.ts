import { randomBytes } from "node:crypto";
import { copyFileSync, linkSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";

const BYTES = 32;

const keyFile = (folder: string): string => path.join(folder, "bench.key");

/** The key of a data folder, that lies beside its database and in no copy of it; undefined: there is none (yet). */
export function keyIn(folder: string): Buffer | undefined {
  try {
    const key = readFileSync(keyFile(folder));
    return key.length === BYTES ? key : undefined;
  } catch {
    return undefined;
  }
}

/** The same, made where there is none; undefined where nothing can be written. Two that make it at once have one. */
export function keyOf(folder: string): Buffer | undefined {
  const known = keyIn(folder);
  if (known) return known;
  const part = `${keyFile(folder)}.${process.pid}.part`;
  try {
    writeFileSync(part, randomBytes(BYTES), { mode: 0o600 });
    linkSync(part, keyFile(folder));
  } catch {
    // Somebody else was first, or nothing can be written here: what is there says which.
  } finally {
    rmSync(part, { force: true });
  }
  return keyIn(folder);
}

/** Takes the key of one data folder along to another that has none: the PINs of the shop stay good there. */
export function takeKey(from: string, to: string): void {
  if (keyIn(from) && !keyIn(to)) copyFileSync(keyFile(from), keyFile(to));
}
