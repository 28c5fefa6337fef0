import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useSend } from "../ui/use-send.ts";

/** Guides of machines that were made up, to try the program on: each comes in with a press. */
export function Examples({
  all,
}: {
  all: readonly { readonly file: string; readonly name: string; readonly isHere: boolean }[];
}) {
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, display: "grid", gap: 0.5 }}>
      {all.map((one) => (
        <ExampleRow key={one.file} {...one} />
      ))}
    </Box>
  );
}

function ExampleRow({ file, name, isHere }: { file: string; name: string; isHere: boolean }) {
  const setup = useSend("/setup");
  return (
    <Box component="li" sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
      <Box sx={{ minWidth: 220 }}>{name}</Box>
      {isHere ? (
        <Box sx={{ color: "var(--good)" }}>✓ here</Box>
      ) : (
        <Button
          variant="outlined"
          size="small"
          loading={setup.isBusy}
          onClick={() => setup.send({ does: "example", file })}
        >
          Add {name}
        </Button>
      )}
      {setup.error !== undefined && <Alert severity="error">{setup.error}</Alert>}
    </Box>
  );
}
