import { unreachable } from "../base/result.ts";
import {
  isDeedRefusal,
  type ChangeJobError,
  type Consent,
  type CorrectError,
  type DecideError,
  type DeedRefusal,
  type NewTicketField,
  type OrderState,
  type RenewError,
  type TakeInError,
  type TicketTrouble,
  type Wait,
} from "../ticket/index.ts";
import type { Entry } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import { lower } from "./joint-names.ts";
import { wordList } from "./names.ts";
import { verdictWords } from "./soak-words.ts";
import { stepWords } from "./step-words.ts";

/** What a list of tickets is headed with, by what they wait for. */
export const WAIT_WORDS: Readonly<Record<Wait, { readonly head: string; readonly short: string }>> =
  {
    finding: { head: "Being found out", short: "finding out" },
    customer: { head: "Waiting for the customer's word", short: "the customer" },
    part: { head: "Waiting for a part", short: "a part" },
    bench: { head: "At the bench", short: "the bench" },
    soak: { head: "Under test", short: "a soak" },
    collection: { head: "Ready to be collected", short: "collection" },
    nothing: { head: "Handed back", short: "nothing" },
  };

/** What the buttons of a ticket's decisions say, by id. */
export const DECISION_WORDS: Readonly<Record<string, string>> = {
  "yes-order": "Customer says yes: order the parts",
  "yes-ready": "Customer says yes: parts are here",
  no: "Customer says no: give it back",
  "part-in": "The parts have come in",
  "soak-passed": "Tests and soak passed",
};

/** What a customer agrees to, in the words he is shown. */
export const CONSENT_WORDS: Readonly<Record<Consent, string>> = {
  seal: "A seal on the machine may have to be broken. The maker's warranty may end by it.",
  risk: "Old plastic, glued screens and worn batteries can break when they are opened, with all care taken.",
  data: "Data can be lost in any repair. The shop keeps no copy unless that was ordered in writing.",
};

/** What a quote says of seals that the work breaks. → Breaks the warranty seal. It is not renewed, and … */
export const sealWords = (names: readonly string[]): string =>
  `Breaks the ${wordList(names.map(lower))}. A seal is not renewed, and the maker's warranty may end by it.`;

/** What is wrong with a field of a new ticket, and what belongs there. */
export const NEW_TICKET_WORDS: Readonly<Record<NewTicketField, string>> = {
  customer: "Whose machine is it? Write the customer's name.",
  phone: "A phone number has at most 200 characters.",
  fault: "What is wrong, in the customer's words?",
  code: "A code has at most 200 characters.",
  serial: "A serial number has at most 200 characters.",
  condition: "At most 2000 characters.",
  signs: "Say what was seen of the battery by ticking it.",
  work: "Say what the customer wants done.",
  parts: "Choose parts of this machine.",
  intake:
    "Something that was noted of the machine is too long, or no number. Look at adapter, data and marks.",
  consents: "Say for each consent what the customer answered.",
  mode: "Choose book or short.",
  promised: "Choose the day it is promised for.",
  maker: "At most 200 characters.",
  model: "At most 200 characters.",
  width: "Millimetres, like 358. Leave it empty if nobody measured it.",
  height: "Millimetres, like 240. Leave it empty if nobody measured it.",
};

/** Why one ticket cannot be worked on as it is, and what to do. */
export function troubleWords(trouble: TicketTrouble): string {
  switch (trouble.type) {
    case "guide-gone":
      return "The guide version this job was begun with is not in the database. Restore it from a back-up.";
    case "guide-broken":
      return `The guide of this job cannot be read (at ${trouble.path === "" ? "the whole" : trouble.path}). Take a mended guide file in.`;
    case "code-gone":
      return `The guide no longer has the code ${trouble.code}. Take a guide file in that has it.`;
    case "event-kind-unknown":
    case "event-newer":
      return `The record of this job has a step (${trouble.kind}) that a newer version of the program wrote. Update the program to go on.`;
    case "event-broken":
      return `A step in the record of this job (${trouble.kind}) is damaged. Restore it from a back-up.`;
    case "job-empty":
      return "The job names no part. Change the job.";
    case "part-unknown":
    case "id-unknown":
    case "joint-unknown":
      return `The guide has changed and no longer has "${trouble.id}". Change the job.`;
    case "joint-permanent":
      return `"${trouble.id}" is made for good and cannot be opened. Change the job.`;
    case "no-plan":
      return "No sequence frees these parts any more. Change the job, or look at the guide.";
    case "not-finished":
      return "No sequence for these parts was found. Name fewer parts, or look at the guide.";
    case "not-now":
      return "The server is busy. Open the job again in a moment.";
    case "ledger-broken":
      return `The record of this job does not fit its guide: ${trouble.why}.`;
    default:
      return unreachable(trouble);
  }
}

/** Why a decision was not carried out. */
export function decideErrorWords(error: DecideError): string {
  if (isDeedRefusal(error)) return deedRefusalWords(error);
  switch (error.type) {
    case "ticket-unknown":
      return "There is no such ticket.";
    case "busy":
      return "Somebody is working on this ticket just now; nothing was changed. Try again.";
    case "soak-not-passed":
      return `Nothing was changed. ${verdictWords(error.verdict)} Write down why it goes out all the same, or run it.`;
    case "id-taken":
      return deedRefusalWords(error);
    default:
      return `Nothing was changed. ${troubleWords(error)}`;
  }
}

/** Why something was not written about a ticket. */
export function deedRefusalWords(refusal: DeedRefusal | { readonly type: "id-taken" }): string {
  switch (refusal.type) {
    case "id-taken":
      return "Nothing was changed: this was sent before with other content. Reload the page.";
    case "moved-on":
      return `Nothing was changed: this ticket waits for ${WAIT_WORDS[refusal.waits].short} now. The page shows it as it is.`;
    case "quote-unknown":
      return `Nothing was changed: there is no quote ${refusal.number} on this ticket.`;
    case "quote-unnamed":
      return "Nothing was changed: say which quote the yes is to.";
    case "quote-over":
      return `Nothing was changed: that quote held until ${refusal.until}. Make a new one.`;
    case "agreed-to-other":
      return `Nothing was changed: there is a yes to quote ${refusal.number} already. Did they change their mind? Press Not yet first, then Yes for the other one.`;
    case "order-unknown":
      return `Nothing was changed: there is no order ${refusal.order} on this ticket.`;
    case "order-is":
      return `Nothing was changed: that order ${ORDER_WORDS[refusal.state]} by now.`;
    case "nothing-found":
      return "Nothing was changed: no fault was named on this ticket.";
    case "owed":
      return `Nothing was changed: ${moneyWords(refusal.cents)} is still to be paid. Take the payment first.`;
    case "payment-unknown":
      return "Nothing was changed: that payment is not there, or was taken back already.";
    case "still-open":
      return refusal.what === "consent"
        ? "Nothing was changed: the customer has not agreed to everything yet. Settle what is open under Consent first."
        : "Nothing was changed: a part is still on its way. Take it in, send it back or cancel the order first.";
    case "price-unsaid":
      return "Nothing was changed: nobody named a price for this job. Take the payment, or say why it goes out without one.";
    case "begun":
      return "Nothing was changed: the machine has been opened for this job. Its code and its kind of work stay as they are.";
    case "too-much":
      return `Nothing was changed: only ${moneyWords(Math.max(0, refusal.owed))} is still to be paid.`;
    default:
      return unreachable(refusal);
  }
}

/** Why nothing was put right, and what to do. */
export function correctErrorWords(error: CorrectError): string {
  switch (error.type) {
    case "no-such-part":
      return `Nothing was changed: the other machine has no ${error.part.toLowerCase()}. Change the job first.`;
    case "no-part":
      return "Nothing was changed: no part is named yet. Find the fault, or change the job.";
    case "code-not-known":
    case "more-than-there-are":
    case "promise-over":
    case "no-sequence":
      return Object.values(takeInErrorWords(error)).join(" ");
    default:
      return decideErrorWords(error);
  }
}

/** How far an order is. */
export const ORDER_WORDS: Readonly<Record<OrderState, string>> = {
  "under-way": "is on its way",
  fits: "is here and fits",
  wrong: "came, and is the wrong part",
  "sent-back": "was sent back",
  cancelled: "was cancelled",
};

/** Cents as an amount. 123456 → "1,234.56" */
export const moneyWords = (cents: number): string =>
  (cents / 100).toLocaleString("en", { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** Why a job did not go over to the newest version of its guide. */
export function renewErrorWords(error: RenewError): string {
  switch (error.type) {
    case "nothing-newer":
      return "This job goes by the newest version already.";
    case "goes-against":
      return `It keeps its version: what was done on this machine (${doneWords(error.guide, error.entry)}) goes against the new one.`;
    case "change-too-late":
      return "The build-up has begun, or the ticket has left the bench: it keeps its version.";
    default:
      return changeJobErrorWords(error);
  }
}

const doneWords = (guide: Guide, entry: Entry): string =>
  entry.do === "release" || entry.do === "lift" ? lowered(stepWords(guide, entry)) : "a step";

const lowered = (sentence: string): string => sentence[0]!.toLowerCase() + sentence.slice(1);

/** Why a ticket kept its job. */
export function changeJobErrorWords(error: ChangeJobError): string {
  switch (error.type) {
    case "ticket-unknown":
      return "There is no such ticket.";
    case "change-too-late":
      return "The build-up has begun, or the ticket has left the bench: its job cannot be changed.";
    case "busy":
      return "Somebody is working on this ticket just now; it keeps its job. Try again.";
    case "no-plan":
      return "Nothing that may be opened frees these parts; the ticket keeps its job.";
    default:
      return `The ticket keeps its job. ${troubleWords(error)}`;
  }
}

/** Why a machine was not taken in, by the field that says it. */
export function takeInErrorWords(
  error: TakeInError,
): Readonly<Partial<Record<NewTicketField, string>>> {
  switch (error.type) {
    case "code-not-known":
      return {
        code:
          `No guide has the code "${error.code}". Look at the underside again, or take it in as a new model: ` +
          "write its maker and its name. Or leave the code empty for now.",
      };
    case "part-not-here":
      return { parts: `This machine has no part "${error.part}".` };
    case "more-than-there-are":
      return { intake: "More screws were marked as missing than that lot has. Take a mark away." };
    case "promise-over":
      return { promised: "That day is over. Choose today, or a later one." };
    case "no-sequence":
      return { parts: "No sequence frees these parts. Choose others, or look at the guide." };
    default:
      return unreachable(error);
  }
}
