/** What is wrong with a PIN. */
export type PinError =
  { readonly type: "pin-form" } | { readonly type: "pin-weak" } | { readonly type: "pin-wrong" };

const FEWEST = 4;
const MOST = 8;
export const PIN_DIGITS = { fewest: FEWEST, most: MOST } as const;

/**
 * What is wrong with a PIN that somebody chooses: four to eight digits, not one digit again and again, not a run.
 * ["4711", "12a4", "5555", "2345", "8765"] → undefined, form, weak, weak, weak
 */
export function pinError(pin: string): PinError | undefined {
  if (!new RegExp(`^\\d{${FEWEST},${MOST}}$`).test(pin)) return { type: "pin-form" };
  const steps = [...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i]));
  const isRun = [-1, 0, 1].some((step) => steps.every((one) => one === step));
  return isRun ? { type: "pin-weak" } : undefined;
}

/** A PIN of digits drawn by `below(n)`, which gives a whole number from 0 to n − 1; never a weak one. */
export function drawnPin(below: (n: number) => number, digits = 6): string {
  for (;;) {
    const pin = Array.from({ length: digits }, () => below(10)).join("");
    if (pinError(pin) === undefined) return pin;
  }
}
