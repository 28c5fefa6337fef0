import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { liesOn } from "../../../core/edit/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import type { Field } from "./fact-fields.ts";

type Value = unknown;
type Set = (key: string, value: Value) => void;

/** The facts of one thing as fields; what is typed counts when the field is left, or by Enter. */
export function FactForm({
  guide,
  self,
  fact,
  fields,
  set,
}: {
  guide: Guide;
  /** The part that it is about, if it is one: it cannot lie on itself. */
  self?: string;
  fact: Readonly<Record<string, unknown>>;
  fields: readonly Field[];
  /** A value that is taken away is null. */
  set: Set;
}) {
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "repeat(auto-fill, minmax(190px, 1fr))",
        gap: 1.5,
        alignItems: "start",
      }}
    >
      {fields.map((field) => (
        <FactField
          key={field.key}
          guide={guide}
          self={self}
          field={field}
          value={fact[field.key]}
          set={set}
        />
      ))}
    </Box>
  );
}

/** What a part can lie on: neither itself nor what lies on it. */
const bearers = (guide: Guide, self: string | undefined) =>
  Object.entries(guide.parts).filter(([id]) => self === undefined || !liesOn(guide, id, self));

const WIDE = { gridColumn: "1 / -1" } as const;

interface FieldProps {
  readonly guide: Guide;
  readonly self: string | undefined;
  readonly field: Field;
  readonly value: Value;
  readonly set: Set;
}

function FactField({ guide, self, field, value, set }: FieldProps) {
  const { key, label, as } = field;
  switch (as.type) {
    case "flag":
      return (
        <FormControlLabel
          label={label}
          sx={WIDE}
          control={
            <Checkbox
              checked={value === true}
              onChange={(_, isOn) => set(key, isOn ? true : null)}
            />
          }
        />
      );
    case "one":
      return (
        <TextField
          select
          label={label}
          value={value === undefined ? "" : wordOf(value)}
          onChange={({ target }) => {
            const chosen = as.isWhole ? Number(target.value) : target.value;
            set(key, target.value === "" ? null : chosen);
          }}
        >
          <MenuItem value="">Not said</MenuItem>
          {as.options.map((option) => (
            <MenuItem key={option.value} value={option.value}>
              {option.label}
            </MenuItem>
          ))}
        </TextField>
      );
    case "some":
      return (
        <Several
          label={label}
          options={as.options.map((option) => option.value)}
          nameOf={(id) => as.options.find((option) => option.value === id)?.label ?? id}
          value={listOf(value)}
          set={(list) => set(key, list.length > 0 ? list : null)}
        />
      );
    case "parts":
      return (
        <Several
          label={label}
          options={Object.keys(guide.parts)}
          nameOf={(id) => guide.parts[id]?.name ?? id}
          value={listOf(value)}
          // A joint joins two at least: the check would refuse less.
          set={(list) => list.length > 1 && set(key, list)}
        />
      );
    case "part":
      return (
        <TextField
          select
          label={label}
          value={typeof value === "string" ? value : ""}
          onChange={({ target }) => set(key, target.value === "" ? null : target.value)}
        >
          <MenuItem value="">Nothing: it is the frame</MenuItem>
          {bearers(guide, self).map(([id, { name }]) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      );
    default:
      return <Typed key={wordOf(value)} field={field} value={value} set={set} />;
  }
}

/** What a field holds, as text: numbers and words alone are typed. */
const wordOf = (value: Value): string =>
  typeof value === "string"
    ? value
    : typeof value === "number"
      ? String(value)
      : JSON.stringify(value ?? "");

const listOf = (value: Value): string[] => (Array.isArray(value) ? value.map(String) : []);

/** Several of a list, by name. */
export function Several({
  label,
  options,
  nameOf,
  value,
  set,
}: {
  label: string;
  options: readonly string[];
  nameOf: (id: string) => string;
  value: readonly string[];
  set: (list: readonly string[]) => void;
}) {
  return (
    <Autocomplete
      multiple
      size="small"
      sx={WIDE}
      options={options}
      getOptionLabel={nameOf}
      value={[...value]}
      onChange={(_, list) => set(list)}
      renderInput={(props) => <TextField {...props} label={label} />}
    />
  );
}

/** What is typed: text, a number, or several texts with commas between. */
function Typed({ field, value, set }: Omit<FieldProps, "guide" | "self">) {
  const { key, label, as } = field;
  const shown = Array.isArray(value) ? value.join(", ") : value === undefined ? "" : wordOf(value);
  const [typed, setTyped] = useState(shown);
  const [isBad, setBad] = useState(false);
  const leave = () => {
    if (typed.trim() === shown) return setBad(false);
    const next = valueOf(as.type, typed.trim());
    setBad(next === undefined);
    if (next !== undefined) set(key, next);
  };
  const isNumber = as.type === "number" || as.type === "whole";
  return (
    <TextField
      label={label}
      value={typed}
      multiline={as.type === "long"}
      sx={as.type === "long" || as.type === "texts" ? WIDE : {}}
      error={isBad}
      helperText={isBad ? NOT_A_NUMBER[as.type] : as.type === "texts" ? "With commas between" : ""}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === "Enter" && as.type !== "long") leave();
        if (event.key === "Escape") setTyped(shown);
      }}
      slotProps={{
        htmlInput: { maxLength: 2000, ...(isNumber ? { inputMode: "decimal" } : {}) },
      }}
    />
  );
}

const NOT_A_NUMBER: Readonly<Record<string, string>> = {
  number: "A number, as 1.5",
  whole: "A whole number, as 4",
};

/** Undefined: that is none. Nothing typed takes the value away. */
function valueOf(type: string, typed: string): Value {
  if (typed === "") return null;
  if (type === "texts") {
    const list = typed.split(",").map((one) => one.trim());
    return [...new Set(list.filter((one) => one !== ""))];
  }
  if (type !== "number" && type !== "whole") return typed;
  const number = Number(typed.replace(",", "."));
  const isGood = Number.isFinite(number) && (type === "number" || Number.isInteger(number));
  return isGood ? number : undefined;
}
