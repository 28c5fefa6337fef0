import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormHelperText from "@mui/material/FormHelperText";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { Controller, useFormContext, useWatch } from "react-hook-form";
import type { KnownCode, NewTicket } from "../../core/ticket/index.ts";
import { Condition } from "./condition.tsx";
import { WorkWanted } from "./office-fields.tsx";
import { NewMachine, NoCode } from "./new-machine.tsx";
import { Term } from "../ui/term.tsx";

/** The kinds a shop replaces, in the order they are asked for; the rest follows by name. */
const USUAL = [
  "battery",
  "fan",
  "heatsink",
  "jack",
  "keyboard",
  "palmrest",
  "motherboard",
  "storage",
  "memory",
  "display",
];

/** Which parts are to be replaced, once the underside code names a machine. */
export function PartChoice({ code, typed }: { code: KnownCode | undefined; typed: string }) {
  const { control } = useFormContext<NewTicket>();
  const work = useWatch({ control, name: "work" });
  const asksParts = work !== "find" && work !== "cosmetic";
  const machine = code?.found;
  if (!machine) {
    return (
      <Box>
        <WorkWanted />
        {typed.trim() === "" ? (
          <NoCode asksParts={asksParts} />
        ) : (
          code && <NewMachine typed={typed} near={code.near} asksParts={asksParts} />
        )}
      </Box>
    );
  }
  return (
    <Box>
      <WorkWanted />
      <Typography variant="h2">{machine.name}</Typography>
      <Typography sx={{ color: "var(--soft)", mb: 1.5 }}>{machine.recognise}</Typography>
      {work === "find" && (
        <Typography>
          What it is comes out on the ticket: check after check, the cheapest first.
        </Typography>
      )}
      {work === "cosmetic" && <Typography>Nothing has to be opened for that.</Typography>}
      {work === "clean" && (
        <Typography>
          Fans and coolers come out, are cleaned and pasted anew. Choose parts only if it is others.
        </Typography>
      )}
      {asksParts && <NoneNamed />}
      {asksParts && (
        <Controller
          name="parts"
          control={control}
          render={({ field: { value, onChange, ref }, fieldState: { error } }) => (
            <Parts
              machine={machine}
              chosen={value}
              choose={onChange}
              focus={ref}
              error={error?.message}
              isCleaned={work === "clean"}
            />
          )}
        />
      )}
      <Controller
        name="mode"
        control={control}
        render={({ field: { value, onChange } }) => (
          <Box sx={{ display: "flex", alignItems: "center", gap: 2, mt: 2 }}>
            <ToggleButtonGroup
              exclusive
              aria-label="Which way"
              value={value}
              onChange={(_, mode: NewTicket["mode"] | null) => mode && onChange(mode)}
            >
              <ToggleButton value="short">Short way</ToggleButton>
              <ToggleButton value="book">By the maker&rsquo;s book</ToggleButton>
            </ToggleButtonGroup>
            <Term word="book">What is the difference?</Term>
          </Box>
        )}
      />
      <Condition machine={machine} />
    </Box>
  );
}

/** No part is named yet: then what it is has to be found out first. */
function NoneNamed() {
  const { control } = useFormContext<NewTicket>();
  const parts = useWatch({ control, name: "parts" });
  if (parts.length > 0) return null;
  return (
    <Typography sx={{ color: "var(--soft)" }}>
      No part chosen: the ticket begins with finding the fault.
    </Typography>
  );
}

function Parts({
  machine,
  chosen,
  choose,
  focus,
  error,
  isCleaned,
}: {
  isCleaned: boolean;
  machine: NonNullable<KnownCode["found"]>;
  chosen: readonly string[];
  choose: (parts: readonly string[]) => void;
  focus: (element: HTMLInputElement | null) => void;
  error: string | undefined;
}) {
  const usual = machine.parts
    .filter(({ kind }) => USUAL.includes(kind))
    .sort((a, b) => USUAL.indexOf(a.kind) - USUAL.indexOf(b.kind));
  const others = machine.parts
    .filter(({ kind }) => !USUAL.includes(kind))
    .sort((a, b) => a.name.localeCompare(b.name));
  // What was chosen for another machine is not a part of this one.
  const here = chosen.filter((id) => machine.parts.some((part) => part.id === id));
  const isUsual = (id: string): boolean => usual.some((part) => part.id === id);
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Typography component="legend" variant="h3">
        {isCleaned ? "What is to be cleaned, if it is others?" : "What is to be replaced?"}
      </Typography>
      {error !== undefined && (
        <FormHelperText error role="alert" sx={{ fontSize: 15, m: 0 }}>
          {error}
        </FormHelperText>
      )}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: "repeat(auto-fill, minmax(190px, 1fr))",
          columnGap: 2,
          my: 1,
        }}
      >
        {usual.map(({ id, name }, i) => (
          <FormControlLabel
            key={id}
            label={name}
            control={
              <Checkbox
                {...(i === 0 ? { slotProps: { input: { ref: focus } } } : {})}
                checked={here.includes(id)}
                onChange={(_, isOn) =>
                  choose(isOn ? [...here, id] : here.filter((one) => one !== id))
                }
              />
            }
          />
        ))}
      </Box>
      <Autocomplete
        multiple
        options={others.map(({ id }) => id)}
        getOptionLabel={(id) => others.find((part) => part.id === id)?.name ?? id}
        value={here.filter((id) => !isUsual(id))}
        onChange={(_, ids) => choose([...here.filter(isUsual), ...ids])}
        renderInput={(props) => <TextField {...props} label="Other parts" />}
        sx={{ maxWidth: 560 }}
      />
    </Box>
  );
}
