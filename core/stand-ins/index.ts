export { GOOD_MACHINE, simulatedProbe, type ProbeMachine } from "./probe.ts";
export { parseCaliperLine, simulatedCaliper } from "./caliper.ts";
export { batteryState, type BatteryState, type GaugeReading } from "./battery-gauge.ts";
