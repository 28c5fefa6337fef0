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
  /** How far the ledger of a ticket was known at this screen: what a page that comes without its server begins with. */
  ledgers: {
    key: number;
    value: { readonly ticket: number; readonly events: readonly StoredEvent[] };
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
  (opened ??= openDB<Store>("brisk-bench", 3, {
    upgrade(db, oldVersion, _, transaction) {
      db.createObjectStore("ledgers", { keyPath: "ticket" });
      if (oldVersion === 2) return;
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

/** All that waits, by ticket, as it is stored: what sends it needs to know nothing of its guide. */
export async function allWaiting(): Promise<ReadonlyMap<number, readonly StoredEvent[]>> {
  const waiting = new Map<number, StoredEvent[]>();
  for (const { ticket, event } of await (await store()).getAll("outbox")) {
    waiting.set(ticket, [...(waiting.get(ticket) ?? []), event]);
  }
  return waiting;
}

/** Whether this browser keeps what is put there: some refuse, some are full. */
export async function canKeep(): Promise<boolean> {
  try {
    const write = (await store()).transaction("outbox", "readwrite");
    const event: StoredEvent = {
      id: "a-try",
      stream: jobStream(0),
      seq: 0,
      kind: "swap",
      version: 1,
      at: "",
      by: "",
      causedBy: null,
      body: { room: "x".repeat(4_000) },
    };
    const key = await write.store.add({ ticket: 0, event });
    await write.store.delete(key);
    await write.done;
    return true;
  } catch {
    return false;
  }
}

/** Keeps how far a ledger is known. */
export async function keepLedger(ticket: number, events: readonly LedgerEvent[]): Promise<void> {
  const stored = events.map((event, seq) => storedEvent(jobStream(ticket), seq, event));
  await (await store()).put("ledgers", { ticket, events: stored });
}

/** How far a ledger was known at this screen; nothing where it cannot be read. */
export async function keptLedger(
  ticket: number,
  guide: PinnedGuide,
): Promise<readonly LedgerEvent[]> {
  const row = await (await store()).get("ledgers", ticket);
  const events = (row?.events ?? []).map((event) => readEvent(event, guide));
  return events.flatMap((event) => (event.ok ? [event.value] : []));
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
