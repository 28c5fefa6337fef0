import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useSend } from "../ui/use-send.ts";

/** The address at which calendars hear of promised days. */
export function CalendarAddress({ address }: { address: string | undefined }) {
  const send = useSend("/calendar-address");
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "flex-start" }}>
      {address !== undefined && (
        <TextField
          label="Address for calendars"
          value={address}
          helperText="Whoever has it sees numbers, machines and days, and no customers."
          slotProps={{ htmlInput: { readOnly: true } }}
          onFocus={(event) => (event.target as HTMLInputElement).select()}
          sx={{ flex: 1, minWidth: 320 }}
        />
      )}
      <Button variant="outlined" disabled={send.isBusy} onClick={() => send.send({})}>
        {address === undefined ? "Make an address for calendars" : "Another address; this one ends"}
      </Button>
      {send.error !== undefined && <div role="alert">{send.error}</div>}
    </Box>
  );
}
