import Box from "@mui/material/Box";
import FormControlLabel from "@mui/material/FormControlLabel";
import Checkbox from "@mui/material/Checkbox";
import Typography from "@mui/material/Typography";
import type { Guide } from "../../core/guide/index.ts";
import type { Offer } from "../../core/price/index.ts";
import type { Frail } from "../../core/supply/index.ts";
import { capital, moneyWords, thingWord } from "../../core/words/index.ts";

/** What may not survive the work, with a spare where somebody has one. */
export function FrailList({
  guide,
  frail,
  offers,
  isSpare,
  toggle,
}: {
  guide: Guide;
  frail: readonly Frail[];
  offers: readonly Offer[];
  isSpare: (part: string) => boolean;
  toggle: (part: string) => void;
}) {
  if (frail.length === 0) return null;
  const least = (part: string): number | undefined => {
    const prices = offers.flatMap((one) => (one.brings.includes(part) ? [one.price] : []));
    return prices.length === 0 ? undefined : Math.min(...prices);
  };
  return (
    <Box component="section" aria-label="May break in the work">
      <Typography variant="h2">May break in the work</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {frail.map(({ thing, survives, part }) => {
          const price = least(part);
          return (
            <li key={thing}>
              {capital(thingWord(guide, thing))}: {Math.round(100 * (1 - survives))} in 100 break.
              Tell the customer.{" "}
              {price === undefined ? (
                <span>Nobody offers a spare {thingWord(guide, part)}.</span>
              ) : (
                <FormControlLabel
                  control={<Checkbox checked={isSpare(part)} onChange={() => toggle(part)} />}
                  label={`Quote a spare ${thingWord(guide, part)}, from ${moneyWords(price)}`}
                />
              )}
            </li>
          );
        })}
      </Box>
    </Box>
  );
}
