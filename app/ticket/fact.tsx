import Box from "@mui/material/Box";
import type { ReactNode } from "react";

/** One thing that is known, under its name. */
export function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", sm: "190px 1fr" },
        gap: 2,
        py: 0.25,
      }}
    >
      <Box sx={{ color: "var(--soft)" }}>{name}</Box>
      <Box>{children}</Box>
    </Box>
  );
}
