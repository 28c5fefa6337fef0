import { Op, type Transaction } from "sequelize";
import type { RecordLine } from "../../core/people/index.ts";
import { reader } from "../../core/base/ajv.ts";
import { readColumn } from "../database/json.server.ts";
import type { Database } from "../database/database.server.ts";

/** What people did that stands in no other record. */
export type Recorded =
  | { readonly what: "signed-in"; readonly how: "alone" | "handed-over" }
  | { readonly what: "signed-out" }
  | { readonly what: "wrong-pin"; readonly person: string }
  | { readonly what: "person-added"; readonly person: string; readonly role: string }
  | {
      readonly what: "person-changed";
      readonly person: string;
      readonly role: string;
      readonly gone: boolean;
    }
  | { readonly what: "pin-set"; readonly person: string }
  | { readonly what: "setting"; readonly key: string }
  | { readonly what: "taken-away"; readonly kind: "note" | "photo"; readonly id: string }
  | { readonly what: "exported"; readonly file: string }
  | { readonly what: "customer-exported" | "customer-erased"; readonly customer: string };

const readBody = reader<Readonly<Record<string, unknown>>>({ type: "object" });

/** What an entry is about: a person, a setting, a file, a customer. */
function aboutOf(body: string, seq: number | undefined): string | undefined {
  const { person, key, file, customer } = readColumn(readBody, body, `record ${seq}`);
  return [person, key, file, customer].find((one) => typeof one === "string");
}

/** Writes behind the record; the database refuses to change or take away what stands there. */
export async function addRecord(
  db: Database,
  { at, by }: { readonly at: string; readonly by: string | undefined },
  { what, ...body }: Recorded,
  transaction: Transaction,
): Promise<void> {
  await db.tables.record.create(
    { at, by: by ?? null, what, body: JSON.stringify(body) },
    { transaction },
  );
}

/** The last so many entries, the newest first. */
export async function recordLines(db: Database, most: number): Promise<readonly RecordLine[]> {
  const rows = await db.tables.record.findAll({ order: [["seq", "DESC"]], limit: most, raw: true });
  return rows.map(({ seq, at, by, what, body }) => ({
    at,
    by: by ?? undefined,
    what,
    about: aboutOf(body, seq),
  }));
}

/** How many wrong PINs were tried at each person since a moment (ISO). */
export async function wrongTriesSince(
  db: Database,
  since: string,
): Promise<ReadonlyMap<string, number>> {
  const rows = await db.tables.record.findAll({
    where: { what: "wrong-pin", at: { [Op.gte]: since } },
    raw: true,
  });
  const tries = new Map<string, number>();
  for (const { body, seq } of rows) {
    const person = aboutOf(body, seq);
    if (person !== undefined) tries.set(person, (tries.get(person) ?? 0) + 1);
  }
  return tries;
}
