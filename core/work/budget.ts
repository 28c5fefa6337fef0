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

/** Runs from when it is made. */
export class Timer {
  private readonly end: number;

  constructor(private readonly budget: Budget = SERVER_BUDGET) {
    this.end = budget.now() + budget.ms;
  }

  get isOver(): boolean {
    return this.budget.now() >= this.end;
  }
}
