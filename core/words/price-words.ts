import { unreachable } from "../base/result.ts";
import type { SupplierTrouble } from "../supply/index.ts";
import {
  type ChangeJobError,
  type DeedRefusal,
  isDeedRefusal,
  type TicketTrouble,
  type TicketUnknown,
} from "../ticket/index.ts";
import { wordList } from "./names.ts";
import { changeJobErrorWords, deedRefusalWords, troubleWords } from "./ticket-words.ts";

/** Why the supplier's things are not there, and what to do. */
export function supplierWords({ type }: SupplierTrouble): string {
  switch (type) {
    case "no-supplier":
      return "No supplier is set up (BENCH_SUPPLIER). Type what another source asks.";
    case "away":
      return "The supplier does not answer. Type what another source asks, or try again later.";
    case "slow":
      return "The supplier took too long to answer. Try again, or type what another source asks.";
    case "sold-out":
      return "The supplier has just sold the last one. Make another quote.";
    case "odd-answer":
      return "The supplier answered something that cannot be read. Try again later.";
    default:
      return unreachable(type);
  }
}

type Refused =
  | TicketUnknown
  | TicketTrouble
  | DeedRefusal
  | SupplierTrouble
  | { readonly type: "id-taken" }
  | { readonly type: "offer-gone"; readonly offer: string }
  | { readonly type: "not-covered"; readonly part: string }
  | { readonly type: "minutes-unknown"; readonly parts: readonly string[] }
  | { readonly type: "nothing-to-price" }
  | { readonly type: "nothing-agreed" }
  | { readonly type: "shelf-empty"; readonly name: string };

/** Why a quote was not made, or an order not given. */
export function orderErrorWords(error: Refused): string {
  if (isDeedRefusal(error)) return deedRefusalWords(error);
  switch (error.type) {
    case "ticket-unknown":
      return "There is no such ticket.";
    case "no-supplier":
    case "away":
    case "slow":
    case "sold-out":
    case "odd-answer":
      return `Nothing was ordered. ${supplierWords(error)}`;
    case "offer-gone":
      return "Nothing was written: one of these is not to be had any more, or costs something else. The list is read anew.";
    case "not-covered":
      return `Nothing was written: this does not bring the ${error.part}. Choose more.`;
    case "minutes-unknown":
      return `Nothing was written: nobody here has taken the ${wordList(error.parts)} out of this model yet. Say how many minutes you allow.`;
    case "nothing-to-price":
      return "Nothing was written: the ticket has no job yet. Find out first, or change the job.";
    case "nothing-agreed":
      return "Nothing was ordered: the customer has agreed to no quote.";
    case "shelf-empty":
      return `Nothing was ordered: the shelf has no ${error.name} left.`;
    case "id-taken":
      return deedRefusalWords(error);
    default:
      return `Nothing was written. ${troubleWords(error)}`;
  }
}

/** Why a fault was not taken into the job. */
export function foundErrorWords(
  error: ChangeJobError | DeedRefusal | { readonly type: "id-taken" },
): string {
  const isDeeds = isDeedRefusal(error) || error.type === "id-taken";
  return isDeeds ? deedRefusalWords(error) : changeJobErrorWords(error);
}
