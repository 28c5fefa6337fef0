import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import { useState } from "react";
import { Link } from "react-router";
import { COMMANDS, keyShown, useOffers } from "../ui/commands.ts";
import { MapLegend } from "../signs/map/legend.tsx";
import { areKeysOn, turnKeys } from "../ui/use-keys.ts";

/** The keys that do something on this page now, and those that do everywhere. */
export default function KeysDialog({ onClose }: { onClose: () => void }) {
  const [hasMap] = useState(() => document.querySelector('svg[aria-label^="Map"]') !== null);
  const [isOn, setOn] = useState(areKeysOn);
  const offers = useOffers().filter(({ shown }) => shown !== "");
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title" maxWidth="lg">
      <DialogTitle id="keys-title">Keys of this page</DialogTitle>
      <DialogContent>
        <Box
          component="dl"
          sx={{
            m: 0,
            display: "grid",
            gridTemplateColumns: { xs: "90px 1fr", lg: "90px 1fr 90px 1fr" },
            rowGap: 0.75,
            columnGap: 2,
          }}
        >
          {offers.map(({ id, shown, words }) => (
            <Row key={id} shown={shown} words={words} />
          ))}
          <Row shown={keyShown("palette")} words={COMMANDS.palette.words} />
        </Box>
        {hasMap && <MapLegend />}
        <FormControlLabel
          sx={{ mt: 2 }}
          control={
            <Switch
              checked={isOn}
              onChange={(_, next) => {
                turnKeys(next);
                setOn(next);
              }}
            />
          }
          label="Single keys do something on this screen"
        />
        <Box sx={{ mt: 1 }}>
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
