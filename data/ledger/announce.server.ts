import { EventEmitter } from "node:events";
import type { LedgerEvent } from "../../core/bench/index.ts";

/** What has been added to a ledger, and behind how many events. */
export interface Growth {
  readonly from: number;
  readonly events: readonly LedgerEvent[];
}

const bell = new EventEmitter();
bell.setMaxListeners(0);

/** Tells every screen that looks at a ticket what its ledger has grown by. */
export function announce(ticket: string, growth: Growth): void {
  bell.emit(ticket, growth);
}

/** Calls back each time a ticket's ledger has grown in this process; gives the way to stop. */
export function onAnnounced(ticket: string, heard: (growth: Growth) => void): () => void {
  bell.on(ticket, heard);
  return () => bell.off(ticket, heard);
}
