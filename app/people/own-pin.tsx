import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { PIN_DIGITS, pinError } from "../../core/people/index.ts";
import { pinErrorWords } from "../../core/words/index.ts";
import { useSend } from "../ui/use-send.ts";

/** Somebody changes their own PIN, by the one they have. */
export function OwnPin({ onClose }: { onClose: () => void }) {
  const people = useSend("/people");
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const [again, setAgain] = useState("");
  const wrong = pinError(fresh);
  const isSame = fresh === again;
  if (people.isDone) {
    return (
      <Alert severity="success" onClose={onClose}>
        Your PIN is changed.
      </Alert>
    );
  }
  const fields = [
    ["PIN you have now", old, setOld],
    ["New PIN", fresh, setFresh],
    ["New PIN once more", again, setAgain],
  ] as const;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        people.send({ does: "pin", old, fresh });
      }}
      sx={{ display: "grid", gap: 2, maxWidth: 320, pt: 1 }}
    >
      {fields.map(([label, value, set]) => (
        <TextField
          key={label}
          label={label}
          type="password"
          autoComplete="off"
          value={value}
          onChange={(event) => set(event.target.value)}
          slotProps={{ htmlInput: { inputMode: "numeric", maxLength: PIN_DIGITS.most } }}
        />
      ))}
      {fresh !== "" && wrong && <Alert severity="info">{pinErrorWords(wrong)}</Alert>}
      {again !== "" && !isSame && <Alert severity="info">The two new ones differ.</Alert>}
      {people.error !== undefined && <Alert severity="error">{people.error}</Alert>}
      <Button
        type="submit"
        variant="contained"
        disabled={people.isBusy || wrong !== undefined || !isSame}
      >
        Change it
      </Button>
    </Box>
  );
}
