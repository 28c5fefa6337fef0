import type { Member, Role } from "./people.ts";

/** What is wrong with a PIN, or a passphrase. */
export type PinError =
  | { readonly type: "pin-form" }
  | { readonly type: "pin-weak" }
  | { readonly type: "pin-wrong" }
  | { readonly type: "phrase-form" }
  | { readonly type: "phrase-weak" };

const FEWEST = 6;
const MOST = 8;
export const PIN_DIGITS = { fewest: FEWEST, most: MOST } as const;

/** What people take first, beside runs and repeats: walks over the keys, mirrors, pairs. */
const COMMONEST: ReadonlySet<string> = new Set([
  ..."123321 112233 332211 223344 445566 159753 753159 147258 258369 147852 369258 963852".split(
    " ",
  ),
  ..."789456 456123 789123 142536 159357 357159 147369 741852 852963 951753 102030 200000".split(
    " ",
  ),
  ..."100000 111222 222333 123654 321654 654123 520520 131421 147147 789987 001122 110110".split(
    " ",
  ),
]);

/**
 * What is wrong with a PIN that somebody chooses: six to eight digits, no run, nothing that repeats itself, none of the
 * commonest. ["471108", "4711", "12a456", "555555", "234567", "471471"] → undefined, form, form, weak, weak, weak
 */
export function pinError(pin: string): PinError | undefined {
  if (!new RegExp(`^\\d{${FEWEST},${MOST}}$`).test(pin)) return { type: "pin-form" };
  const steps = [...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i]));
  const isRun = [-1, 0, 1].some((step) => steps.every((one) => one === step));
  const isRepeat = [1, 2, 3, 4].some((length) => {
    const block = pin.slice(0, length);
    return pin.length % length === 0 && block.repeat(pin.length / length) === pin;
  });
  return isRun || isRepeat || COMMONEST.has(pin) ? { type: "pin-weak" } : undefined;
}

/** Characters of a passphrase: four words or more. */
export const PHRASE_LENGTH = { fewest: 14, most: 100 } as const;
/** Fewer different ones are a key that was held down, or a word over and over. */
const FEWEST_DIFFERENT = 7;

/** Who may take a passphrase in place of a PIN: whoever may change everybody else's. */
export const mayHavePhrase = (role: Role): boolean => role === "lead";

/** What somebody of a role will type, by what they chose: a PIN of so many digits, or a passphrase. */
export function secretOf(
  text: string,
  role: Role,
): Pick<Member, "digits" | "hasPhrase"> & { readonly error: PinError | undefined } {
  if (!mayHavePhrase(role) || /^\d*$/.test(text)) {
    return { digits: text.length, hasPhrase: false, error: pinError(text) };
  }
  const { fewest, most } = PHRASE_LENGTH;
  const isForm = text.length >= fewest && text.length <= most && text.trim() === text;
  const isWeak = new Set(text.toLowerCase()).size < FEWEST_DIFFERENT;
  const type = isForm ? "phrase-weak" : "phrase-form";
  return { digits: MOST, hasPhrase: true, error: isForm && !isWeak ? undefined : { type } };
}

/** A PIN of digits drawn by `below(n)`, which gives a whole number from 0 to n − 1; never a weak one. */
export function drawnPin(below: (n: number) => number, digits = 6): string {
  for (;;) {
    const pin = Array.from({ length: digits }, () => below(10)).join("");
    if (pinError(pin) === undefined) return pin;
  }
}
