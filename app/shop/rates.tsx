import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { QuoteRates } from "../../core/quote/index.ts";
import { moneyWords } from "../../core/words/index.ts";
import { centsIn } from "../ui/money.ts";
import { useSend } from "../ui/use-send.ts";

const FIELDS = [
  ["hour", "An hour of labour", "money"],
  ["finding", "Finding out", "money"],
  ["tax", "Tax, %", "share"],
  ["deposit", "Deposit on parts, %", "share"],
  ["worth", "Worth it up to, % of the machine", "share"],
  ["holds", "A quote holds, days", "number"],
  ["warranty", "Warranty on work and parts, days", "number"],
  ["careful", "Careful way, under min dearer", "number"],
] as const;

const shown = (kind: (typeof FIELDS)[number][2], value: number): string => {
  if (kind === "money") return moneyWords(value);
  return kind === "share" ? String(Math.round(value * 1000) / 10) : String(value);
};

function valueOf(kind: (typeof FIELDS)[number][2], text: string): number {
  if (kind === "money") return centsIn(text) ?? NaN;
  const value = text.trim() === "" ? NaN : Number(text.replace(",", "."));
  return kind === "share" ? value / 100 : value;
}

/** What the shop reckons by. */
export function Rates({ rates }: { rates: QuoteRates }) {
  const shop = useSend("/shop");
  const [typed, setTyped] = useState(() =>
    Object.fromEntries(FIELDS.map(([name, , kind]) => [name, shown(kind, rates[name])])),
  );
  const wrong = FIELDS.filter(([name, , kind]) => !Number.isFinite(valueOf(kind, typed[name]!)));
  const send = () =>
    shop.send({
      rates: Object.fromEntries(
        FIELDS.map(([name, , kind]) => [name, valueOf(kind, typed[name]!)]),
      ),
    });
  return (
    <Box sx={{ display: "grid", gap: 2, maxWidth: 720 }}>
      <Typography variant="h2">What is reckoned by</Typography>
      {shop.error !== undefined && <Alert severity="error">{shop.error}</Alert>}
      {shop.isDone && (
        <Alert severity="success">Kept. Quotes that were given stay as they are.</Alert>
      )}
      <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap" }}>
        {FIELDS.map(([name, label, kind]) => (
          <TextField
            key={name}
            label={label}
            value={typed[name]}
            error={!Number.isFinite(valueOf(kind, typed[name]!))}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
            sx={{ width: 220 }}
          />
        ))}
      </Box>
      <Box>
        <Button variant="contained" disabled={wrong.length > 0 || shop.isBusy} onClick={send}>
          Keep
        </Button>
      </Box>
    </Box>
  );
}
