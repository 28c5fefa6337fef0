import type { Entry } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import type { SoakVerdict } from "../soak/index.ts";
import type { DeedRefusal } from "./admit-deed.ts";
import type { TicketTrouble } from "./trouble.ts";

export type TicketUnknown = { readonly type: "ticket-unknown" };

/** Why a decision was not carried out; nothing was changed. */
export type DecideError =
  | TicketUnknown
  | TicketTrouble
  | DeedRefusal
  | { readonly type: "id-taken" }
  | { readonly type: "busy" }
  /** It has not passed its soak, and nobody wrote why it goes out all the same. */
  | { readonly type: "soak-not-passed"; readonly verdict: SoakVerdict };

/** Why a ticket kept its job. */
export type ChangeJobError =
  TicketUnknown | TicketTrouble | { readonly type: "change-too-late" } | { readonly type: "busy" };

/** Why a job did not go over to the newest version of its guide. */
export type RenewError =
  | ChangeJobError
  | { readonly type: "nothing-newer" }
  /** What was done on the machine is not allowed by the newest version, or not in it. */
  | { readonly type: "goes-against"; readonly entry: Entry; readonly guide: Guide };

/** Why a machine was not taken in, field by field where it is a field's. */
export type TakeInError =
  | { readonly type: "code-not-known"; readonly code: string }
  | { readonly type: "part-not-here"; readonly part: string }
  /** More screws of a lot were marked as missing than it has. */
  | { readonly type: "more-than-there-are"; readonly joint: string }
  /** It was promised for a day that is over. */
  | { readonly type: "promise-over" }
  | { readonly type: "no-sequence" };

/** Why nothing was put right. */
export type CorrectError =
  | DecideError
  | Exclude<TakeInError, { readonly type: "part-not-here" }>
  /** The other machine has no part of that kind: the job has to be changed first. */
  | { readonly type: "no-such-part"; readonly part: string }
  /** A part is to be replaced, and none is named. */
  | { readonly type: "no-part" };
