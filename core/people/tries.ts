/** Wrong tries in a row, of a person or from an address. Times in ms. */
export interface Tries {
  readonly wrong: number;
  readonly last: number;
}

/**
 * Whose tries they are. `person`: at one person, from wherever nobody knows; `device`: at one person, from a screen that
 * person was signed in at before, so that strangers keep nobody out; `address`: many people are behind it; `shop`: all
 * from wherever nobody knows.
 */
export type TriesOf = "person" | "device" | "address" | "shop";

const MINUTE = 60_000;
/** So many are free; then the waits grow to the longest. Person and one device come to fewer than a hundred a day. */
const LIMITS: Readonly<Record<TriesOf, { readonly free: number; readonly longest: number }>> = {
  person: { free: 4, longest: 30 * MINUTE },
  device: { free: 4, longest: 60 * MINUTE },
  address: { free: 12, longest: 15 * MINUTE },
  shop: { free: 60, longest: MINUTE },
};
const FIRST_WAIT_MS = 5_000;
/** After so long without a try, all is forgotten. */
const FORGOTTEN_MS = 24 * 3_600_000;

/**
 * How long after the last wrong try the next one is heard: nothing for the first few, then 5 s, doubled by each,
 * up to the longest. person [4, 5, 6, 20] → 0, 5 s, 10 s, 30 min
 */
export function waitAfter(of: TriesOf, wrong: number): number {
  const { free, longest } = LIMITS[of];
  const over = wrong - free;
  return over <= 0 ? 0 : Math.min(longest, FIRST_WAIT_MS * 2 ** (over - 1));
}

/** How long from now until a try is heard; 0: it is. A clock that was put back does not lock anybody out for longer. */
export function waitLeft(of: TriesOf, { wrong, last }: Tries, now: number): number {
  const wait = waitAfter(of, wrong);
  const left = last + wait - now;
  return Math.max(0, Math.min(left, wait));
}

/** The tries after another wrong one. */
export function afterWrong(tries: Tries | undefined, now: number): Tries {
  const isOld = tries === undefined || now - tries.last > FORGOTTEN_MS;
  return { wrong: isOld ? 1 : tries.wrong + 1, last: now };
}
