import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { IDLE_MINUTES } from "../../core/people/index.ts";
import { useSend } from "../ui/use-send.ts";

/** After how long without a sign of life a screen has to be signed in at anew. */
export function Idle({ minutes }: { minutes: number }) {
  const people = useSend("/people");
  const [typed, setTyped] = useState(String(minutes));
  const value = Number(typed);
  const isWrong =
    !Number.isInteger(value) || value < IDLE_MINUTES.fewest || value > IDLE_MINUTES.most;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        people.send({ does: "idle", minutes: value });
      }}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "flex-start" }}
    >
      <TextField
        label="A screen is signed out after idle minutes"
        value={typed}
        error={isWrong}
        helperText={
          isWrong
            ? `A whole number from ${IDLE_MINUTES.fewest} to ${IDLE_MINUTES.most}.`
            : (people.error ?? (people.isDone ? "Kept." : " "))
        }
        onChange={(event) => setTyped(event.target.value)}
        sx={{ width: 320 }}
      />
      <Button type="submit" variant="outlined" disabled={isWrong || people.isBusy}>
        Keep the time
      </Button>
    </Box>
  );
}
