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

/** Whether a session still counts. A clock that was put back ends none. */
export const isOpen = ({ ended, seen }: Session, now: number, idleMinutes: number): boolean =>
  !ended && now - seen <= idleMinutes * 60_000;
