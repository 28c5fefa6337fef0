export { changeJob } from "./change-job.server.ts";
export { reopen } from "./reopen.server.ts";
export { tick } from "./tick.server.ts";
export { onAnnounced } from "./announce.server.ts";
export { readLedger, sentFrom, type LedgerError, type OpenLedger } from "./ledgers.server.ts";
export { benchPage, type BenchPage } from "./bench-page.server.ts";
