import { AdapterDayjs } from "@mui/x-date-pickers/AdapterDayjs";
import { DatePicker } from "@mui/x-date-pickers/DatePicker";
import { LocalizationProvider } from "@mui/x-date-pickers/LocalizationProvider";
import dayjs from "dayjs";
import type { Ref } from "react";

/** A day, typed or chosen; `value` is an ISO day, empty where there is none. */
export function DayField({
  label,
  value,
  error,
  disablePast = false,
  inputRef,
  choose,
}: {
  label: string;
  value: string;
  error: string | undefined;
  disablePast?: boolean;
  inputRef: Ref<HTMLInputElement>;
  choose: (day: string) => void;
}) {
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs}>
      <DatePicker
        label={label}
        format="ddd D MMM YYYY"
        disablePast={disablePast}
        value={value === "" ? null : dayjs(value)}
        onChange={(day) => choose(day?.isValid() ? day.format("YYYY-MM-DD") : "")}
        inputRef={inputRef}
        slotProps={{
          textField: { size: "small", error: error !== undefined, helperText: error ?? " " },
        }}
      />
    </LocalizationProvider>
  );
}
