import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { parseGaugeLine } from "../../core/devices/index.ts";
import {
  adapterState,
  packState,
  readAdapter,
  readPack,
  type Supply,
} from "../../core/readings/index.ts";
import { adapterWords, PACK_VERDICTS, packReasonWords } from "../../core/words/index.ts";
import { StandInsLink } from "../devices/stand-ins-link.tsx";
import { useDevice } from "../devices/use-device.ts";
import { Choice } from "../ui/choice.tsx";
import { Fold } from "../ui/fold.tsx";

/** Readings that are judged where they are taken: a battery, an adapter. */
export function Readings() {
  return (
    <Box sx={{ mt: 4 }}>
      <Fold title="Battery" line="by its gauge, or typed" isOpen={false}>
        <PackReadings />
      </Fold>
      <Fold title="Adapter" line="against what the machine asks for" isOpen={false}>
        <AdapterReadings />
      </Fold>
    </Box>
  );
}

const row = { display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", mb: 1 } as const;
const numberIn = (text: string): number => Number(text.trim().replace(",", "."));

const SEEN = ["swollen", "dented", "leaking", "smells"] as const;

const PACK_FIELDS = [
  ["design", "Design, Wh"],
  ["full", "Full now, Wh"],
  ["cycles", "Cycles"],
  ["celsius", "°C"],
  ["cells", "Volts by cell, like 3.90 3.91 3.90"],
  ["loads", "Two loads, like 11.7 V 0.5 A, 11.4 V 2.5 A"],
  ["watts", "The machine’s own watts"],
] as const;
type PackField = (typeof PACK_FIELDS)[number][0];

function PackReadings() {
  const [typed, setTyped] = useState<Readonly<Record<PackField, string>>>({
    design: "",
    full: "",
    cycles: "",
    celsius: "",
    cells: "",
    loads: "",
    watts: "",
  });
  const [seen, setSeen] = useState<readonly (typeof SEEN)[number][]>([]);
  useDevice("gauge", (line) => {
    const read = parseGaugeLine(line);
    if (!read) return;
    const { design, full, cycles, celsius } = read;
    const said = { design, full, cycles, celsius };
    const texts = Object.entries(said).map(([name, value]) => [name, String(value)]);
    setTyped((before) => ({ ...before, ...(Object.fromEntries(texts) as object) }));
  });
  const needed = ["design", "full", "cycles", "celsius"] as const;
  const isWhole = needed.every((field) => typed[field].trim() !== "");
  const numbers = (text: string): readonly number[] =>
    (text.match(/\d+(?:[.,]\d+)?/g) ?? []).map(numberIn);
  const [v1, a1, v2, a2] = numbers(typed.loads);
  const loads =
    a2 === undefined
      ? {}
      : {
          loads: [
            { volts: v1, amps: a1 },
            { volts: v2, amps: a2 },
          ],
        };
  const reading = readPack({
    design: numberIn(typed.design),
    full: numberIn(typed.full),
    cycles: numberIn(typed.cycles),
    celsius: numberIn(typed.celsius),
    cells: numbers(typed.cells),
    ...loads,
    ...(typed.watts.trim() === "" ? {} : { watts: numberIn(typed.watts) }),
    seen,
  });
  const state = isWhole && reading.ok ? packState(reading.value) : undefined;
  const wrong = isWhole && !reading.ok ? reading.error[0]?.instancePath.split("/")[1] : undefined;
  return (
    <Box>
      <Box sx={row}>
        {PACK_FIELDS.map(([name, label]) => (
          <TextField
            key={name}
            label={label}
            value={typed[name]}
            error={wrong === name}
            helperText={wrong === name ? "No pack reads so" : undefined}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
            sx={{ width: name === "cells" || name === "loads" ? 330 : 150 }}
          />
        ))}
      </Box>
      <Box sx={row}>
        {SEEN.map((one) => (
          <FormControlLabel
            key={one}
            label={one}
            control={
              <Checkbox
                checked={seen.includes(one)}
                onChange={(_, isOn) =>
                  setSeen(isOn ? [...seen, one] : seen.filter((other) => other !== one))
                }
              />
            }
          />
        ))}
        <StandInsLink />
      </Box>
      {state && (
        <Alert
          severity={
            state.verdict === "healthy" ? "success" : state.verdict === "worn" ? "warning" : "error"
          }
        >
          {PACK_VERDICTS[state.verdict]}. {state.wear} % of its capacity is gone
          {state.hours !== undefined && `; it runs about ${state.hours} h`}
          {state.resistance !== undefined && `; ${state.resistance} mΩ inside`}.
          {state.reasons.map((reason) => (
            <Box key={reason.line + String(reason.read)}>{packReasonWords(reason)}</Box>
          ))}
        </Alert>
      )}
    </Box>
  );
}

const BLANK: SupplyText = { volts: "", amps: "", plug: "", centre: "" };
export interface SupplyText {
  readonly volts: string;
  readonly amps: string;
  readonly plug: string;
  readonly centre: "" | "plus" | "minus";
}

/** What was typed of an adapter or a machine's label, as far as it is a supply. */
export const supplyIn = ({ volts, amps, plug, centre }: SupplyText): Supply => ({
  volts: numberIn(volts),
  amps: numberIn(amps),
  plug: plug.trim(),
  ...(centre === "" ? {} : { centre }),
});

/** Volts, amps, plug and polarity as they stand on a label. */
export function SupplyFields({
  name,
  value,
  set,
}: {
  name: string;
  value: SupplyText;
  set: (value: SupplyText) => void;
}) {
  return (
    <Box role="group" aria-label={name} sx={row}>
      <Box sx={{ width: 190 }}>{name}</Box>
      {(["volts", "amps", "plug"] as const).map((field) => (
        <TextField
          key={field}
          label={{ volts: "V", amps: "A", plug: "Plug, like 4.5 × 3.0 mm or USB-C" }[field]}
          value={value[field]}
          onChange={(event) => set({ ...value, [field]: event.target.value })}
          sx={{ width: field === "plug" ? 270 : 90 }}
        />
      ))}
      <Choice
        label="Middle"
        value={value.centre}
        options={[
          { value: "", label: "not said" },
          { value: "plus", label: "plus" },
          { value: "minus", label: "minus" },
        ]}
        choose={(centre) => set({ ...value, centre })}
        sx={{ minWidth: 120 }}
      />
    </Box>
  );
}

/** What an adapter comes to against a machine, once both are there. */
export function AdapterVerdict({ has, needs }: { has: SupplyText; needs: SupplyText }) {
  const isTyped = [has, needs].every(({ volts, amps, plug }) => volts && amps && plug);
  if (!isTyped) return null;
  const both = readAdapter({ has: supplyIn(has), needs: supplyIn(needs) });
  if (!both.ok) return <Alert severity="warning">Volts 1 to 60 and amps 0.1 to 30, please.</Alert>;
  const state = adapterState(both.value.has, both.value.needs);
  const severity = { fits: "success", slow: "warning", no: "error" } as const;
  return <Alert severity={severity[state.verdict]}>{adapterWords(state)}</Alert>;
}

function AdapterReadings() {
  const [has, setHas] = useState(BLANK);
  const [needs, setNeeds] = useState(BLANK);
  return (
    <>
      <SupplyFields name="The adapter says" value={has} set={setHas} />
      <SupplyFields name="The machine asks for" value={needs} set={setNeeds} />
      <AdapterVerdict has={has} needs={needs} />
    </>
  );
}
