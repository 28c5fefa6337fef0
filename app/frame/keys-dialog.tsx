import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { Link } from "react-router";
import { COMMANDS, keyShown, useOffers } from "../ui/commands.ts";

/** The keys that do something on this page now, and those that do everywhere. */
export default function KeysDialog({ onClose }: { onClose: () => void }) {
  const offers = useOffers().filter(({ shown }) => shown !== "");
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title" maxWidth="md">
      <DialogTitle id="keys-title">Keys of this page</DialogTitle>
      <DialogContent>
        <Box
          component="dl"
          sx={{
            m: 0,
            display: "grid",
            gridTemplateColumns: "90px 1fr",
            rowGap: 0.75,
            columnGap: 2,
          }}
        >
          {offers.map(({ id, shown, words }) => (
            <Row key={id} shown={shown} words={words} />
          ))}
          <Row shown={keyShown("palette")} words={COMMANDS.palette.words} />
        </Box>
        <Box sx={{ mt: 2.5 }}>
          What a word means here stands in the{" "}
          <Link to="/words" style={{ color: "inherit" }}>
            words of the bench
          </Link>
          .
        </Box>
      </DialogContent>
    </Dialog>
  );
}

const Row = ({ shown, words }: { shown: string; words: string }) => (
  <>
    <dt>
      <kbd className="key">{shown}</kbd>
    </dt>
    <Box component="dd" sx={{ m: 0 }}>
      {words}
    </Box>
  </>
);
