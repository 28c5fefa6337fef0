import { EventEmitter } from "node:events";

const bell = new EventEmitter();
bell.setMaxListeners(0);

/** Tells every screen that looks at a ticket that its ledger has grown. */
export function announce(ticket: string): void {
  bell.emit(ticket);
}

/** Calls back each time a ticket's ledger has grown in this process; gives the way to stop. */
export function onAnnounced(ticket: string, heard: () => void): () => void {
  bell.on(ticket, heard);
  return () => bell.off(ticket, heard);
}
