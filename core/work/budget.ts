/** How long a plan may take: it answers by then with what it knows. */
export interface Budget {
  readonly ms: number;
  /** A clock, in milliseconds. */
  readonly now: () => number;
}

const clock = (): number => performance.now();
/** A plan that is made at the server. */
const SERVER_BUDGET: Budget = { ms: 2000, now: clock };
/** A plan that somebody waits for, who has just pressed a key. */
export const KEY_BUDGET: Budget = { ms: 300, now: clock };
/** A plan that was not proven in its time, sharpened while nobody waits. */
export const SHARPENING_BUDGET: Budget = { ms: 20_000, now: clock };

/** What of the time is for least work; the rest is for the order of the steps. */
const WORK_SHARE = 0.85;

/** Runs from when it is made. */
export class Timer {
  private readonly begin: number;

  constructor(
    private readonly budget: Budget = SERVER_BUDGET,
    private readonly share = 1,
  ) {
    this.begin = budget.now();
  }

  /** A timer of the same time that ends when the share for least work is used up. */
  get forWork(): Timer {
    return new Timer(this.budget, this.share * WORK_SHARE);
  }

  get isOver(): boolean {
    return this.budget.now() >= this.begin + this.share * this.budget.ms;
  }
}
