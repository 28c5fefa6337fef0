export { GOOD_MACHINE, simulatedProbe, type ProbeMachine } from "./probe.ts";
export { parseCaliperLine, simulatedCaliper } from "./caliper.ts";
export {
  batteryState,
  gaugeOddities,
  isHotPack,
  parseGaugeLine,
  simulatedGauge,
  type BatteryState,
  type GaugeOddity,
  type GaugeReading,
} from "./battery-gauge.ts";
export { simulatedScanner } from "./scanner.ts";
