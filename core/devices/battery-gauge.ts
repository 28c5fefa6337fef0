import { reader, readJson } from "../base/ajv.ts";
import { seeded } from "../base/seeded.ts";

/** What a battery says of itself. */
export interface GaugeReading {
  /** Wh */
  readonly design: number;
  readonly full: number;
  readonly cycles: number;
  readonly volts: number;
  readonly celsius: number;
}

/** What no pack can be: the gauge, or how it is clipped on, is wrong. */
export type GaugeOddity = "design" | "full" | "cycles" | "volts" | "celsius";

/** Bounds of a laptop's pack: Wh, cycles, V (one to six cells), °C. */
const BOUNDS: Readonly<Record<GaugeOddity, readonly [least: number, most: number]>> = {
  design: [5, 250],
  full: [0, 260],
  cycles: [0, 10_000],
  volts: [2, 27],
  celsius: [-20, 100],
};

/** Above this a pack is not worked on: it is hot for a reason. °C */
const HOT_PACK = 45;
export const isHotPack = ({ celsius }: GaugeReading): boolean => celsius > HOT_PACK;

/** The figures of a reading that cannot be. Full charge is at most a tenth above the design. */
export function gaugeOddities(reading: GaugeReading): readonly GaugeOddity[] {
  const odd = (Object.keys(BOUNDS) as GaugeOddity[]).filter((key) => {
    const [least, most] = BOUNDS[key];
    return !(reading[key] >= least && reading[key] <= most);
  });
  const isOver = reading.full > 1.1 * reading.design;
  return isOver && !odd.includes("full") ? [...odd, "full"] : odd;
}

export interface BatteryState {
  /** Share of the design capacity that is gone, %. */
  readonly wear: number;
  /** Running time at so many watts, hours. */
  readonly hours: number;
  readonly verdict: "good" | "middling" | "worn";
}

/** Wear = 1 − full ÷ design; running time = full ÷ watts. 48 and 36 Wh at 9 W → 25 %, 4 h */
export function batteryState({ design, full, cycles }: GaugeReading, watts: number): BatteryState {
  const wear = Math.max(0, Math.round((1 - full / design) * 100));
  const hours = Math.round((full / watts) * 10) / 10;
  const verdict = wear >= 40 || cycles > 800 ? "worn" : wear >= 20 ? "middling" : "good";
  return { wear, hours, verdict };
}

/** A simulated gauge: the lines it would send for a pack that has gone through so many cycles. */
export function simulatedGauge(seed: number, design: number, cycles: number): () => string {
  const random = seeded(seed);
  const lost = Math.min(0.7, 0.00035 * cycles + 0.04 * random());
  return () => {
    const reading: GaugeReading = {
      design,
      full: Math.round(design * (1 - lost) * (0.995 + 0.01 * random()) * 10) / 10,
      cycles,
      volts: Math.round((11.1 + 0.6 * random()) * 100) / 100,
      celsius: Math.round((23 + 3 * random()) * 10) / 10,
    };
    return `${JSON.stringify(reading)}\r\n`;
  };
}

const number = { type: "number" };
const readLine = reader<GaugeReading>({
  type: "object",
  required: ["design", "full", "cycles", "volts", "celsius"],
  properties: { design: number, full: number, cycles: number, volts: number, celsius: number },
});

/** What a gauge sends on its line: one reading as JSON; undefined for anything else. */
export function parseGaugeLine(line: string): GaugeReading | undefined {
  const read = readJson(readLine, line);
  return read.ok ? read.value : undefined;
}
