import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { ok, type Result } from "../../../core/base/result.ts";
import {
  type EventError,
  jobStream,
  type LedgerEvent,
  type PinnedGuide,
  readEvent,
  storedEvent,
  type StoredEvent,
} from "../../../core/bench/index.ts";

interface Store extends DBSchema {
  outbox: {
    key: number;
    /** An event as it is stored, so that another version of the program can read it. */
    value: { readonly ticket: number; readonly event: StoredEvent };
    indexes: { ticket: number };
  };
  /** What version 1 kept them in. */
  ticks: { key: number; value: OldTick };
}

interface OldTick {
  readonly ticket: string;
  readonly event: LedgerEvent;
}

let opened: Promise<IDBPDatabase<Store>> | undefined;

const store = (): Promise<IDBPDatabase<Store>> =>
  (opened ??= openDB<Store>("brisk-bench", 2, {
    upgrade(db, oldVersion, _, transaction) {
      const outbox = db.createObjectStore("outbox", { autoIncrement: true });
      outbox.createIndex("ticket", "ticket");
      if (oldVersion !== 1) return;
      void transaction
        .objectStore("ticks")
        .getAll()
        .then((waiting) =>
          waiting.map((tick) => outbox.add(kept(Number(tick.ticket), tick.event))),
        );
    },
  }));

const kept = (ticket: number, event: LedgerEvent) => ({
  ticket,
  event: storedEvent(jobStream(ticket), 0, event),
});

/** Ticks that the server has not acknowledged, kept in the browser: a closed tab loses none. */
export async function keepTick(ticket: number, event: LedgerEvent): Promise<void> {
  await (await store()).add("outbox", kept(ticket, event));
}

/** The ticks of a ticket that wait, in the order they were made, or the first that cannot be read. */
export async function waitingTicks(
  ticket: number,
  guide: PinnedGuide,
): Promise<Result<readonly LedgerEvent[], EventError>> {
  const rows = await (await store()).getAllFromIndex("outbox", "ticket", ticket);
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
  const write = (await store()).transaction("outbox", "readwrite");
  for (
    let at = await write.store.index("ticket").openCursor(ticket);
    at;
    at = await at.continue()
  ) {
    if (gone.has(at.value.event.id)) await at.delete();
  }
  await write.done;
}
