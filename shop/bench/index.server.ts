export { benchPhase } from "./grow.server.ts";
export { ledgerLine } from "./ledger-line.server.ts";
export { changeJob, giveJob } from "./change-job.server.ts";
export { reopen } from "./reopen.server.ts";
export { tick } from "./tick.server.ts";
export { onAnnounced } from "./announce.server.ts";
export { forgetLedger, readLedger, type OpenLedger } from "./ledgers.server.ts";
export { benchPage } from "./bench-page.server.ts";
export { newerGuide, renewJob, type NewerGuide } from "./renew.server.ts";
