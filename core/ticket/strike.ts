/**
 * Fields of deeds, bench entries and intakes that hold what a person typed in words. A name is struck from these alone:
 * keys, ids, kinds and numbers are never touched, whatever a customer is called.
 */
const WORD_FIELDS: ReadonlySet<string> = new Set([
  "note",
  "words",
  "why",
  "explained",
  "how",
  "where",
  "to",
  "dataNote",
  "came",
  "was",
  "is",
  "release",
]);

const FEWEST_LETTERS = 2;
/** Fewer digits than these are a number like any other: on a ticket of one's own, and on anybody's. */
const FEWEST_DIGITS = { own: 3, sure: 6 } as const;

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
const ofWord = (word: string): RegExp => new RegExp(`(?<!\\p{L})${escaped(word)}(?!\\p{L})`, "giu");

/** What a person is known by in what others wrote. */
export interface Known {
  /** The whole name and the phone: nobody else is meant by them. */
  readonly sure: readonly RegExp[];
  /** Single words of the name: in what was written of their own tickets they are meant. */
  readonly own: readonly RegExp[];
}

/** How a customer is found in words: the name whole and by its words, the phone however its digits are set apart. */
export function knownBy(name: string, phone: string): Known {
  const words = name.split(/\s+/).filter((word) => word.length >= FEWEST_LETTERS);
  const whole = name.trim();
  const digits = [...phone.replace(/\D/g, "")];
  const called = new RegExp(`(?<!\\d)${digits.join("[\\s/.()-]*")}(?!\\d)`, "g");
  const isFull = words.length > 1;
  return {
    sure: [
      ...(isFull ? [ofWord(whole)] : []),
      ...(digits.length >= FEWEST_DIGITS.sure ? [called] : []),
    ],
    own: [
      ...(whole.length >= FEWEST_LETTERS ? [ofWord(whole)] : []),
      ...words.map(ofWord),
      ...(digits.length >= FEWEST_DIGITS.own ? [called] : []),
    ],
  };
}

/** A text without those words. ["Mrs Varn rang", Varn] → "Mrs … rang" */
export const struckText = (text: string, words: readonly RegExp[]): string =>
  words.reduce((rest, word) => rest.replace(word, "…"), text);

/** A record without those words in its fields of words, at any depth; the very same one where none stands there. */
export function struckRecord(value: unknown, words: readonly RegExp[]): unknown {
  if (Array.isArray(value)) {
    const items: readonly unknown[] = value;
    const after = items.map((item) => struckRecord(item, words));
    return after.some((item, i) => item !== items[i]) ? after : value;
  }
  if (typeof value !== "object" || value === null) return value;
  const entries = Object.entries(value);
  const after = entries.map(([key, item]: readonly [string, unknown]) => {
    if (typeof item !== "string") return [key, struckRecord(item, words)] as const;
    return [key, WORD_FIELDS.has(key) ? struckText(item, words) : item] as const;
  });
  const isSame = after.every(([, item], i) => item === entries[i]![1]);
  return isSame ? value : Object.fromEntries(after);
}
