import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { ok, type Result } from "../../../core/base/result.ts";
import {
  type Entry,
  type EventError,
  jobStream,
  type LedgerEvent,
  type PinnedGuide,
  readEvent,
  storedEvent,
  type StoredEvent,
} from "../../../core/bench/index.ts";

interface Store extends DBSchema {
  ticks: {
    key: number;
    /** An event as it is stored, so that another version of the program can read it. */
    value: { readonly ticket: number; readonly event: StoredEvent };
    indexes: { ticket: number };
  };
}

/** A tick as version 1 of this store kept it. */
interface OldTick {
  readonly ticket: string;
  readonly event: {
    readonly id: string;
    readonly at: string;
    readonly by: string;
    readonly entry: Entry;
  };
}

let opened: Promise<IDBPDatabase<Store>> | undefined;

const store = (): Promise<IDBPDatabase<Store>> =>
  (opened ??= openDB<Store>("brisk-bench", 2, {
    async upgrade(db, oldVersion, _, transaction) {
      const waiting =
        oldVersion === 1
          ? ((await transaction.objectStore("ticks").getAll()) as unknown as readonly OldTick[])
          : [];
      if (oldVersion === 1) db.deleteObjectStore("ticks");
      const ticks = db.createObjectStore("ticks", { autoIncrement: true });
      ticks.createIndex("ticket", "ticket");
      for (const { ticket, event } of waiting) {
        const number = Number(ticket);
        await ticks.add({ ticket: number, event: storedEvent(jobStream(number), 0, event) });
      }
    },
  }));

/** Ticks that the server has not acknowledged, kept in the browser: a closed tab loses none. */
export async function keepTick(ticket: number, event: LedgerEvent): Promise<void> {
  await (await store()).add("ticks", { ticket, event: storedEvent(jobStream(ticket), 0, event) });
}

/** The ticks of a ticket that wait, in the order they were made, or the first that cannot be read. */
export async function waitingTicks(
  ticket: number,
  guide: PinnedGuide,
): Promise<Result<readonly LedgerEvent[], EventError>> {
  const rows = await (await store()).getAllFromIndex("ticks", "ticket", ticket);
  const events: LedgerEvent[] = [];
  for (const { event } of rows) {
    const read = readEvent(event, guide);
    if (!read.ok) return read;
    events.push(read.value);
  }
  return ok(events);
}

/** Forgets ticks that the server has, or has refused. */
export async function dropTicks(ticket: number, ids: readonly string[]): Promise<void> {
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
