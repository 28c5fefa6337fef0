import { createHash } from "node:crypto";
import { createReadStream, createWriteStream } from "node:fs";
import { mkdir, readFile, stat, writeFile } from "node:fs/promises";
import path from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import { Decrypter, Encrypter, generateX25519Identity, identityToRecipient } from "age-encryption";
import { reader, readJson } from "../../core/base/ajv.ts";
import type { BackupError } from "../../core/backup/index.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";

/**
 * What can be read of a locked back-up without its key: when it was begun, for whose key (`age1…`), and its files as
 * they lie there. Each is a file in the age format, named as before with `.age`; the manifest of what is in them is one
 * of them.
 */
interface LockedManifest {
  readonly format: "brisk-bench-backup";
  readonly version: 2;
  readonly at: string;
  readonly key: string;
  readonly files: readonly ListedFile[];
}

/** A file of a back-up as it was written. */
export interface ListedFile {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}

/** A list of such files; their names are of this program's own making: none leads out of the folder. */
export const listed = (name: string) => ({
  type: "array",
  items: {
    type: "object",
    required: ["name", "bytes", "sha256"],
    properties: {
      name: { type: "string", pattern: name },
      bytes: { type: "integer", minimum: 0 },
      sha256: { type: "string", pattern: "^[0-9a-f]{64}$" },
    },
  },
});

export const MANIFEST = "manifest.json";
const AGE = ".age";

const readLocked = reader<LockedManifest>({
  type: "object",
  required: ["format", "version", "at", "key", "files"],
  properties: {
    format: { const: "brisk-bench-backup" },
    version: { const: 2 },
    at: { type: "string" },
    key: { type: "string" },
    files: listed("^(bench\\.sqlite|manifest\\.json|photos/[\\w-]+(\\.thumb)?\\.jpg)\\.age$"),
  },
});

/** A new pair of keys: what opens (to be kept away from the shop's machine), and what locks. */
export async function newBackupKey(): Promise<{ readonly opens: string; readonly locks: string }> {
  const opens = await generateX25519Identity();
  return { opens, locks: await identityToRecipient(opens) };
}

/** Whether something is a key that locks back-ups. */
export function isLockingKey(key: string): boolean {
  try {
    new Encrypter().addRecipient(key);
    return true;
  } catch {
    return false;
  }
}

const through = async (
  from: string,
  to: string,
  turned: (stream: ReadableStream<Uint8Array>) => Promise<unknown>,
): Promise<void> => {
  const plain = Readable.toWeb(createReadStream(from)) as ReadableStream<Uint8Array>;
  const out = Readable.fromWeb((await turned(plain)) as ReadableStream<Uint8Array>);
  await pipeline(out, createWriteStream(to, { mode: 0o600 }));
};

/** Locks the files of a back-up for a key, into another folder, with what may be known of them. */
export async function lockCopy(
  from: string,
  to: string,
  {
    names,
    at,
    key,
  }: { readonly names: readonly string[]; readonly at: string; readonly key: string },
): Promise<void> {
  const encrypter = new Encrypter();
  encrypter.addRecipient(key);
  await mkdir(path.join(to, "photos"), { recursive: true, mode: 0o700 });
  const files = [];
  for (const name of [MANIFEST, ...names]) {
    const file = path.join(to, name + AGE);
    await through(path.join(from, name), file, (plain) => encrypter.encrypt(plain as never));
    files.push({ name: name + AGE, bytes: (await stat(file)).size, sha256: await hashOf(file) });
  }
  const manifest: LockedManifest = { format: "brisk-bench-backup", version: 2, at, key, files };
  await writeFile(path.join(to, MANIFEST), JSON.stringify(manifest, undefined, 1));
}

/** The outside of a locked back-up, each of its files as it was written; undefined: it is not locked. */
export async function verifyLocked(
  folder: string,
): Promise<Result<LockedManifest, BackupError> | undefined> {
  const text = await readFile(path.join(folder, MANIFEST), "utf8").catch(() => "");
  const read = readJson(readLocked, text);
  if (!read.ok) return undefined;
  const broken = await brokenOf(folder, read.value.files);
  return broken === undefined ? ok(read.value) : fail({ type: "file-broken", name: broken });
}

/** Opens a locked back-up into another folder, where it lies as one that was never locked. */
export async function openCopy(
  folder: string,
  to: string,
  opens: string,
): Promise<Result<undefined, BackupError>> {
  const locked = await verifyLocked(folder);
  if (!locked) return fail({ type: "no-backup" });
  if (!locked.ok) return locked;
  const decrypter = new Decrypter();
  try {
    decrypter.addIdentity(opens);
  } catch {
    return fail({ type: "no-key" });
  }
  if ((await identityToRecipient(opens)) !== locked.value.key) return fail({ type: "other-key" });
  await mkdir(path.join(to, "photos"), { recursive: true, mode: 0o700 });
  for (const { name } of locked.value.files) {
    const plain = path.join(to, name.slice(0, -AGE.length));
    await through(path.join(folder, name), plain, (sealed) => decrypter.decrypt(sealed as never));
  }
  return ok(undefined);
}

/** The first file of a list that is missing, or another one than was written. */
export async function brokenOf(
  folder: string,
  files: readonly ListedFile[],
): Promise<string | undefined> {
  for (const { name, bytes, sha256 } of files) {
    const full = path.join(folder, name);
    const found = await stat(full).catch(() => undefined);
    if (found?.size !== bytes || (await hashOf(full)) !== sha256) return name;
  }
  return undefined;
}

export async function hashOf(file: string): Promise<string> {
  const hash = createHash("sha256");
  for await (const chunk of createReadStream(file)) hash.update(chunk as Buffer);
  return hash.digest("hex");
}
