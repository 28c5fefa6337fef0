/**
 * How much a search may do, counted in *looks*: its own inner steps, weighed so that a look takes about as long in one
 * place as in another (some thirty thousand in a millisecond). There is no clock in it: the same question
 * ends at the same look on every machine, and gives the same answer.
 */
export class Meter {
  private spent = 0;

  constructor(
    private readonly limit: number,
    private readonly whole?: Meter,
  ) {}

  spend(looks: number): void {
    this.spent += looks;
    this.whole?.spend(looks);
  }

  get isOver(): boolean {
    return this.spent >= this.limit || (this.whole?.isOver ?? false);
  }

  /** Looks so far. */
  get looks(): number {
    return this.spent;
  }

  /** A meter of its own that ends at this share of what is left, and spends of this one too. */
  part(share: number): Meter {
    return this.upTo(share * Math.max(0, this.limit - this.spent));
  }

  /** A meter of its own that ends after so many looks, and spends of this one too. */
  upTo(looks: number): Meter {
    return new Meter(looks, this);
  }
}
