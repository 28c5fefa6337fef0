import type { InputFault } from "../../../core/swap/index.ts";
import { inputWords } from "../../../core/words/index.ts";
import Box from "@mui/material/Box";
import type { ReactNode } from "react";
import { BenchField } from "../screen/bench-field.tsx";

export function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      role="region"
      aria-label={title}
      sx={{
        border: "1px solid var(--copper)",
        borderRadius: "6px",
        p: 1.25,
        display: "grid",
        gap: 0.75,
        fontSize: 17,
      }}
    >
      <Box sx={{ fontWeight: 700, color: "var(--copper)" }}>{title}</Box>
      {children}
    </Box>
  );
}

export function NumberField({
  label,
  value,
  set,
  step = 0.01,
  fault,
}: {
  label: string;
  value: number;
  set: (value: number) => void;
  step?: number;
  /** What is wrong with the number, said at its field. */
  fault?: InputFault | undefined;
}) {
  return (
    <BenchField
      type="number"
      label={label}
      value={value}
      hasError={fault !== undefined}
      help={fault && <span role="alert">{inputWords(fault)}</span>}
      inputProps={{ step, min: 0 }}
      onChange={(event) => set(Number(event.target.value))}
    />
  );
}
