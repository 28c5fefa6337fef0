import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useRef, useState } from "react";
import { simulatedCaliper, simulatedGauge, simulatedScanner } from "../../core/devices/index.ts";
import { sendLine } from "../devices/lines.ts";
import type { Route } from "./+types/stand-ins";

export const meta: Route.MetaFunction = () => [{ title: "Stand-ins · Brisk Bench" }];

const TOLERANCE = 0.1;

/** The things on the bench that are not there: each sends what a real one would, to other windows. */
export default function StandIns() {
  const [mm, setMm] = useState("4");
  const [code, setCode] = useState("TN-B41");
  const [said, setSaid] = useState("");
  const caliper = useRef<(mm: number) => string>(undefined);
  const measure = () => {
    caliper.current ??= simulatedCaliper(Date.now() % 1_000_000, TOLERANCE);
    const line = caliper.current(Number(mm.replace(",", ".")));
    sendLine("caliper", line);
    setSaid(`caliper: ${line.trim()}`);
  };
  const scan = () => {
    const line = simulatedScanner(Date.now() % 1_000_000)(code);
    sendLine("scanner", line);
    setSaid(`scanner: ${line.trim()}`);
  };
  return (
    <Box component="main" sx={{ maxWidth: 900, mx: "auto", px: 3, py: 2, display: "grid", gap: 3 }}>
      <Typography variant="h1">Stand-ins</Typography>
      <Typography sx={{ color: "var(--soft)" }}>
        Keep this page in a second window beside the bench. What it sends, the bench hears as it
        would hear the device.
      </Typography>
      <Box component="section" sx={{ display: "flex", gap: 2, alignItems: "center" }}>
        <TextField
          size="small"
          label="True length, mm"
          value={mm}
          onChange={(event) => setMm(event.target.value)}
        />
        <Button variant="contained" onClick={measure}>
          Send the caliper’s reading
        </Button>
        <span>± {TOLERANCE} mm</span>
      </Box>
      <Box component="section" sx={{ display: "flex", gap: 2, alignItems: "center" }}>
        <TextField
          size="small"
          label="Code on the part"
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
        <Button variant="contained" onClick={scan}>
          Scan it
        </Button>
      </Box>
      <Gauge said={setSaid} />
      <Typography role="status" className="mono">
        {said === "" ? "" : `Sent: ${said}`}
      </Typography>
    </Box>
  );
}

/** A pack on the gauge: the bench hears its reading at the swap of a battery. */
function Gauge({ said }: { said: (line: string) => void }) {
  const [design, setDesign] = useState(48);
  const [cycles, setCycles] = useState(20);
  const send = () => {
    const line = simulatedGauge(Date.now() % 1_000_000, design, cycles)();
    sendLine("gauge", line);
    said(`gauge: ${line.trim()}`);
  };
  return (
    <Box component="section" sx={{ display: "flex", gap: 2, alignItems: "center" }}>
      <TextField
        size="small"
        type="number"
        label="Design, Wh"
        value={design}
        onChange={(event) => setDesign(Number(event.target.value))}
      />
      <TextField
        size="small"
        type="number"
        label="Cycles"
        value={cycles}
        onChange={(event) => setCycles(Number(event.target.value))}
      />
      <Button variant="contained" onClick={send}>
        Send the gauge’s reading
      </Button>
    </Box>
  );
}
