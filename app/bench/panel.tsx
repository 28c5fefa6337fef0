import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import type { ReactNode } from "react";

/** A big target for a gloved hand; the key that does the same stands beside the word. */
export function BigButton({
  children,
  hint,
  tone = "mat",
  onClick,
  disabled = false,
}: {
  children: ReactNode;
  hint?: string;
  tone?: "mat" | "plain" | "copper";
  onClick: () => void;
  disabled?: boolean;
}) {
  const plain = tone === "plain";
  return (
    <ButtonBase
      onClick={onClick}
      disabled={disabled}
      sx={{
        minHeight: 56,
        px: 2.5,
        gap: 1.5,
        flex: plain ? "none" : 1,
        borderRadius: "6px",
        border: "1px solid",
        borderColor: plain ? "var(--line)" : `var(--${tone})`,
        bgcolor: plain ? "var(--card)" : `var(--${tone})`,
        color: plain ? "var(--ink)" : "var(--paper)",
        fontSize: 19,
        fontWeight: 700,
        opacity: disabled ? 0.45 : 1,
      }}
    >
      {children}
      {hint !== undefined && <Key>{hint}</Key>}
    </ButtonBase>
  );
}

export function Key({ children }: { children: ReactNode }) {
  return (
    <Box
      component="kbd"
      sx={{
        font: "inherit",
        fontSize: 13,
        fontWeight: 400,
        px: 0.75,
        border: "1px solid currentColor",
        borderRadius: "4px",
      }}
    >
      {children}
    </Box>
  );
}

export function StepLine({ children }: { children: ReactNode }) {
  return (
    <Box component="h1" sx={{ fontSize: 28, lineHeight: 1.18, fontWeight: 700, m: 0 }}>
      {children}
    </Box>
  );
}

/** Care and caution: a sign and words, never colour alone. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <Box sx={{ display: "flex", gap: 1.25, fontSize: 18, lineHeight: 1.3 }}>
      <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true" style={{ flex: "none" }}>
        <path d="M10 1l9 17H1z" fill="none" stroke="var(--caution)" strokeWidth="2" />
        <path d="M10 7v6M10 14.5v1.8" stroke="var(--caution)" strokeWidth="2.2" />
      </svg>
      <span>{children}</span>
    </Box>
  );
}

export function Refused({ children }: { children: ReactNode }) {
  return (
    <Box
      role="alert"
      sx={{
        fontSize: 18,
        fontWeight: 700,
        color: "var(--stop)",
        border: "2px solid var(--stop)",
        borderRadius: "6px",
        px: 1.5,
        py: 1,
      }}
    >
      {children}
    </Box>
  );
}
