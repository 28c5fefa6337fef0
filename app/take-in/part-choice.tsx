import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { KnownCode } from "../../core/ticket/index.ts";

/** The kinds a shop replaces, in the order they are asked for; the rest follows by name. */
const USUAL = [
  "battery",
  "fan",
  "heatsink",
  "jack",
  "keyboard",
  "palmrest",
  "motherboard",
  "storage",
  "memory",
  "display",
];

/** Which parts are to be replaced, once the underside code names a machine. */
export function PartChoice({
  machine,
  known,
  typed,
  chosen,
  error,
}: {
  machine: KnownCode["found"];
  known: readonly string[];
  typed: string;
  /** Parts that are ticked to begin with. */
  chosen: readonly string[];
  error: string | undefined;
}) {
  if (!machine) {
    return (
      <Typography sx={{ color: "var(--soft)" }}>
        {typed.trim() === "" || known.length === 0
          ? "Type the code on the underside: the machine and its parts appear here."
          : `No guide answers to "${typed}" yet. Known codes: ${known.join(", ")}.`}
      </Typography>
    );
  }
  const rank = (kind: string): number =>
    USUAL.includes(kind) ? USUAL.indexOf(kind) : USUAL.length;
  const parts = [...machine.parts].sort(
    (a, b) => rank(a.kind) - rank(b.kind) || a.name.localeCompare(b.name),
  );
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Typography component="legend" variant="h2">
        {machine.name}
      </Typography>
      <Typography sx={{ color: "var(--soft)", mb: 1.5 }}>{machine.recognise}</Typography>
      <Typography variant="h3">What is to be replaced?</Typography>
      {error !== undefined && (
        <Typography role="alert" sx={{ color: "var(--stop)" }}>
          {error}
        </Typography>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr 1fr", columnGap: 2, mt: 1 }}>
        {parts.map(({ id, name, kind }) => (
          <Box
            key={id}
            component="label"
            sx={{
              display: "flex",
              gap: 1,
              alignItems: "center",
              minHeight: 34,
              fontWeight: USUAL.includes(kind) ? 600 : 400,
            }}
          >
            <input
              type="checkbox"
              name="parts"
              defaultChecked={chosen.includes(id)}
              value={id}
              style={{ width: 20, height: 20, flex: "none" }}
            />
            {name}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: "flex", gap: 3, mt: 2 }}>
        <label>
          <input type="radio" name="mode" value="short" defaultChecked /> Short way
        </label>
        <label>
          <input type="radio" name="mode" value="book" /> By the maker&rsquo;s book
        </label>
      </Box>
    </Box>
  );
}
