import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { type ReactNode, useRef, useState } from "react";
import { simulatedCaliper, simulatedGauge, simulatedScanner } from "../../core/devices/index.ts";
import { sendLine } from "../devices/lines.ts";
import { Page } from "../ui/page.tsx";
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
    <Page title="Stand-ins for devices">
      <Typography sx={{ color: "var(--soft)", mb: 2 }}>
        Keep this page in a second window beside the bench. What it sends, the bench hears as it
        would hear the device.
      </Typography>
      <Device name="Caliper">
        <TextField
          label="True length, mm"
          value={mm}
          onChange={(event) => setMm(event.target.value)}
        />
        <Button variant="contained" onClick={measure}>
          Send the caliper’s reading
        </Button>
        <span>± {TOLERANCE} mm</span>
      </Device>
      <Device name="Scanner">
        <TextField
          label="Code on the part"
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
        <Button variant="contained" onClick={scan}>
          Scan it
        </Button>
      </Device>
      <Gauge said={setSaid} />
      <Typography role="status" className="mono">
        {said === "" ? "" : `Sent: ${said}`}
      </Typography>
    </Page>
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
    <Device name="Battery gauge">
      <TextField
        type="number"
        label="Design, Wh"
        value={design}
        onChange={(event) => setDesign(Number(event.target.value))}
      />
      <TextField
        type="number"
        label="Cycles"
        value={cycles}
        onChange={(event) => setCycles(Number(event.target.value))}
      />
      <Button variant="contained" onClick={send}>
        Send the gauge’s reading
      </Button>
    </Device>
  );
}

/** One device, with what it sends. */
function Device({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={name} sx={{ borderTop: "1px solid var(--line)", py: 2 }}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {name}
      </Typography>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2, alignItems: "center" }}>{children}</Box>
    </Box>
  );
}
