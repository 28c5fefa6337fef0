import type { Guide } from "../../core/guide/index.ts";
import type { Known, Tallies } from "../../core/learn/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHashes, guideVersion } from "../../data/guide/index.server.ts";
import { knownAside, tallyAside } from "../plan/index.server.ts";

/** Versions never change: what was worked out of one holds. */
const known = new Map<string, Promise<Known | undefined>>();
const tallies = new Map<string, Promise<Tallies>>();
const MOST = 200;

/** What the guides that were written say of claims nobody has settled; counted once for each set of them. */
export async function talliesOf(db: Database): Promise<Tallies> {
  const written: Guide[] = [];
  const hashes: string[] = [];
  for (const { hash } of await currentHashes(db)) {
    const guide = await guideVersion(db, hash);
    if (!guide.ok || guide.value.learnt !== undefined) continue;
    written.push(guide.value);
    hashes.push(hash);
  }
  return once(tallies, hashes.join(), () => tallyAside(written));
}

/** How well a guide is known; undefined for one that was written. */
export const knownOf = (hash: string, guide: Guide): Promise<Known | undefined> =>
  guide.learnt === undefined
    ? Promise.resolve(undefined)
    : once(known, hash, () => knownAside(guide));

function once<T>(kept: Map<string, Promise<T>>, key: string, make: () => Promise<T>): Promise<T> {
  const there = kept.get(key);
  if (there) return there;
  const making = make();
  kept.set(key, making);
  making.catch(() => kept.delete(key));
  if (kept.size > MOST) kept.delete(kept.keys().next().value!);
  return making;
}
