/** What a battery says of itself. */
export interface GaugeReading {
  /** Wh */
  readonly design: number;
  readonly full: number;
  readonly cycles: number;
  readonly volts: number;
  readonly celsius: number;
}

export interface BatteryState {
  /** Share of the design capacity that is gone, %. */
  readonly wear: number;
  /** Running time at so many watts, hours. */
  readonly hours: number;
  readonly says: string;
}

/** Wear = 1 − full ÷ design; running time = full ÷ watts. 48 and 36 Wh at 9 W → 25 %, 4 h */
export function batteryState({ design, full, cycles }: GaugeReading, watts: number): BatteryState {
  const wear = Math.max(0, Math.round((1 - full / design) * 100));
  const hours = Math.round((full / watts) * 10) / 10;
  const says =
    wear >= 40 || cycles > 800
      ? "worn: offer a new one"
      : wear >= 20
        ? "middling: tell the customer"
        : "good";
  return { wear, hours, says };
}
