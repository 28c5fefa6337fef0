import { createHash } from "node:crypto";
import { readFile, rename, writeFile } from "node:fs/promises";
import path from "node:path";
import { reader, readJson } from "../../core/base/ajv.ts";
import type { Database } from "../database/database.server.ts";

/** Who was erased, as hashes, beside the database: a back-up that is put back brings nobody back. */
const fileOf = ({ folder }: Pick<Database, "folder">): string => path.join(folder, "erased.json");

const readList = reader<readonly string[]>({
  type: "array",
  items: { type: "string", pattern: "^[0-9a-f]{64}$" },
});

const hashOf = (id: string): string => createHash("sha256").update(`customer:${id}`).digest("hex");

async function listOf(db: Pick<Database, "folder">): Promise<readonly string[]> {
  const text = await readFile(fileOf(db), "utf8").catch(() => "[]");
  const read = readJson(readList, text);
  // A list that is damaged would let people back in: that has to be seen.
  if (!read.ok) throw new Error(`${fileOf(db)} cannot be read: put it back from a copy.`);
  return read.value;
}

/** Notes that a customer is erased; before it is done, so that a kill in between leaves nobody behind. */
export async function noteErasure(db: Pick<Database, "folder">, id: string): Promise<void> {
  const list = await listOf(db);
  if (list.includes(hashOf(id))) return;
  const part = `${fileOf(db)}.part`;
  await writeFile(part, JSON.stringify([...list, hashOf(id)]), { mode: 0o600 });
  await rename(part, fileOf(db));
}

/** Customers of the list who are there all the same, under a name that is not one of an erased one. */
export async function backAgain(
  db: Database,
  isErased: (name: string) => boolean,
): Promise<readonly string[]> {
  const list = new Set(await listOf(db));
  if (list.size === 0) return [];
  const all = await db.tables.customers.findAll({ attributes: ["id", "name"], raw: true });
  return all.flatMap(({ id, name }) => (list.has(hashOf(id)) && !isErased(name) ? [id] : []));
}
