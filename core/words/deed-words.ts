import { unreachable } from "../base/result.ts";
import type {
  Block,
  CallAbout,
  CallOutcome,
  Consent,
  Correctable,
  Correction,
  DataChoice,
  MarkKind,
  OldWay,
  WayOfAnswer,
  WayOfPaying,
  Work,
} from "../ticket/index.ts";
import { moneyWords } from "./ticket-words.ts";
import { dayName } from "./day-words.ts";
import { capital, type NamedGuide, partWord, wordList } from "./names.ts";

/** What a customer brings a machine for. */
export const WORK_WORDS: Readonly<Record<Work, string>> = {
  replace: "Replace parts",
  find: "Find out what it is",
  upgrade: "Upgrade",
  clean: "Clean and repaste",
  cosmetic: "Feet, stickers, polish",
};

/** What a customer waits to hear. */
export const CALL_WORDS: Readonly<Record<CallAbout, string>> = {
  ready: "It is ready",
  day: "The day has changed",
  held: "Something came up at the bench",
  quote: "The price",
  consent: "What he has to agree to",
};

export const CALL_OUTCOME_WORDS: Readonly<Record<CallOutcome, string>> = {
  reached: "Reached",
  "left-word": "Left word",
  "no-answer": "No answer",
};

/** What can be put right of a ticket, by what it is called there. */
const CORRECTABLE_WORDS: Readonly<Record<Correctable, string>> = {
  customer: "Customer",
  phone: "Phone",
  fault: "Fault",
  code: "Code",
  serial: "Serial number",
  condition: "Condition",
  promised: "Promised for",
  work: "Work",
};

/** What was put right. → Phone: "0550 1" is now "0550 2" */
export function correctionWords({ field, was, is }: Correction): string {
  const said = (text: string): string => {
    if (text === "") return "nothing";
    return field === "work" ? WORK_WORDS[text as Work] : `“${text}”`;
  };
  return `${CORRECTABLE_WORDS[field]}: ${said(was)} is now ${said(is)}`;
}

export const CONSENT_NAMES: Readonly<Record<Consent, string>> = {
  seal: "Breaking the seal",
  risk: "The risk of opening it",
  data: "Data may be lost",
};

export const WAY_OF_ANSWER_WORDS: Readonly<Record<WayOfAnswer, string>> = {
  counter: "At the counter",
  phone: "By phone",
  message: "By message",
};

export const WAY_OF_PAYING_WORDS: Readonly<Record<WayOfPaying, string>> = {
  cash: "Cash",
  card: "Card",
  transfer: "Transfer",
};

export const OLD_WAY_WORDS: Readonly<Record<OldWay, string>> = {
  returned: "Back to the customer",
  recycled: "Recycled",
  "kept-as-spare": "Kept as a spare",
  "lithium-box": "Lithium box, collected by a licensed carrier",
};

export const DATA_WORDS: Readonly<Record<DataChoice, string>> = {
  "backed-up": "Backed up by the owner",
  "not-backed-up": "Not backed up",
  clone: "Clone to the new drive",
  fresh: "Fresh system on the new drive",
  wipe: "Wipe, by written order",
};

export const PASSWORD_WORDS = {
  none: "No password",
  "owner-present": "The owner types it",
  guest: "A guest account is set up",
  "sealed-note": "Sealed note in the bag, back at collection",
} as const;

export const MARK_WORDS: Readonly<Record<MarkKind, string>> = {
  dent: "Dent",
  crack: "Crack",
  scratch: "Scratch",
  bulge: "Bulge",
  sticker: "Sticker",
  "foot-missing": "Foot missing",
  "screw-missing": "Screw missing",
  liquid: "Trace of liquid",
};

/** That a part is ordered as another one, to which it is joined for good; undefined: it is ordered as itself. */
export const joinedWords = (guide: NamedGuide, part: string, unit: string): string | undefined =>
  part === unit
    ? undefined
    : `${capital(partWord(guide, part))} and ${partWord(guide, unit)} are joined for good: the ${partWord(guide, unit)} is ordered`;

/** What stands in a ticket's way, and what would move it on. `partName` names a part of its guide. */
export function blockStandsWords(block: Block, partName: (id: string) => string): string {
  const parts = (ids: readonly string[]) => wordList(ids.map(partName));
  switch (block.type) {
    case "consent":
      return block.isRefused
        ? `${CONSENT_NAMES[block.about]}: the customer does not agree. Agree on something else, or give it back.`
        : `${CONSENT_NAMES[block.about]}: the customer has not answered yet. Ask.`;
    case "held":
      return `Put down at the bench (${block.note}). A new word of the customer moves it on.`;
    case "not-agreed":
      return `The job has grown by the ${parts(block.parts)}: no agreed quote has that. Make another quote.`;
    case "quote-over":
      return `Quote ${block.number} held until ${dayName(block.until)}. Make a new one.`;
    case "wrong-part":
      return `Wrong part: ${block.order.offer.name} came as ${block.order.arrived?.code ?? "another code"}, ordered as ${block.order.offer.code}. Send it back, and order again.`;
    case "too-soon":
      return `The parts come on ${dayName(block.parts)} at the earliest: ${dayName(block.promised)} cannot be kept.`;
    case "late":
      return `Late by ${block.days === 1 ? "a day" : `${block.days} days`}: ${block.order.offer.name}, due ${dayName(block.order.due)}. Ask the supplier.`;
    case "not-ordered":
      return `Not ordered: ${parts(block.parts)}.`;
    case "unproven":
      return "Not proven yet: run the soak, and try out what was opened.";
    case "owed":
      return `${moneyWords(block.cents)} is still to be paid.`;
    default:
      return unreachable(block);
  }
}
