import { createHash } from "node:crypto";
import { type Model, type ModelStatic, type Transaction, Transaction as Kind } from "sequelize";
import { type Database, dialectOf } from "../database/index.server.ts";

type Table = ModelStatic<Model>;
type Row = Readonly<Record<string, unknown>>;

/** What is in a table: how many rows, and a hash of all of them in the order of their key. */
export interface TableTally {
  readonly table: string;
  readonly rows: number;
  readonly sha256: string;
}

const PIECE = 1_000;
/** An event may name the one it was caused by, which was before it in its ledger. */
const ORDERED: Readonly<Record<string, readonly string[]>> = { events: ["stream", "seq"] };

/** The tables of a shop, each behind those that it leans on. */
const tablesOf = (db: Database): readonly Table[] => Object.values(db.tables);
const keyOf = (table: Table): readonly string[] =>
  ORDERED[table.tableName] ?? table.primaryKeyAttributes;
const columnsOf = (table: Table): readonly string[] => Object.keys(table.getAttributes());

/** All rows of a table in the order of its key, a piece at a time: each begins behind the last of the one before. */
async function* piecesOf(
  db: Database,
  table: Table,
  transaction: Transaction,
): AsyncGenerator<readonly Row[]> {
  const key = keyOf(table).map((column) => `"${column}"`);
  const names = keyOf(table).map((_, i) => `$k${i}`);
  const order = `ORDER BY ${key.join(", ")} LIMIT ${PIECE}`;
  const columns = columnsOf(table).map((column) => `"${column}"`);
  const all = `SELECT ${columns.join(", ")} FROM ${table.tableName}`;
  let last: Row | undefined;
  for (;;) {
    const bind = Object.fromEntries(keyOf(table).map((column, i) => [`k${i}`, last?.[column]]));
    const rows = await (last === undefined
      ? db.select<Row>(`${all} ${order}`, {}, transaction)
      : db.select<Row>(
          `${all} WHERE (${key.join(", ")}) > (${names.join(", ")}) ${order}`,
          bind,
          transaction,
        ));
    if (rows.length === 0) return;
    yield rows;
    last = rows.at(-1);
  }
}

/** Reads a database as it is at one moment, whatever is written meanwhile. */
function atOneMoment<T>(db: Database, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  const options =
    dialectOf(db.sequelize) === "postgres"
      ? { isolationLevel: Kind.ISOLATION_LEVELS.REPEATABLE_READ }
      : { type: Kind.TYPES.DEFERRED };
  return db.sequelize.transaction(options, work);
}

/** What is in a table; calls back with each piece. */
async function tallyOf(
  db: Database,
  table: Table,
  transaction: Transaction,
  onPiece: (piece: readonly Row[]) => Promise<unknown> = () => Promise.resolve(),
): Promise<TableTally> {
  const hash = createHash("sha256");
  let rows = 0;
  for await (const piece of piecesOf(db, table, transaction)) {
    rows += piece.length;
    for (const row of piece) hash.update(lineOf(table, row));
    await onPiece(piece);
  }
  return { table: table.tableName, rows, sha256: hash.digest("hex") };
}

/** What is in each table. */
export const talliesOf = (db: Database): Promise<readonly TableTally[]> =>
  atOneMoment(db, async (transaction) => {
    const tallies: TableTally[] = [];
    for (const table of tablesOf(db)) tallies.push(await tallyOf(db, table, transaction));
    return tallies;
  });

const lineOf = (table: Table, row: Row): string =>
  `${JSON.stringify(columnsOf(table).map((column) => row[column]))}\n`;

/** Thrown where what is read back is not what was written. */
export class NotTheSame extends Error {
  constructor(readonly table: string) {
    super(`table ${table} is not as it was written`);
  }
}

/**
 * Copies every row of a database into an empty one, in one transaction, and reads it back there before that stands; the
 * shop is the same one there. Calls back with each table that is done. Throws `NotTheSame`.
 */
export function copyRows(
  from: Database,
  to: Database,
  onTable: (tally: TableTally) => void = () => undefined,
): Promise<readonly TableTally[]> {
  return atOneMoment(from, (reading) =>
    to.write(async (writing) => {
      // It has the id that it was made with.
      await to.tables.settings.destroy({ where: {}, transaction: writing });
      const there = new Map(tablesOf(to).map((table) => [table.tableName, table]));
      const tallies: TableTally[] = [];
      for (const table of tablesOf(from)) {
        const other = there.get(table.tableName)!;
        const tally = await tallyOf(from, table, reading, (piece) =>
          other.bulkCreate([...piece], { transaction: writing }),
        );
        await numberOn(to, table, writing);
        const { sha256 } = await tallyOf(to, other, writing);
        if (sha256 !== tally.sha256) throw new NotTheSame(tally.table);
        onTable(tally);
        tallies.push(tally);
      }
      return tallies;
    }),
  );
}

/** The next number that is given out is behind those that were brought; SQLite sees to that itself. */
async function numberOn(db: Database, table: Table, transaction: Transaction): Promise<void> {
  const column = Object.values(table.getAttributes()).find(({ autoIncrement }) => autoIncrement);
  if (column?.field === undefined || dialectOf(db.sequelize) !== "postgres") return;
  const { tableName: name } = table;
  await db.select(
    `SELECT setval(pg_get_serial_sequence('${name}', '${column.field}'),
      (SELECT COALESCE(MAX(${column.field}), 0) FROM ${name}) + 1, false)`,
    {},
    transaction,
  );
}

/** Whether there is a shop in a database: people, guides or tickets. */
export async function hasShop(db: Database): Promise<boolean> {
  const { people, guides, tickets } = db.tables;
  return (await people.count()) + (await guides.count()) + (await tickets.count()) > 0;
}
