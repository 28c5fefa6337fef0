import { createHash } from "node:crypto";
import type { Transaction } from "sequelize";
import { plain } from "../../core/base/plain.ts";
import { allCodes, type Guide } from "../../core/guide/index.ts";
import type { Database } from "../database/database.server.ts";

/** One version of a guide, as it was taken in; nothing of it changes any more. */
export interface GuideVersion {
  readonly guideId: string;
  /** Counts up from 1 for each guide. */
  readonly number: number;
  /** SHA-256 of the file as it is kept. */
  readonly hash: string;
  readonly at: string;
  /** A person's id; none for what was there before versions were kept. */
  readonly by: string | undefined;
  readonly why: string;
}

/** A guide file as it is kept, and the hash by which ledgers name it. */
export function bodyOf(guide: Guide): { readonly body: string; readonly hash: string } {
  const body = JSON.stringify(guide);
  return { body, hash: createHash("sha256").update(body).digest("hex") };
}

/** The versions of a guide, the newest first. */
export async function versionsOf(db: Database, guideId: string): Promise<readonly GuideVersion[]> {
  const rows = await db.tables.guideVersions.findAll({
    where: { guideId },
    order: [["number", "DESC"]],
    raw: true,
  });
  return rows.map((row) => ({ ...row, by: row.by ?? undefined }));
}

/** The version that is used for what begins now. */
export async function currentVersion(
  db: Database,
  guideId: string,
): Promise<Pick<GuideVersion, "number" | "hash"> | undefined> {
  const row = await db.tables.guideVersions.findOne({
    attributes: ["number", "hash"],
    where: { guideId },
    order: [["number", "DESC"]],
    raw: true,
  });
  return row ?? undefined;
}

/** The hash of the version that is used for what begins now. */
export async function currentHash(
  db: Database,
  guideId: string,
  transaction?: Transaction,
): Promise<string | undefined> {
  const row = await db.tables.guideVersions.findOne({
    attributes: ["hash"],
    where: { guideId },
    order: [["number", "DESC"]],
    raw: true,
    transaction: transaction ?? null,
  });
  return row?.hash;
}

/** The hashes of all guides as they are used now, by guide. */
export async function currentHashes(
  db: Database,
): Promise<readonly { readonly guideId: string; readonly hash: string }[]> {
  return db.select(
    `SELECT guideId, hash FROM guide_versions AS one
       WHERE number = (SELECT MAX(number) FROM guide_versions WHERE guideId = one.guideId)
       ORDER BY guideId`,
  );
}

/** When each guide got the version it is used in now. */
export async function changedAt(db: Database): Promise<ReadonlyMap<string, string>> {
  const rows = await db.select<{ guideId: string; at: string }>(
    "SELECT guideId, MAX(at) AS at FROM guide_versions GROUP BY guideId",
  );
  return new Map(rows.map(({ guideId, at }) => [guideId, at]));
}

export async function bodyByHash(db: Database, hash: string): Promise<string | undefined> {
  return (await db.tables.guideBodies.findByPk(hash, { raw: true }))?.body;
}

/** An underside code that is not to be used in a version, because its variant is wrong. */
export interface BlockedCode {
  readonly code: string;
  /** Where in the guide file the first error is. */
  readonly path: string;
}

/** Where the variant of a code is wrong in a version; undefined: it is not. */
export async function blockedAt(
  db: Database,
  hash: string,
  code: string,
): Promise<string | undefined> {
  const row = await db.tables.blockedCodes.findOne({ where: { hash, code }, raw: true });
  return row?.path;
}

/** The guide that answers to an underside code, and the code as the guide writes it. */
export async function guideOfCode(
  db: Database,
  code: string,
): Promise<{ readonly guideId: string; readonly code: string } | undefined> {
  const row = await db.tables.guideCodes.findByPk(plain(code), { raw: true });
  return row ? { guideId: row.guideId, code: row.code } : undefined;
}

/** The ids of all guides. */
export async function guideIds(db: Database): Promise<readonly string[]> {
  const rows = await db.tables.guides.findAll({ raw: true });
  return rows.map(({ id }) => id);
}

/** A code that another guide answers to already. */
export interface CodeTaken {
  readonly type: "code-taken";
  readonly code: string;
  readonly by: string;
}

/**
 * Writes a guide as the next version; its codes lead to it from now on, and the blocked ones of them
 * say so. Gives the version, or, with nothing written that lasts, the code that is another guide's: the caller's transaction is to end.
 */
export async function addVersion(
  db: Database,
  guide: Guide,
  blocked: readonly BlockedCode[],
  stamp: { readonly at: string; readonly by: string | undefined; readonly why: string },
  transaction: Transaction,
): Promise<GuideVersion | CodeTaken> {
  const { tables } = db;
  const { body, hash } = bodyOf(guide);
  const guideId = guide.id;
  const keys = allCodes(guide).map((code) => ({ key: plain(code), code, guideId }));
  for (const { key, code } of keys) {
    const known = await tables.guideCodes.findByPk(key, { raw: true, transaction });
    if (known && known.guideId !== guideId) return { type: "code-taken", code, by: known.guideId };
  }
  await tables.guides.findOrCreate({ where: { id: guideId }, transaction });
  await tables.guideBodies.findOrCreate({ where: { hash }, defaults: { hash, body }, transaction });
  await tables.blockedCodes.destroy({ where: { hash }, transaction });
  await tables.blockedCodes.bulkCreate(
    blocked.map((one) => ({ hash, ...one })),
    { transaction },
  );
  const [last] = await db.select<{ number: number | null }>(
    "SELECT MAX(number) AS number FROM guide_versions WHERE guideId = $guideId",
    { guideId },
    transaction,
  );
  const number = (last?.number ?? 0) + 1;
  await tables.guideVersions.create(
    { guideId, number, hash, ...stamp, by: stamp.by ?? null },
    { transaction },
  );
  await tables.guideCodes.destroy({ where: { guideId }, transaction });
  await tables.guideCodes.bulkCreate(
    keys.filter(({ key }, i) => keys.findIndex((one) => one.key === key) === i),
    { transaction },
  );
  return { guideId, number, hash, ...stamp };
}
