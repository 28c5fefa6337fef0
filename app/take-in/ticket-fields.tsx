import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect } from "react";
import { Controller, useFormContext, useWatch } from "react-hook-form";
import { useFetcher } from "react-router";
import { PACK_SIGNS } from "../../core/bench/index.ts";
import type { NewTicket } from "../../core/ticket/index.ts";
import { PACK_AT_COUNTER, PACK_SIGN_WORDS } from "../../core/words/index.ts";

import { DayField } from "../ui/day-field.tsx";
import { CameWith, EarlierTickets } from "./office-fields.tsx";
import { EarliestDay } from "./earliest-day.tsx";

const PAUSE_MS = 120;

/** Whose machine it is, what it is, what is wrong with it and how it looks, when it is promised for. */
export function TicketFields({
  machines,
}: {
  machines: readonly { readonly code: string; readonly name: string }[];
}) {
  const { control, register, formState } = useFormContext<NewTicket>();
  const { errors } = formState;
  const say = (name: "phone" | "serial" | "fault" | "condition", help = " ") => ({
    ...register(name),
    fullWidth: true,
    error: errors[name] !== undefined,
    helperText: errors[name]?.message ?? help,
  });
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      <Box sx={{ display: "grid", gridTemplateColumns: "3fr 2fr", gap: 1 }}>
        <CustomerField />
        <TextField {...say("phone")} label="Phone" />
      </Box>
      <Alike />
      <Box sx={{ display: "grid", gridTemplateColumns: "3fr 2fr", gap: 1 }}>
        <Controller
          name="code"
          control={control}
          render={({ field: { value, onChange, onBlur, ref }, fieldState: { error } }) => (
            <Autocomplete
              freeSolo
              options={machines}
              getOptionLabel={(option) => (typeof option === "string" ? option : option.code)}
              getOptionKey={(option) => (typeof option === "string" ? option : option.code)}
              filterOptions={(all, { inputValue }) => {
                const wanted = inputValue.trim().toLowerCase();
                return all.filter(({ code, name }) =>
                  `${code} ${name}`.toLowerCase().includes(wanted),
                );
              }}
              inputValue={value}
              onInputChange={(_, typed) => onChange(typed)}
              onBlur={onBlur}
              renderOption={({ key, ...props }, { code, name }) => (
                <Box component="li" key={key} {...props} sx={{ display: "flex", gap: 2 }}>
                  <span className="mono">{code}</span> {name}
                </Box>
              )}
              renderInput={(props) => (
                <TextField
                  {...props}
                  inputRef={ref}
                  label="Code on the underside"
                  error={error !== undefined}
                  helperText={
                    error?.message ?? "On the label underneath, or the machine's name. It can wait."
                  }
                />
              )}
            />
          )}
        />
        <TextField {...say("serial")} label="Serial number" />
      </Box>
      <EarlierTickets />
      <TextField
        {...say("fault", "In the customer's own words")}
        label="What is wrong"
        multiline
        minRows={2}
        required
      />
      <TextField
        {...say("condition", "Missing screws and feet, cracks, dents, stickers, what came with it")}
        label="Condition"
        multiline
        minRows={2}
      />
      <BatteryLook />
      <CameWith />
      <Controller
        name="promised"
        control={control}
        render={({ field: { value, onChange, ref }, fieldState: { error } }) => (
          <DayField
            label="Promised for"
            value={value}
            error={error?.message}
            disablePast
            inputRef={ref}
            choose={onChange}
          />
        )}
      />
      <EarliestDay />
    </Box>
  );
}

/** The name of somebody new, or of somebody who was here before: then the phone is known. */
function CustomerField() {
  const { control, setValue } = useFormContext<NewTicket>();
  const known = useFetcher<readonly { name: string; phone: string }[]>();
  const { load } = known;
  const typed = useWatch({ control, name: "customer" });
  useEffect(() => {
    if (typed.trim().length < 2) return;
    const timer = setTimeout(
      () => void load(`/customers?q=${encodeURIComponent(typed)}`),
      PAUSE_MS,
    );
    return () => clearTimeout(timer);
  }, [typed, load]);
  return (
    <Controller
      name="customer"
      control={control}
      render={({ field: { value, onChange, onBlur, ref }, fieldState: { error } }) => (
        <Autocomplete
          freeSolo
          options={typed.trim().length < 2 ? [] : (known.data ?? [])}
          filterOptions={(all) => all}
          getOptionLabel={(option) => (typeof option === "string" ? option : option.name)}
          getOptionKey={(option) =>
            typeof option === "string" ? option : `${option.name} ${option.phone}`
          }
          inputValue={value}
          onInputChange={(_, text) => onChange(text)}
          onChange={(_, chosen) => {
            if (chosen !== null && typeof chosen !== "string") setValue("phone", chosen.phone);
          }}
          onBlur={onBlur}
          renderOption={({ key, ...props }, { name, phone }) => (
            <Box component="li" key={key} {...props} sx={{ display: "flex", gap: 2 }}>
              <span style={{ flex: 1 }}>{name}</span>
              <span style={{ color: "var(--soft)" }}>{phone}</span>
            </Box>
          )}
          renderInput={(props) => (
            <TextField
              {...props}
              inputRef={ref}
              label="Customer"
              autoFocus
              required
              error={error !== undefined}
              helperText={error?.message ?? " "}
            />
          )}
        />
      )}
    />
  );
}

/** Somebody who was here before may be who is typed, written otherwise. */
function Alike() {
  const { control, setValue } = useFormContext<NewTicket>();
  const alike = useFetcher<readonly { name: string; phone: string }[]>();
  const { load } = alike;
  const [name, phone] = useWatch({ control, name: ["customer", "phone"] });
  const isTyped = name.trim().length > 3;
  useEffect(() => {
    if (!isTyped) return;
    const query = new URLSearchParams({ name: name.trim(), phone: phone.trim() });
    const timer = setTimeout(() => void load(`/customers?${query}`), 3 * PAUSE_MS);
    return () => clearTimeout(timer);
  }, [name, phone, isTyped, load]);
  const found = isTyped ? (alike.data ?? []) : [];
  if (found.length === 0) return null;
  return (
    <Box role="status" sx={{ mb: 1 }}>
      {found.map((who) => (
        <Box key={`${who.name} ${who.phone}`}>
          {who.name}, {who.phone || "no phone"}, was here before.{" "}
          <Button
            size="small"
            onClick={() => {
              setValue("customer", who.name);
              setValue("phone", who.phone);
            }}
          >
            It is the same customer
          </Button>
        </Box>
      ))}
    </Box>
  );
}

/** The first look at the battery, from outside. */
function BatteryLook() {
  const { control } = useFormContext<NewTicket>();
  const signs = PACK_SIGNS.filter((sign) => sign !== "fault-says-so");
  return (
    <Controller
      name="signs"
      control={control}
      render={({ field: { value, onChange } }) => (
        <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, mb: 1.5 }}>
          <Typography component="legend" sx={{ fontWeight: 700 }}>
            Battery, from outside
          </Typography>
          {signs.map((sign) => (
            <FormControlLabel
              key={sign}
              label={PACK_SIGN_WORDS[sign]}
              control={
                <Checkbox
                  size="small"
                  sx={{ py: 0.25 }}
                  checked={value.includes(sign)}
                  onChange={(_, isOn) =>
                    onChange(isOn ? [...value, sign] : value.filter((one) => one !== sign))
                  }
                />
              }
              sx={{ display: "flex" }}
            />
          ))}
          {value.length > 0 && <Alert severity="error">{PACK_AT_COUNTER}</Alert>}
        </Box>
      )}
    />
  );
}
