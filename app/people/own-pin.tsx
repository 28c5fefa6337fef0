import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import {
  mayHavePhrase,
  PHRASE_LENGTH,
  PIN_DIGITS,
  type Role,
  secretOf,
} from "../../core/people/index.ts";
import { pinErrorWords } from "../../core/words/index.ts";
import { useSend } from "../ui/use-send.ts";

/** Somebody changes their own PIN, by the one they have; a lead may take a passphrase. */
export function OwnPin({
  role,
  hasPhrase,
  onClose,
}: {
  role: Role;
  hasPhrase: boolean;
  onClose: () => void;
}) {
  const people = useSend("/people");
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const [again, setAgain] = useState("");
  const { error: wrong, ...will } = secretOf(fresh, role);
  const isFree = mayHavePhrase(role);
  const word = isFree ? "PIN or passphrase" : "PIN";
  const isSame = fresh === again;
  if (people.isDone) {
    return (
      <Alert severity="success" onClose={onClose}>
        Your {will.hasPhrase ? "passphrase" : "PIN"} is changed.
      </Alert>
    );
  }
  const fields = [
    [`${hasPhrase ? "Passphrase" : "PIN"} you have now`, old, setOld],
    [`New ${word}`, fresh, setFresh],
    [`New ${word} once more`, again, setAgain],
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
          slotProps={{
            htmlInput: isFree
              ? { maxLength: PHRASE_LENGTH.most }
              : { inputMode: "numeric", maxLength: PIN_DIGITS.most },
          }}
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
