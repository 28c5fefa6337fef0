import MenuItem from "@mui/material/MenuItem";
import TextField, { type TextFieldProps } from "@mui/material/TextField";

/** One of a few values, chosen from a list that opens. */
export function Choice<T extends string | number>({
  label,
  value,
  options,
  choose,
  ...rest
}: Omit<TextFieldProps, "value" | "onChange" | "select" | "label"> & {
  label: string;
  value: T;
  options: readonly { readonly value: T; readonly label: string }[];
  choose: (value: T) => void;
}) {
  return (
    <TextField
      sx={{ minWidth: 150 }}
      {...rest}
      select
      label={label}
      value={value}
      onChange={(event) => {
        const found = options.find((option) => String(option.value) === event.target.value);
        if (found) choose(found.value);
      }}
      slotProps={{ select: { inputProps: { "aria-label": label } } }}
    >
      {options.map((option) => (
        <MenuItem key={option.value} value={String(option.value)}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}
