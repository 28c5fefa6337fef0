import Box from "@mui/material/Box";
import { useServiceWorker, useWaiting } from "./use-offline.ts";

/** Says that ticks wait in this browser, on pages that are no bench. */
export function WaitingLine({ isIn }: { isIn: boolean }) {
  useServiceWorker(isIn);
  const waiting = useWaiting(isIn);
  return (
    <Box aria-live="polite">
      {waiting > 0 && (
        <Box sx={{ px: 2, py: 0.75, bgcolor: "var(--copperWash)" }}>
          {waiting === 1 ? "1 tick waits" : `${waiting} ticks wait`} in this browser: sent by itself
          when the server takes it. What stays was refused; its bench says why.
        </Box>
      )}
    </Box>
  );
}
