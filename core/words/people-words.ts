import { unreachable } from "../base/result.ts";
import {
  type Doing,
  PHRASE_LENGTH,
  PIN_DIGITS,
  type PinError,
  type Role,
  whoMay,
} from "../people/index.ts";
import { wordList } from "./names.ts";

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  lead: "Lead",
  technician: "Technician",
  "front-desk": "Front desk",
  learner: "Learner",
};

const WHO: Readonly<Record<Role, string>> = {
  lead: "the lead",
  technician: "a technician",
  "front-desk": "the front desk",
  learner: "a learner",
};

export const DOING_WORDS: Readonly<Record<Doing, string>> = {
  see: "see this",
  "take-in": "take a machine in",
  "find-out": "find out what it is",
  decide: "settle this with the customer",
  release: "undo a payment or a hand-back, or let go unpaid",
  price: "make a quote",
  order: "order parts",
  tick: "write steps at the bench",
  "close-short": "close a job whose count is off",
  "change-job": "change a job",
  reopen: "open a job again",
  soak: "keep a soak",
  note: "write a note",
  photo: "take pictures",
  "take-away": "take away what somebody else wrote",
  guide: "change guides",
  teach: "settle what machines teach a guide",
  stock: "change the stock",
  unpack: "take a packed ticket in",
  pack: "take a ticket out as a pack",
  pin: "put a ticket first",
  habit: "change this",
  practise: "practise",
  export: "take the lists out",
  progress: "see how others work and learn",
  rates: "change what the shop reckons by",
  hours: "change hours and places",
  people: "change who works here",
  customer: "hand out or erase a customer's data",
};

/** ["guide"] → Only the lead or a technician may change guides. */
export function whoMayWords(doing: Doing): string {
  const roles = doing === "take-away" ? (["lead"] as const) : whoMay(doing);
  return `Only ${wordList(
    roles.map((role) => WHO[role]),
    "or",
  )} may ${DOING_WORDS[doing]}.`;
}

/** Why something was refused, and what to do. */
export const notAllowedWords = (doing: Doing): string =>
  `${whoMayWords(doing)} Nothing was written: hand the screen over to them.`;

export function pinErrorWords(error: PinError): string {
  switch (error.type) {
    case "pin-form":
      return `A PIN has ${PIN_DIGITS.fewest} to ${PIN_DIGITS.most} digits.`;
    case "pin-weak":
      return "Too easy to guess: no run of digits, nothing that repeats itself, none of the common ones.";
    case "pin-wrong":
      return "That is not the PIN you have now.";
    case "phrase-form":
      return `A passphrase has ${PHRASE_LENGTH.fewest} characters or more, up to ${PHRASE_LENGTH.most}: four or five words that do not belong together.`;
    case "phrase-weak":
      return "Too easy to guess: it is the same few letters over and over.";
    default:
      return unreachable(error);
  }
}

/** Why nobody was let in. Waits in ms. */
export function signInErrorWords(error: {
  readonly type: "wrong" | "wait";
  readonly wait?: number;
}): string {
  if (error.type === "wrong")
    return "That is not this person's PIN. Try again, or ask the lead for a new one.";
  const seconds = Math.ceil((error.wait ?? 0) / 1000);
  const time = seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
  return `Too many wrong tries. Try again in ${time}; the lead can give a new PIN.`;
}

/** Why nothing was changed about who works here. */
export function peopleErrorWords({
  type,
}: {
  readonly type: "person-unknown" | "name-taken" | "last-lead";
}): string {
  switch (type) {
    case "person-unknown":
      return "Nobody of that name works here any more. Load the page again.";
    case "name-taken":
      return "Somebody of that name works here already: add a letter of the family name.";
    case "last-lead":
      return "Nobody would be left who may change this: make somebody else the lead first.";
    default:
      return unreachable(type);
  }
}

const RECORDED: Readonly<Record<string, string>> = {
  "wrong-pin": "a wrong PIN was tried",
  "signed-in": "came in",
  "signed-out": "signed out",
  "person-added": "added somebody",
  "person-changed": "changed what somebody is, or that they have left",
  "pin-set": "set a PIN",
  setting: "changed a setting",
  "taken-away": "took a note or a picture away",
  exported: "took a list out",
  "customer-exported": "handed a customer's data out",
  "customer-erased": "took a customer out of the record",
};

/** What an entry of the record says that somebody did; one of a later version by its own name. */
export const recordWords = (what: string): string => RECORDED[what] ?? what;
