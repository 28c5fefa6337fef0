import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { nameOf, type Person } from "../../core/people/index.ts";
import { type Call, CALL_OUTCOMES, type Called } from "../../core/ticket/index.ts";
import { CALL_OUTCOME_WORDS, CALL_WORDS } from "../../core/words/index.ts";
import { momentWords, useZone } from "../ui/days.ts";
import { Fold } from "../ui/fold.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { phoneLink } from "../ui/phone.ts";
import { useSend } from "../ui/use-send.ts";
import { Fact } from "./fact.tsx";

/** What the customer waits to hear, and the calls that were made. */
export function CallSection({
  number,
  phone,
  call,
  calls,
  people,
}: {
  number: number;
  phone: string;
  call: Call | undefined;
  calls: readonly Called[];
  people: readonly Person[];
}) {
  const zone = useZone();
  const deeds = useSend(`/tickets/${number}/deeds`);
  const [note, setNote] = useState("");
  if (!call && calls.length === 0) return null;
  const line = call ? `to call: ${CALL_WORDS[call.about].toLowerCase()}` : "told";
  return (
    <Fold title="Calls" line={line} isOpen={call !== undefined}>
      {calls.map(({ at, by, about, outcome, note: said }) => (
        <Fact key={at} name={momentWords(at, zone)}>
          {nameOf(people, by)}: {CALL_WORDS[about].toLowerCase()};{" "}
          {CALL_OUTCOME_WORDS[outcome].toLowerCase()}
          {said !== "" && `. ${said}`}
        </Fact>
      ))}
      {deeds.error !== undefined && <Alert severity="error">{deeds.error}</Alert>}
      {call && (
        <IfMay doing="decide">
          <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", mt: 1 }}>
            {phone !== "" && (
              <Button href={phoneLink(phone)} variant="outlined">
                Call {phone}
              </Button>
            )}
            <TextField
              label="What was said"
              value={note}
              onChange={(event) => setNote(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 1000 } }}
            />
            {CALL_OUTCOMES.map((outcome) => (
              <Button
                key={outcome}
                variant="outlined"
                disabled={deeds.isBusy}
                onClick={() => {
                  const deed = { kind: "called", about: call.about, outcome, note: note.trim() };
                  deeds.send({ deed });
                  setNote("");
                }}
              >
                {CALL_OUTCOME_WORDS[outcome]}
              </Button>
            ))}
          </Box>
        </IfMay>
      )}
    </Fold>
  );
}
