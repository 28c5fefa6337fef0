import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import { Key } from "./panel.tsx";

const KEYS = [
  ["Space", "Done: this step, or the next plug of a gate. A pedal that types Space will do."],
  ["Backspace", "Take the last step back"],
  ["C", "The count differs: one less, then say why"],
  ["− and +", "Count one less, one more"],
  ["1 2 3", "The reason of a count that differs"],
  ["Y and N", "Answer a stop; Space does not get past it"],
  ["F and A", "A check fails, or does not apply here"],
  ["→", "The next screw of those to be tightened"],
  ["S", "It will not come off: what still holds it"],
  ["N", "A note to this step, for the next one"],
  ["P", "A picture of this step"],
  ["T", "The tray: what lies where, and which screw this is"],
  ["M", "The map over the whole width"],
  ["Esc", "Back to the step that comes next"],
  ["/", "Find a ticket or a machine"],
  ["?", "These keys"],
] as const;

export function KeysPanel({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-label="Keys">
      <Box sx={{ p: 3, display: "grid", gridTemplateColumns: "130px 1fr", gap: 1.5, fontSize: 18 }}>
        {KEYS.map(([key, does]) => (
          <Box key={key} sx={{ display: "contents" }}>
            <span>
              <Key>{key}</Key>
            </span>
            <span>{does}</span>
          </Box>
        ))}
      </Box>
    </Dialog>
  );
}
