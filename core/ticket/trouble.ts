import type { EventError } from "../bench/index.ts";
import type { JobError } from "../rules/index.ts";

/** Why the guide that a ticket needs cannot be used. */
export type GuideTrouble =
  | { readonly type: "guide-gone"; readonly version: string }
  | { readonly type: "guide-broken"; readonly version: string; readonly path: string }
  | { readonly type: "code-gone"; readonly guideId: string; readonly code: string };

/** It was not worked out: the server had too much to do, or no memory for it. Asked again it may be. */
export interface NotNow {
  readonly type: "not-now";
}

/** Why one ticket cannot be worked on as it is; every other one can. */
export type TicketTrouble =
  | GuideTrouble
  | EventError
  | JobError
  | NotNow
  /** An event names what the guide of its ledger does not have. */
  | { readonly type: "ledger-broken"; readonly why: string };
