/** What is printed on an adapter or a machine. V, A, W; `centre`: what the middle of the plug carries. */
export interface Supply {
  readonly volts: number;
  readonly amps: number;
  /** The plug, as it is called: its size, or "usb-c". */
  readonly plug: string;
  readonly centre?: "plus" | "minus";
}

export type AdapterFault =
  | { readonly type: "wrong-plug"; readonly has: string; readonly needs: string }
  | { readonly type: "wrong-polarity"; readonly has: string; readonly needs: string }
  | { readonly type: "volts-high"; readonly has: number; readonly needs: number }
  | { readonly type: "volts-low"; readonly has: number; readonly needs: number }
  | { readonly type: "amps-short"; readonly has: number; readonly needs: number };

export interface AdapterState {
  /** `charges`: it runs and charges; `slow`: it runs, or charges when it is off; `no`: not to be plugged in. */
  readonly verdict: "fits" | "slow" | "no";
  /** W, what it gives and what is asked for. */
  readonly gives: number;
  readonly needs: number;
  readonly faults: readonly AdapterFault[];
}

/** Volts within this share of what is printed on the machine are the same: 19, 19.5 and 20 V are sold for one another. */
const SAME_VOLTS = 0.055;

/**
 * An adapter against what the machine asks for. More amps are no fault: the machine takes what it needs. A plug of USB-C
 * agrees on its volts by itself: there only the watts count.
 */
export function adapterState(has: Supply, needs: Supply): AdapterState {
  const faults: AdapterFault[] = [];
  const isAgreed = plainPlug(has.plug) === "usbc" && plainPlug(needs.plug) === "usbc";
  if (plainPlug(has.plug) !== plainPlug(needs.plug)) {
    faults.push({ type: "wrong-plug", has: has.plug, needs: needs.plug });
  }
  if (has.centre !== undefined && needs.centre !== undefined && has.centre !== needs.centre) {
    faults.push({ type: "wrong-polarity", has: has.centre, needs: needs.centre });
  }
  if (!isAgreed && has.volts > needs.volts * (1 + SAME_VOLTS)) {
    faults.push({ type: "volts-high", has: has.volts, needs: needs.volts });
  }
  if (!isAgreed && has.volts < needs.volts * (1 - SAME_VOLTS)) {
    faults.push({ type: "volts-low", has: has.volts, needs: needs.volts });
  }
  const [gives, asked] = [has.volts * has.amps, needs.volts * needs.amps];
  const isShort = isAgreed ? gives < asked * 0.99 : has.amps < needs.amps * 0.99;
  if (isShort) faults.push({ type: "amps-short", has: has.amps, needs: needs.amps });
  const isWrong = faults.some(({ type }) => type !== "amps-short");
  return {
    verdict: isWrong ? "no" : isShort ? "slow" : "fits",
    gives: Math.round(gives * 10) / 10,
    needs: Math.round(asked * 10) / 10,
    faults,
  };
}

/** 5.5 × 2.5 mm, 5.5x2.5 and 5.5*2.5 are one plug. */
const plainPlug = (plug: string): string =>
  plug
    .toLowerCase()
    .replace(/[×*]/g, "x")
    .replace(/mm|[\s_-]/g, "");
