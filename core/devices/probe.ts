import { seeded } from "../base/seeded.ts";
import type { Reading } from "../soak/index.ts";

/** How the machine on the simulated probe is. */
export interface ProbeMachine {
  /** Rise for each watt once settled, K/W: about 1.4 with good paste, 2 with dry paste. */
  readonly resistance: number;
  readonly fanRpm: number;
  readonly watts: number;
  readonly ambient: number;
  /** Memory errors in each minute of load. */
  readonly memoryFaults: number;
  /** Crashes in each hour of load. */
  readonly crashes: number;
}

export const GOOD_MACHINE: ProbeMachine = {
  resistance: 1.4,
  fanRpm: 3400,
  watts: 28,
  ambient: 22,
  memoryFaults: 0,
  crashes: 0,
};

/** Seconds in which a cooler comes two thirds of the way to where it settles. */
const LAG = 25;

/**
 * A simulated probe: a machine that warms up under load as one thermal mass does, dT/dt = (P · R −
 * (T − room)) ÷ lag, with the noise of a cheap sensor. The same seed gives the same readings, one for
 * each call, `step` seconds apart.
 */
export function simulatedProbe(seed: number, machine: ProbeMachine, step = 1): () => Reading {
  const random = seeded(seed);
  const noise = (size: number): number => size * (random() + random() + random() - 1.5);
  const hasFan = machine.fanRpm > 0;
  let rise = 6;
  let errors = 0;
  let t = 0;
  return () => {
    const watts = machine.watts + noise(1.2);
    const resistance = machine.resistance * (hasFan ? 1 : 1.7);
    rise += (watts * resistance - rise) * (1 - Math.exp(-step / LAG));
    if (random() < (machine.memoryFaults * step) / 60) errors += 1;
    const reading: Reading = {
      t,
      celsius: Math.round((machine.ambient + rise + noise(0.8)) * 10) / 10,
      ambient: machine.ambient,
      fanRpm: hasFan ? Math.round(machine.fanRpm * Math.min(1, 0.4 + rise / 50) + noise(60)) : 0,
      watts: Math.max(0.5, Math.round(watts * 10) / 10),
      memoryErrors: errors,
      ...(random() < (machine.crashes * step) / 3600 ? { event: "crash" as const } : {}),
    };
    t += step;
    return reading;
  };
}
