import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormHelperText from "@mui/material/FormHelperText";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Controller, useFormContext } from "react-hook-form";
import type { PartKind } from "../../core/guide/index.ts";
import type { KnownCode, NewTicket } from "../../core/ticket/index.ts";
import { capital, PART_KIND_WORDS } from "../../core/words/index.ts";

/** What a shop is asked to replace, by kind. */
const KINDS: readonly PartKind[] = [
  "battery",
  "fan",
  "heatsink",
  "jack",
  "keyboard",
  "motherboard",
  "storage",
  "memory",
  "display",
  "touchpad",
  "speaker",
  "wifi",
];

/** No code yet: the machine is taken in all the same, by its name if that can be read. */
export function NoCode({ asksParts }: { asksParts: boolean }) {
  return (
    <Box>
      <Typography variant="h2">No code yet</Typography>
      <Typography sx={{ color: "var(--soft)", mb: 1.5 }}>
        Take it in all the same. Maker and model are enough if the label is worn. Both can wait
        until the machine comes to a bench.
      </Typography>
      <Name />
      {asksParts && <Kinds />}
    </Box>
  );
}

/** What a machine is called, and the size of its base if somebody measured it. */
function Name() {
  const { register, formState } = useFormContext<NewTicket>();
  const { errors } = formState;
  const field = (name: "maker" | "model" | "width" | "height", help = " ") => ({
    ...register(name),
    error: errors[name] !== undefined,
    helperText: errors[name]?.message ?? help,
  });
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1 }}>
      <TextField {...field("maker")} label="Maker" />
      <TextField {...field("model")} label="Model" />
      <TextField {...field("width", "Of the base, left to right; can wait")} label="Width, mm" />
      <TextField {...field("height", "Of the base, front to back; can wait")} label="Depth, mm" />
    </Box>
  );
}

/** A code that no guide answers to: what it may mean, else a model that is new here and will be learnt at the bench. */
export function NewMachine({
  typed,
  near,
  asksParts,
}: {
  typed: string;
  near: KnownCode["near"];
  asksParts: boolean;
}) {
  const { setValue } = useFormContext<NewTicket>();
  return (
    <Box>
      {near.length > 0 && (
        <Box component="section" aria-label="Machines it may be" sx={{ mb: 3 }}>
          <Typography variant="h2">Is it one of these?</Typography>
          {near.map(({ code, name, recognise }) => (
            <Box key={code} sx={{ display: "flex", gap: 2, alignItems: "start", my: 1 }}>
              <Button
                variant="outlined"
                onClick={() => setValue("code", code, { shouldValidate: true })}
                sx={{ whiteSpace: "nowrap" }}
              >
                <span className="mono">{code}</span>
              </Button>
              <Box>
                <b>{name}</b>
                <Typography sx={{ color: "var(--soft)" }}>{recognise}</Typography>
              </Box>
            </Box>
          ))}
        </Box>
      )}
      <Typography variant="h2">{near.length > 0 ? "Or a new model" : "A new model"}</Typography>
      <Typography sx={{ color: "var(--soft)", mb: 1.5 }}>
        No guide has the code “{typed.trim()}” yet. Write the maker and the model: the first
        strip-down writes the guide.
      </Typography>
      <Name />
      {asksParts && <Kinds />}
    </Box>
  );
}

function Kinds() {
  const { control } = useFormContext<NewTicket>();
  return (
    <Controller
      name="parts"
      control={control}
      render={({ field: { value, onChange, ref }, fieldState: { error } }) => (
        <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
          <Typography component="legend" variant="h3">
            What is to be replaced?
          </Typography>
          {value.length === 0 && (
            <Typography sx={{ color: "var(--soft)" }}>
              No part chosen: the ticket begins with finding the fault.
            </Typography>
          )}
          {error && (
            <FormHelperText error role="alert" sx={{ fontSize: 15, m: 0 }}>
              {error.message}
            </FormHelperText>
          )}
          <Box
            sx={{
              display: "grid",
              gridTemplateColumns: "repeat(auto-fill, minmax(170px, 1fr))",
              columnGap: 2,
            }}
          >
            {KINDS.map((kind, i) => (
              <FormControlLabel
                key={kind}
                label={capital(PART_KIND_WORDS[kind])}
                control={
                  <Checkbox
                    {...(i === 0 ? { slotProps: { input: { ref } } } : {})}
                    checked={value.includes(kind)}
                    onChange={(_, isOn) =>
                      onChange(
                        isOn
                          ? [...value.filter((one) => KINDS.some((known) => known === one)), kind]
                          : value.filter((one) => one !== kind),
                      )
                    }
                  />
                }
              />
            ))}
          </Box>
        </Box>
      )}
    />
  );
}
