/** Somebody who is signed in at a screen. Times in ms. */
export interface Session {
  readonly person: string;
  /** The browser, by an id of its own. */
  readonly screen: string;
  readonly made: number;
  readonly seen: number;
  readonly ended: boolean;
}

/** Idle minutes after which a session is over. */
export const IDLE_MINUTES = { fewest: 5, usual: 12 * 60, most: 7 * 24 * 60 } as const;

/** However much is done in it, a session is over after so many days. */
const LONGEST_MS = 7 * 24 * 60 * 60_000;

/** Whether a session still counts. A clock that was put back ends none. */
export const isOpen = ({ ended, seen, made }: Session, now: number, idleMinutes: number): boolean =>
  !ended && now - seen <= idleMinutes * 60_000 && now - made <= LONGEST_MS;

/** Clocks of two machines may be so far apart. */
const SKEW_MS = 5 * 60_000;

/** Whether somebody was signed in at a moment, as far as two clocks tell. Times in ms; `over`: when it was ended. */
export function wasOpen(
  { made, seen, over }: Pick<Session, "made" | "seen"> & { readonly over: number | undefined },
  at: number,
  idleMinutes: number,
): boolean {
  const end = over ?? Math.min(seen + idleMinutes * 60_000, made + LONGEST_MS);
  return at >= made - SKEW_MS && at <= end + SKEW_MS;
}

/**
 * A moment by the clock of a screen, as the shop's clock has it: what the screen's clock says now tells how far apart
 * they are. Up to a minute is the way there. Times in ms. [10:00, 9:00, 12:00] → 13:00
 */
export const byOurClock = (at: number, theirNow: number, now: number): number =>
  Math.abs(now - theirNow) > 60_000 ? at + now - theirNow : at;
