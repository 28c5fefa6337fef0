/** Wrong tries in a row, of a person or from an address. Times in ms. */
export interface Tries {
  readonly wrong: number;
  readonly last: number;
}

/** Whose tries they are: an address has many people behind it. */
export type TriesOf = "person" | "address";

const FREE: Readonly<Record<TriesOf, number>> = { person: 4, address: 12 };
const FIRST_WAIT_MS = 5_000;
const LONGEST_WAIT_MS = 15 * 60_000;
/** After so long without a try, all is forgotten. */
const FORGOTTEN_MS = 24 * 3_600_000;

/**
 * How long after the last wrong try the next one is heard: nothing for the first few, then 5 s, doubled by each,
 * 15 min at most. person [4, 5, 6, 20] → 0, 5 s, 10 s, 15 min
 */
export function waitAfter(of: TriesOf, wrong: number): number {
  const over = wrong - FREE[of];
  return over <= 0 ? 0 : Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (over - 1));
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
