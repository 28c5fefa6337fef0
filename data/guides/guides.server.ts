import { createHash } from "node:crypto";
import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { guideErrors } from "../../core/check/index.ts";
import {
  allCodes,
  type Finding,
  type Guide,
  guideForCode,
  parseGuide,
} from "../../core/guide/index.ts";
import { type Model, modelOf } from "../../core/rules/index.ts";
import type { Database } from "../database/database.server.ts";

/** Stores a guide file, or says why not: a guide with errors never gets in. */
export async function storeGuide(
  db: Database,
  file: unknown,
): Promise<Result<Guide, readonly Finding[]>> {
  const parsed = parseGuide(file);
  if (!parsed.ok) return parsed;
  const errors = guideErrors(parsed.value);
  if (errors.length > 0) return fail(errors);
  const body = JSON.stringify(parsed.value);
  const hash = createHash("sha256").update(body).digest("hex");
  await db.models.guides.upsert({ id: parsed.value.id, hash, body });
  return ok(parsed.value);
}

export async function allGuides(db: Database): Promise<readonly Guide[]> {
  const rows = await db.models.guides.findAll({ order: ["id"], raw: true });
  return rows.map((row) => JSON.parse(row.body) as Guide);
}

export async function guideById(db: Database, id: string): Promise<Guide | undefined> {
  const row = await db.models.guides.findByPk(id, { raw: true });
  return row ? (JSON.parse(row.body) as Guide) : undefined;
}

/** The guide that answers to an underside code; codes are compared without case and blanks. */
export async function guideByCode(
  db: Database,
  code: string,
): Promise<{ readonly guide: Guide; readonly code: string } | undefined> {
  const wanted = plain(code);
  for (const guide of await allGuides(db)) {
    const found = allCodes(guide).find((known) => plain(known) === wanted);
    if (found === undefined) continue;
    const variant = guideForCode(guide, found);
    if (variant.ok) return { guide: variant.value, code: found };
  }
  return undefined;
}

const plain = (code: string): string => code.replace(/\s+/g, "").toUpperCase();

/** A machine ready to be planned on, and a key that changes with its guide. */
export interface KnownMachine {
  readonly model: Model;
  readonly key: string;
}
const machines = new Map<string, KnownMachine>();

/** The machine of a guide and code, numbered once for each version of the guide. */
export async function machineFor(
  db: Database,
  guideId: string,
  code: string,
  transaction?: Transaction,
): Promise<KnownMachine> {
  const row = await db.models.guides.findByPk(guideId, {
    attributes: ["hash"],
    raw: true,
    transaction,
  });
  if (!row) throw new Error(`no guide ${guideId}`);
  const key = `${row.hash}:${code}`;
  const known = machines.get(key);
  if (known) return known;
  const full = await db.models.guides.findByPk(guideId, { raw: true, transaction });
  const variant = guideForCode(JSON.parse(full!.body) as Guide, code);
  if (!variant.ok) throw new Error(`guide ${guideId} has no code ${code}`);
  const machine = { model: modelOf(variant.value), key };
  machines.set(key, machine);
  return machine;
}
