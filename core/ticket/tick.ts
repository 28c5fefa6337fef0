import type { Result } from "../base/result.ts";
import type { Doing } from "../people/index.ts";
import type { Refusal, StoredEvent } from "../bench/index.ts";
import type { TicketUnknown } from "./errors.ts";
import type { TicketTrouble } from "./trouble.ts";

/** Why a tick was not written. */
export type TickError =
  | TicketUnknown
  | TicketTrouble
  /** What was sent is no tick of this version of the program. */
  | { readonly type: "tick-unknown" }
  /** The ticket is not (or no longer) at the bench. */
  | { readonly type: "not-at-bench" }
  /** Somebody went on since: the events that the screen has not seen. */
  | { readonly type: "stale"; readonly events: readonly StoredEvent[] }
  /** The screen knows more than there is: an older copy of the record was put in its place. */
  | { readonly type: "ahead"; readonly length: number }
  /** The id stands already for something else, or is somebody else's. */
  | { readonly type: "id-taken" }
  /** Others came first again and again; nothing was written. */
  | { readonly type: "busy" }
  /** Whoever made it may not do that. */
  | { readonly type: "not-allowed"; readonly doing: Doing }
  /** It is somebody's who was never signed in at this screen. */
  | { readonly type: "not-yours" }
  | { readonly type: "refused"; readonly refusal: Refusal };

/** The answer to a tick: the events that the screen has not seen, its own among them. */
export type TickReply = Result<readonly StoredEvent[], TickError>;
