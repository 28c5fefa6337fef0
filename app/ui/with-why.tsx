import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";

/** A press that asks why before it does anything: what is taken back keeps its reason. */
export function WithWhy({
  name,
  asks = "Why",
  isBusy,
  send,
}: {
  /** What the button says. */
  name: string;
  asks?: string;
  isBusy: boolean;
  send: (why: string) => void;
}) {
  const [why, setWhy] = useState<string>();
  if (why === undefined) {
    return (
      <Button size="small" onClick={() => setWhy("")}>
        {name}
      </Button>
    );
  }
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", my: 0.5 }}
    >
      <TextField
        label={asks}
        size="small"
        autoFocus
        value={why}
        onChange={(event) => setWhy(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 1000 } }}
      />
      <Button
        variant="outlined"
        disabled={why.trim() === "" || isBusy}
        onClick={() => {
          send(why.trim());
          setWhy(undefined);
        }}
      >
        {name}
      </Button>
      <Button onClick={() => setWhy(undefined)}>Leave it</Button>
    </Box>
  );
}
