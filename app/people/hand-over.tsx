import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useEffect, useState } from "react";
import { Form, useFetcher } from "react-router";
import type { Person } from "../../core/people/index.ts";
import { OwnPin } from "./own-pin.tsx";
import { type PinOwner, PinPad } from "./pin-pad.tsx";

/** The screen goes to somebody else: name and PIN, and the page stays where it is. */
export default function HandOver({
  people,
  who,
  onClose,
}: {
  people: readonly PinOwner[];
  who: Person;
  onClose: () => void;
}) {
  const fetcher = useFetcher<{ error: string | undefined }>();
  const [isPin, setPin] = useState(false);
  const isDone = fetcher.state === "idle" && fetcher.data && fetcher.data.error === undefined;
  useEffect(() => {
    if (isDone) onClose();
  }, [isDone, onClose]);
  const send = (person: string, pin: string) =>
    void fetcher.submit({ person, pin, stay: "yes" }, { method: "post", action: "/sign-in" });
  return (
    <Dialog open onClose={onClose} maxWidth="md" aria-labelledby="hand-over">
      <DialogTitle id="hand-over">
        {isPin ? `${who.name}: another PIN` : "Who works here now?"}
      </DialogTitle>
      <DialogContent>
        {isPin ? (
          <OwnPin
            role={who.role}
            hasPhrase={people.find(({ id }) => id === who.id)?.hasPhrase === true}
            onClose={onClose}
          />
        ) : (
          <PinPad
            people={people}
            error={fetcher.data?.error}
            isBusy={fetcher.state !== "idle"}
            onPin={send}
          />
        )}
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, mt: 2 }}>
          <Form method="post" action="/sign-out">
            <Button type="submit" variant="outlined">
              Sign {who.name} out
            </Button>
          </Form>
          {!isPin && (
            <Button onClick={() => setPin(true)} variant="outlined">
              Change my PIN
            </Button>
          )}
          <Button onClick={onClose}>Close</Button>
        </Box>
      </DialogContent>
    </Dialog>
  );
}
