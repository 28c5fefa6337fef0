import { randomUUID } from "node:crypto";
import pLimit from "p-limit";
import { QueryTypes, type Sequelize, type Transaction } from "sequelize";
import { must } from "../../core/base/must.ts";
import { type Dialect, said } from "./dialect.server.ts";
import { type Mark, markFault, marksIn, readMark } from "./folder.server.ts";
import { DataTrouble } from "./trouble.server.ts";
import type { Tables } from "./tables.server.ts";

/** The database of a shop, in a file of its data folder or in a server. */
export interface Database {
  readonly sequelize: Sequelize;
  readonly tables: Tables;
  /** Runs work in a transaction of its own; nothing else writes meanwhile, in this process or another. */
  readonly write: <T>(work: (transaction: Transaction) => Promise<T>) => Promise<T>;
  /** Rows of a question in SQL, `$name` bound to a value. */
  select<Row extends object>(
    sql: string,
    bind?: Bind,
    transaction?: Transaction,
  ): Promise<readonly Row[]>;
  /** A statement in SQL that changes something. */
  run(sql: string, bind: Bind, transaction: Transaction): Promise<void>;
  /** Where files lie that belong to it: photos, and how far it has come. */
  readonly folder: string;
  /** Whether what was opened is still there. */
  isInPlace(): Promise<boolean>;
  /** The shop's id, and how many ticks and deeds were ever written. */
  standing(): Promise<Mark>;
  /** Notes in the folder how far it has come. */
  mark(): Promise<void>;
  /** Leaves nothing behind of what was taken away: free pages, and what stands beside the file. */
  clean(): Promise<void>;
  /** Tells the other servers of this shop a text, once the transaction stands. */
  tellOthers(text: string, transaction: Transaction): Promise<void>;
  /** Calls back with what others tell; with nothing where something may not have been heard. */
  onTold(heard: (text: string | undefined) => void): void;
  close(): Promise<void>;
}

type Bind = Readonly<Record<string, unknown>>;

export const dialectOf = (sequelize: Sequelize): Dialect =>
  sequelize.getDialect() === "postgres" ? "postgres" : "sqlite";

export const selectIn = <Row extends object>(
  sequelize: Sequelize,
  sql: string,
  bind: Bind = {},
  transaction?: Transaction,
): Promise<Row[]> =>
  sequelize.query<Row>(said(sql, dialectOf(sequelize)), {
    bind: { ...bind },
    type: QueryTypes.SELECT,
    transaction: transaction ?? null,
  });

export async function runIn(
  sequelize: Sequelize,
  sql: string,
  bind: Bind = {},
  transaction?: Transaction,
): Promise<void> {
  await sequelize.query(said(sql, dialectOf(sequelize)), {
    bind: { ...bind },
    transaction: transaction ?? null,
  });
}

/** What gives out turns to write: one at a time; `ended` is when all that were given out are over. */
export function turns(): {
  readonly take: <T>(work: () => Promise<T>) => Promise<T>;
  readonly ended: () => Promise<void>;
} {
  const one = pLimit(1);
  return { take: (work) => one(work), ended: () => one(() => Promise.resolve()) };
}

/**
 * How far a shop has come, set beside what its folder says: one that has less than was written is refused
 * (`DataTrouble`, by the name of its place). It has its id from then on.
 */
export async function standingIn(
  sequelize: Sequelize,
  folder: string,
  place: string,
): Promise<Pick<Database, "standing" | "mark">> {
  await giveId(sequelize);
  const standing = () => markOf(sequelize);
  const fault = markFault(readMark(folder), await standing());
  if (fault) throw new DataTrouble(fault, place);
  const mark = marksIn(folder, standing);
  await mark();
  return { standing, mark };
}

/** The id of a shop: made with its database, and the same in every copy of it. */
const giveId = (sequelize: Sequelize): Promise<void> =>
  runIn(sequelize, "INSERT INTO settings (key, value) VALUES ('id', $id) ON CONFLICT DO NOTHING", {
    id: randomUUID(),
  });

/** Which shop a database is of, and how far it has come: ticks and deeds are only ever added to. */
export async function markOf(sequelize: Sequelize): Promise<Mark> {
  const [row] = await selectIn<Mark>(
    sequelize,
    `SELECT (SELECT value FROM settings WHERE key = 'id') AS id,
      (SELECT CAST(COALESCE(SUM(length), 0) AS INTEGER) FROM streams)
        + (SELECT COALESCE(MAX(seq), 0) FROM deeds) AS count`,
  );
  return must(row, "the standing of a database");
}
