import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";

/** A page of the program off the bench: its title, what can be done with all of it, and the rest below. */
export function Page({
  title,
  actions,
  children,
}: {
  title: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Box
      component="main"
      id="main"
      tabIndex={-1}
      sx={{
        maxWidth: 1720,
        mx: "auto",
        px: { xs: 1.5, sm: 3 },
        py: 2,
        outline: "none",
      }}
    >
      <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1.5, mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 220 }}>
          {title}
        </Typography>
        {actions}
      </Box>
      {children}
    </Box>
  );
}
