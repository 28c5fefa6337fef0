import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { LedgerEvent } from "../../../core/bench/index.ts";

interface Store extends DBSchema {
  ticks: {
    key: number;
    value: { readonly ticket: string; readonly event: LedgerEvent };
    indexes: { ticket: string };
  };
}

let opened: Promise<IDBPDatabase<Store>> | undefined;

const store = (): Promise<IDBPDatabase<Store>> =>
  (opened ??= openDB<Store>("brisk-bench", 1, {
    upgrade(db) {
      db.createObjectStore("ticks", { autoIncrement: true }).createIndex("ticket", "ticket");
    },
  }));

/** Ticks that the server has not acknowledged, kept in the browser: a closed tab loses none. */
export async function keepTick(ticket: string, event: LedgerEvent): Promise<void> {
  await (await store()).add("ticks", { ticket, event });
}

/** The ticks of a ticket that wait, in the order they were made. */
export async function waitingTicks(ticket: string): Promise<readonly LedgerEvent[]> {
  const rows = await (await store()).getAllFromIndex("ticks", "ticket", ticket);
  return rows.map(({ event }) => event);
}

/** Forgets ticks that the server has, or has refused. */
export async function dropTicks(ticket: string, ids: readonly string[]): Promise<void> {
  const gone = new Set(ids);
  const write = (await store()).transaction("ticks", "readwrite");
  for (
    let at = await write.store.index("ticket").openCursor(ticket);
    at;
    at = await at.continue()
  ) {
    if (gone.has(at.value.event.id)) await at.delete();
  }
  await write.done;
}
