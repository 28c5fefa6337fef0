import type { InputFault } from "../../../core/swap/index.ts";
import { inputWords } from "../../../core/words/index.ts";
import Box from "@mui/material/Box";
import type { ReactNode } from "react";
import { fieldLook } from "../screen/field-look.ts";

export const smallField = { ...fieldLook, width: 92, height: 40 } as const;

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
    <Box component="label" sx={{ display: "flex", gap: 1, alignItems: "center" }}>
      {label}
      <Box
        component="input"
        type="number"
        step={step}
        min={0}
        value={value}
        aria-invalid={fault !== undefined}
        onChange={(event) => set(Number(event.target.value))}
        sx={{ ...smallField, ...(fault ? { borderColor: "var(--stop)" } : {}) }}
      />
      {fault && (
        <span role="alert" style={{ color: "var(--stop)", fontWeight: 700 }}>
          {inputWords(fault)}
        </span>
      )}
    </Box>
  );
}
