import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { nanoid } from "nanoid";
import { useEffect, useRef, useState } from "react";
import { useFetcher } from "react-router";
import {
  LEAST_SOAK,
  type Reading,
  type Seen,
  soakFacts,
  soakVerdict,
} from "../../core/soak/index.ts";
import { PROBE_STATES, standInProbe } from "../devices/probe.ts";
import type { Lamp } from "../ui/theme.ts";
import { SoakChart, type Curve } from "./soak-chart.tsx";
import { SoakTable, Verdict } from "./soak-verdict.tsx";

export interface SoakRun {
  readonly round: "before" | "after";
  readonly readings: readonly Reading[];
  readonly seen?: Seen;
  readonly by: string;
  readonly at: string;
}

/** Lengths of a run in the machine's own time, s; the simulated probe sends so many readings in each. */
const LENGTHS = [
  { seconds: LEAST_SOAK, name: "20 min: does it keep cool?" },
  { seconds: 4 * 3600, name: "4 h: crashes" },
  { seconds: 20 * 3600, name: "20 h: crashes now and then" },
] as const;
const READINGS = 121;

function CountInput({
  label,
  value,
  set,
}: {
  label: string;
  value: string;
  set: (value: string) => void;
}) {
  return (
    <input
      aria-label={label}
      type="number"
      min={1}
      value={value}
      onChange={(event) => set(event.target.value)}
      style={{ width: 70 }}
    />
  );
}

/** The soak: load on, readings in, before and after beside each other, and what it means. */
export function SoakScreen({
  runs,
  hasFan,
  lamp,
}: {
  runs: readonly SoakRun[];
  hasFan: boolean;
  lamp: Lamp;
}) {
  const fetcher = useFetcher<{ error: string | undefined }>();
  const [length, setLength] = useState<number>(LEAST_SOAK);
  const [times, setTimes] = useState("");
  const [hours, setHours] = useState("");
  const live = useRun((round, readings) => {
    const told = Number(times) > 0 && Number(hours) > 0;
    const seen = told
      ? { seen: JSON.stringify({ times: Number(times), hours: Number(hours) }) }
      : {};
    const body = { id: nanoid(), round, readings: JSON.stringify(readings), ...seen };
    void fetcher.submit(body, { method: "post" });
  });
  const [state, setState] = useState(hasFan ? "good" : "no fan in it");
  const last = (round: SoakRun["round"]): readonly Reading[] =>
    live.round === round
      ? live.readings
      : (runs.filter((run) => run.round === round).at(-1)?.readings ?? []);
  const before = soakFacts(last("before"));
  const after = soakFacts(last("after"));
  const curves: readonly Curve[] = [
    { name: "before the work", readings: last("before") },
    { name: "after the work", readings: last("after") },
  ].filter(({ readings }) => readings.length > 0);
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 380px", gap: 3 }}>
      <Box>
        <Box sx={{ height: 430 }}>
          {curves.length > 0 ? (
            <SoakChart curves={curves} lamp={lamp} />
          ) : (
            <Typography sx={{ color: "var(--soft)", pt: 4 }}>
              No run yet. Put the machine on the probe, and begin.
            </Typography>
          )}
        </Box>
        <SoakTable before={before} after={after} />
      </Box>
      <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
        <Box sx={{ display: "flex", gap: 1 }}>
          {(["before", "after"] as const).map((round) => (
            <Button
              key={round}
              variant={round === "after" ? "contained" : "outlined"}
              size="large"
              disabled={live.round !== undefined}
              onClick={() => live.begin(round, state, length)}
            >
              Run {round} the work
            </Button>
          ))}
        </Box>
        <Typography role="status" sx={{ minHeight: 28, fontSize: 18 }}>
          {live.round
            ? `Under load: ${Math.round((live.readings.at(-1)?.t ?? 0) / 60)} of ${length / 60} min, ${live.readings.at(-1)?.celsius.toFixed(1) ?? "–"} °C`
            : ""}
        </Typography>
        {live.round && (
          <Button variant="outlined" onClick={live.stop}>
            Take the load off
          </Button>
        )}
        {after && !live.round && <Verdict verdict={soakVerdict(runs, hasFan)} />}
        <Box
          component="fieldset"
          sx={{ border: "1px solid var(--line)", borderRadius: "6px", p: 1.5 }}
        >
          <legend>What the run is to show</legend>
          <select
            value={length}
            disabled={live.round !== undefined}
            onChange={(event) => setLength(Number(event.target.value))}
            aria-label="Length of the run"
          >
            {LENGTHS.map(({ seconds, name }) => (
              <option key={seconds} value={seconds}>
                {name}
              </option>
            ))}
          </select>
          {length > LEAST_SOAK && (
            <Box sx={{ display: "flex", gap: 1, mt: 1, alignItems: "center" }}>
              A fault seen
              <CountInput label="Times seen" value={times} set={setTimes} />
              times in
              <CountInput label="Hours of use" value={hours} set={setHours} />
              hours
            </Box>
          )}
        </Box>
        {fetcher.data?.error !== undefined && (
          <Typography role="alert" sx={{ color: "var(--stop)" }}>
            {fetcher.data.error}
          </Typography>
        )}
        <Typography sx={{ color: "var(--soft)" }}>
          Hot after a load: let the cooler go cold before you touch it.
        </Typography>
        <Box
          component="fieldset"
          sx={{ border: "1px dashed var(--line)", borderRadius: "6px", p: 1.5 }}
        >
          <legend>Simulated probe</legend>
          <label>
            The machine on it is{" "}
            <select
              value={state}
              onChange={(event) => setState(event.target.value)}
              aria-label="The machine on it is"
            >
              {Object.keys(PROBE_STATES).map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          </label>
          <div style={{ color: "var(--soft)" }}>A whole run takes it five seconds.</div>
        </Box>
      </Box>
    </Box>
  );
}

interface Running {
  readonly round: SoakRun["round"] | undefined;
  readonly readings: readonly Reading[];
  readonly begin: (round: SoakRun["round"], state: string, seconds: number) => void;
  readonly stop: () => void;
}

/** A run that is going on; when it is over it is handed on and stays to be seen. */
function useRun(onOver: (round: SoakRun["round"], readings: readonly Reading[]) => void): Running {
  const [round, setRound] = useState<SoakRun["round"]>();
  const [readings, setReadings] = useState<readonly Reading[]>([]);
  const end = useRef<() => void>(undefined);
  const over = useRef(onOver);
  useEffect(() => {
    over.current = onOver;
  });
  useEffect(() => () => end.current?.(), []);
  const begin = (which: SoakRun["round"], state: string, seconds: number) => {
    const heard: Reading[] = [];
    setRound(which);
    setReadings([]);
    const step = seconds / (READINGS - 1);
    const stop = standInProbe(Date.now() % 1_000_000, state, step).start((reading) => {
      heard.push(reading);
      setReadings([...heard]);
      if (heard.length < READINGS) return;
      stop();
      over.current(which, heard);
      setRound(undefined);
    });
    end.current = stop;
  };
  const stop = () => {
    end.current?.();
    setRound(undefined);
  };
  return { round, readings, begin, stop };
}
