import { GOOD_MACHINE, type ProbeMachine, simulatedProbe } from "../../core/devices/index.ts";
import type { Reading } from "../../core/soak/index.ts";

/** A machine under load that says how it fares: a real one sends readings over its service port. */
export interface Probe {
  /** Puts the load on and calls back for each reading; gives the way to take it off. */
  start(heard: (reading: Reading) => void): () => void;
}

/** What can be wrong with the machine on the simulated probe. */
export const PROBE_STATES: Readonly<Record<string, Partial<ProbeMachine>>> = {
  good: {},
  "dry paste": { resistance: 2.1 },
  "too little paste": { resistance: 1.65 },
  "fan unplugged": { fanRpm: 0 },
  "bad memory": { memoryFaults: 4 },
  "crashes now and then": { crashes: 4 },
  "no fan in it": { fanRpm: 0, resistance: 1, watts: 12 },
};

/** Simulated seconds go by so fast, ms. */
const FAST_MS = 40;

export function standInProbe(seed: number, state: string, step: number): Probe {
  return {
    start(heard) {
      const next = simulatedProbe(seed, { ...GOOD_MACHINE, ...PROBE_STATES[state] }, step);
      const timer = setInterval(() => heard(next()), FAST_MS);
      return () => clearInterval(timer);
    },
  };
}
