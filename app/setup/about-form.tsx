import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { About } from "../../core/setup/index.ts";
import { useSend } from "../ui/use-send.ts";

/** What the shop is called, and where it is found: for every paper. */
export function AboutForm({ about }: { about: About }) {
  const setup = useSend("/setup");
  const [typed, setTyped] = useState(about);
  const field = (name: keyof About, label: string, most: number, help = " ") => (
    <TextField
      label={label}
      value={typed[name]}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
      helperText={help}
      {...(name === "address" ? { multiline: true, minRows: 2 } : {})}
      slotProps={{ htmlInput: { maxLength: most } }}
    />
  );
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        setup.send({ does: "about", about: typed });
      }}
      sx={{ display: "grid", gap: 0.5, maxWidth: 460 }}
    >
      {setup.error !== undefined && <Alert severity="error">{setup.error}</Alert>}
      {setup.isDone && <Alert severity="success">Kept. It stands on every paper now.</Alert>}
      {field("name", "Name of the shop", 100)}
      {field("address", "Address", 400, "A line each")}
      {field("phone", "Phone or mail", 100)}
      <Box>
        <Button
          type="submit"
          variant="outlined"
          disabled={typed.name.trim() === "" || setup.isBusy}
        >
          Keep name and address
        </Button>
      </Box>
    </Box>
  );
}
