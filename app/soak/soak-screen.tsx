import PlayArrow from "@mui/icons-material/PlayArrow";
import Stop from "@mui/icons-material/Stop";
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
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
import { Choice } from "../ui/choice.tsx";
import type { Lamp } from "../ui/theme.ts";
import { SoakChart, type Curve } from "./soak-chart.tsx";
import { IfMay } from "../ui/if-may.tsx";
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
  const now = live.readings.at(-1);
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "minmax(0, 1fr) 360px" },
        gap: 3,
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Box sx={{ height: { xs: 320, md: "calc(100vh - 320px)" }, minHeight: 300 }}>
          <SoakChart curves={curves} minutes={length / 60} lamp={lamp} />
        </Box>
        <SoakTable before={before} after={after} />
      </Box>
      <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
        {live.round === undefined ? (
          <IfMay doing="soak">
            <Box sx={{ display: "flex", gap: 1 }}>
              {(["before", "after"] as const).map((round) => (
                <Button
                  key={round}
                  variant={round === "after" ? "contained" : "outlined"}
                  size="large"
                  startIcon={<PlayArrow />}
                  onClick={() => live.begin(round, state, length)}
                >
                  Run {round} the work
                </Button>
              ))}
            </Box>
          </IfMay>
        ) : (
          <Button variant="outlined" size="large" startIcon={<Stop />} onClick={live.stop}>
            Take the load off
          </Button>
        )}
        <Typography role="status" sx={{ minHeight: 28, fontSize: 18 }}>
          {live.round
            ? `Under load: ${Math.round((now?.t ?? 0) / 60)} of ${length / 60} min, ${now?.celsius.toFixed(1) ?? "–"} °C`
            : curves.length === 0
              ? "No run yet. Put the machine on the probe, and begin."
              : ""}
        </Typography>
        {after && !live.round && <Verdict verdict={soakVerdict(runs, hasFan)} />}
        {fetcher.data?.error !== undefined && <Alert severity="error">{fetcher.data.error}</Alert>}
        <Choice
          label="Length of the run"
          value={length}
          options={LENGTHS.map(({ seconds, name }) => ({ value: seconds, label: name }))}
          choose={setLength}
          disabled={live.round !== undefined}
        />
        {length > LEAST_SOAK && (
          <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
            <TextField
              type="number"
              label="Times seen"
              value={times}
              onChange={(event) => setTimes(event.target.value)}
              slotProps={{ htmlInput: { min: 1 } }}
            />
            in
            <TextField
              type="number"
              label="Hours of use"
              value={hours}
              onChange={(event) => setHours(event.target.value)}
              slotProps={{ htmlInput: { min: 1 } }}
            />
          </Box>
        )}
        <Alert severity="warning">
          Hot after a load: let the cooler go cold before you touch it.
        </Alert>
        <Choice
          label="The machine on it is"
          value={state}
          options={Object.keys(PROBE_STATES).map((name) => ({ value: name, label: name }))}
          choose={setState}
          helperText="The probe is simulated: a whole run takes it five seconds."
        />
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
