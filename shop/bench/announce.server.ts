import { EventEmitter } from "node:events";
import type { Growth } from "../../core/bench/index.ts";

const bell = new EventEmitter();
bell.setMaxListeners(0);

/** Tells every screen that looks at a ledger what it has grown by. */
export function announce(stream: string, growth: Growth): void {
  bell.emit(stream, growth);
}

/** Calls back each time a ledger has grown in this process; gives the way to stop. */
export function onAnnounced(stream: string, heard: (growth: Growth) => void): () => void {
  bell.on(stream, heard);
  return () => bell.off(stream, heard);
}
