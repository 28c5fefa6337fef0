import { readFileSync } from "node:fs";
import path from "node:path";
import { readJson } from "../../core/base/ajv.ts";
import { type Catalogue, readCatalogue } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { type Offered, offeredBy, offeredByFaults } from "../../core/practice/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHashes, guideVersion } from "../../data/guide/index.server.ts";

let read: Catalogue | undefined;

/** The faults that ship, from the file. */
export function catalogue(): Catalogue {
  if (read) return read;
  const file = readFileSync(path.resolve("faults/laptop.json"), "utf8");
  const found = readJson(readCatalogue, file);
  if (!found.ok) throw new Error("the fault catalogue that ships cannot be read");
  return (read = found.value);
}

/** Something that can be practised, and the guides it can be drawn from. */
export interface OfferedFrom extends Offered {
  readonly from: readonly Version[];
}
interface Version {
  readonly version: string;
  readonly code: string;
}

let kept: { readonly key: string; readonly offered: readonly OfferedFrom[] } | undefined;

/** All that can be practised by the guides as they are now; a guide that cannot be read is left out. */
export async function offeredNow(db: Database): Promise<readonly OfferedFrom[]> {
  const hashes = await currentHashes(db);
  const key = hashes.map(({ hash }) => hash).join();
  if (kept?.key === key) return kept.offered;
  const all = new Map<string, Offered & { from: Version[] }>();
  for (const { hash } of hashes) {
    const guide = await guideVersion(db, hash);
    if (!guide.ok) continue;
    const version = { version: hash, code: guide.value.codes[0]! };
    for (const one of [...offeredBy(guide.value), ...offeredByFaults(catalogue())]) {
      const known = all.get(one.subject);
      if (known) known.from.push(version);
      else all.set(one.subject, { ...one, from: [version] });
    }
  }
  kept = { key, offered: [...all.values()] };
  return kept.offered;
}

/** What subjects are called by: the guides they name, and the faults. */
export async function subjectNames(db: Database) {
  const guides: Record<string, { model: string } & Pick<Guide, "parts" | "joints">> = {};
  for (const { guideId, hash } of await currentHashes(db)) {
    const guide = await guideVersion(db, hash);
    if (guide.ok) guides[guideId] = guide.value;
  }
  return { guides, catalogue: catalogue() };
}
