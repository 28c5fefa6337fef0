import {
  batteryState,
  gaugeOddities,
  type GaugeReading,
  isHotPack,
  parseGaugeLine,
} from "../../../core/devices/index.ts";
import { wattsFault } from "../../../core/swap/index.ts";
import { BATTERY_WORDS, GAUGE_WORDS } from "../../../core/words/index.ts";
import { useState } from "react";
import { StandInsLink } from "../../devices/stand-ins-link.tsx";
import { useDevice } from "../../devices/use-device.ts";
import { Card, NumberField } from "./swap-card.tsx";

/** The new pack on its gauge: what it holds, how long it runs, whether it is worn already. */
export function GaugeBox() {
  const [reading, setReading] = useState<GaugeReading>();
  const [watts, setWatts] = useState(9);
  useDevice("gauge", (line) => {
    const read = parseGaugeLine(line);
    if (read) setReading(read);
  });
  const odd = reading ? gaugeOddities(reading) : [];
  const state =
    reading && odd.length === 0 && !wattsFault(watts) ? batteryState(reading, watts) : undefined;
  return (
    <Card title="The new pack on the gauge">
      <NumberField
        label="At so many watts"
        value={watts}
        set={setWatts}
        step={0.5}
        fault={wattsFault(watts)}
      />
      {reading && odd.length > 0 && (
        <span role="alert" style={{ color: "var(--stop)", fontWeight: 700 }}>
          No pack reads so: {odd.map((key) => `${GAUGE_WORDS[key]} ${reading[key]}`).join(", ")}.
          Clip it on again, or take another gauge.
        </span>
      )}
      {reading && isHotPack(reading) && (
        <span role="alert" style={{ color: "var(--stop)", fontWeight: 700 }}>
          {reading.celsius} °C: too hot. Take it off the gauge, do not charge it; to the fire-safe
          place.
        </span>
      )}
      {reading && !state ? null : reading && state ? (
        <span>
          {reading.full} of {reading.design} Wh, {reading.cycles} cycles, {reading.volts} V,{" "}
          {reading.celsius} °C:{" "}
          <b>
            {state.wear} % worn, runs {state.hours} h
          </b>
          ; {BATTERY_WORDS[state.verdict]}
        </span>
      ) : (
        <span>
          No reading yet: put the pack on the gauge. <StandInsLink />
        </span>
      )}
    </Card>
  );
}
