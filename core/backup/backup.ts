/** What is known of back-ups: the last good one, and what went wrong since. */
export interface BackupState {
  readonly good?: {
    /** ISO. */
    readonly at: string;
    readonly folder: string;
    readonly bytes: number;
    readonly photos: number;
  };
  readonly bad?: { readonly at: string; readonly why: string };
}

export type BackupError =
  /** There is no back-up, or none that can be read. */
  | { readonly type: "no-backup" }
  /** A file of it is missing, or another one than was written. */
  | { readonly type: "file-broken"; readonly name: string }
  | { readonly type: "database-broken"; readonly why: string }
  /** It is locked, and no key was given that could open any. */
  | { readonly type: "no-key" }
  /** It is locked for another key than the one that was given. */
  | { readonly type: "other-key" };

/** Why a shop was not taken over into another database. */
export type MoveError =
  /** There is a shop where it was to go. */
  | { readonly type: "not-empty" }
  /** What was read back of a table is not what was written; nothing was kept. */
  | { readonly type: "not-the-same"; readonly table: string };

/** Where a back-up goes every night, when (by the clock of the machine), and how many are kept. */
export interface Nightly {
  readonly to: string;
  readonly hour: number;
  readonly minute: number;
  readonly keep: number;
  /** The key that they are locked with (`age1…`); none: anybody who has one can read it. */
  readonly key: string | undefined;
}

/** When a nightly back-up is made next: the next time it is so late, by the clock of this machine. */
export function nextNight(now: Date, hour: number, minute: number): Date {
  const next = new Date(now);
  next.setHours(hour, minute, 0, 0);
  if (next <= now) next.setDate(next.getDate() + 1);
  return next;
}
