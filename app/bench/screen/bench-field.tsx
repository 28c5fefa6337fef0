import FormControl from "@mui/material/FormControl";
import FormHelperText from "@mui/material/FormHelperText";
import InputLabel from "@mui/material/InputLabel";
import OutlinedInput, { type OutlinedInputProps } from "@mui/material/OutlinedInput";
import { type ReactNode, useId } from "react";

/**
 * A field for a gloved hand: large letters, and high enough to be hit. Put together from the kit's parts without
 * its lists, which would come with it and are not used at the bench's first sight.
 */
export function BenchField({
  label,
  help,
  hasError = false,
  width,
  ...input
}: Omit<OutlinedInputProps, "label" | "error"> & {
  label: string;
  help?: ReactNode;
  hasError?: boolean;
  width?: number | string;
}) {
  const id = useId();
  return (
    <FormControl
      size="small"
      error={hasError}
      sx={{ width, flex: width === undefined ? 1 : undefined, minWidth: 120 }}
    >
      <InputLabel htmlFor={id}>{label}</InputLabel>
      <OutlinedInput
        {...input}
        id={id}
        label={label}
        sx={{ bgcolor: "var(--card)", fontSize: 18, "& .MuiInputBase-input": { minHeight: 28 } }}
      />
      {help !== undefined && <FormHelperText>{help}</FormHelperText>}
    </FormControl>
  );
}
