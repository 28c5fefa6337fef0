import { EventEmitter } from "node:events";
import type { Growth } from "../../core/bench/index.ts";
import type { Database } from "../../data/database/index.server.ts";

const bell = new EventEmitter();
bell.setMaxListeners(0);

/** Tells every screen of this server that looks at a ledger what it has grown by. */
export function announce(stream: string, growth: Growth): void {
  bell.emit(stream, growth);
}

const heardOf = new WeakSet<Database>();

/**
 * Calls back each time a ledger has grown: by what, or with nothing where that is to be looked for. Gives the way to stop.
 */
export function onAnnounced(
  db: Database,
  stream: string,
  heard: (growth: Growth | undefined) => void,
): () => void {
  if (!heardOf.has(db)) {
    heardOf.add(db);
    db.onTold((told) => {
      for (const name of told === undefined ? bell.eventNames() : [told]) bell.emit(name);
    });
  }
  bell.on(stream, heard);
  return () => bell.off(stream, heard);
}
