import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Quote, type QuoteRates, worthIt } from "../../core/quote/index.ts";
import type { Wait, WayOfAnswer } from "../../core/ticket/index.ts";
import { WAYS_OF_ANSWER } from "../../core/ticket/index.ts";
import { aboveWords, moneyWords, sealWords, WAY_OF_ANSWER_WORDS } from "../../core/words/index.ts";
import { Choice } from "../ui/choice.tsx";
import { dayWords } from "../ui/days.ts";
import { useSend } from "../ui/use-send.ts";
import { IfMay } from "../ui/if-may.tsx";

type Numbered = Quote & { readonly number: number };

/** The quotes of a ticket, the last two side by side; the customer's word on the last. */
export function Quotes({
  number,
  quotes,
  agreed,
  waits,
  rates,
}: {
  number: number;
  quotes: readonly Numbered[];
  agreed: number | undefined;
  waits: Wait;
  rates: QuoteRates;
}) {
  if (quotes.length === 0) return null;
  const last = quotes.at(-1)!;
  return (
    <Box component="section" aria-label="Quotes">
      <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap" }}>
        {quotes.slice(-2).map((quote) => (
          <QuoteCard
            key={quote.number}
            ticket={number}
            quote={quote}
            isAgreed={quote.number === agreed}
            line={rates.worth}
          />
        ))}
      </Box>
      {quotes.length > 2 && (
        <Typography sx={{ mt: 1, color: "var(--soft)" }}>
          Before them:{" "}
          {quotes.slice(0, -2).map((quote) => (
            <span key={quote.number}>
              <a href={`/tickets/${number}/papers/quote-${quote.number}.pdf`}>
                quote {quote.number}
              </a>{" "}
              <span className="mono">{moneyWords(quote.total)}</span>.{" "}
            </span>
          ))}
        </Typography>
      )}
      {(waits === "customer" || waits === "part" || waits === "finding") && (
        <IfMay doing="decide">
          <Answer key={last.number} number={number} quotes={quotes} />
        </IfMay>
      )}
    </Box>
  );
}

function QuoteCard({
  ticket,
  quote,
  isAgreed,
  line,
}: {
  ticket: number;
  quote: Numbered;
  isAgreed: boolean;
  line: number;
}) {
  const worth = quote.worth === undefined ? undefined : worthIt(quote.total, quote.worth, line);
  return (
    <Box
      component="article"
      aria-label={`Quote ${quote.number}`}
      sx={{
        flex: "1 1 380px",
        maxWidth: 620,
        border: isAgreed ? "2px solid var(--good)" : "1px solid var(--line)",
        borderRadius: "6px",
        bgcolor: "var(--card)",
        p: 2,
      }}
    >
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          Quote {quote.number}
          {isAgreed && ", agreed"}
        </Typography>
        <a
          href={`/tickets/${ticket}/papers/quote-${quote.number}.pdf`}
          style={{ color: "inherit" }}
        >
          PDF
        </a>
      </Box>
      <Box component="table" sx={{ width: 1, mt: 1, "& td:last-child": { textAlign: "right" } }}>
        <tbody>
          {quote.lines.map(({ kind, name, net }) => (
            <tr key={`${kind}${name}`}>
              <td>{name}</td>
              <td className="mono">{moneyWords(net)}</td>
            </tr>
          ))}
          <tr>
            <td>Tax</td>
            <td className="mono">{moneyWords(quote.tax)}</td>
          </tr>
          <tr style={{ fontWeight: 700 }}>
            <td>In all</td>
            <td className="mono">{moneyWords(quote.total)}</td>
          </tr>
        </tbody>
      </Box>
      <Typography sx={{ color: "var(--soft)", mt: 1 }}>
        {quote.days === 0
          ? "Parts are here"
          : `Parts in ${quote.days} days, ${quote.late} at the latest`}
        ; about {Math.round(quote.minutes)} min at the bench, one in five takes over{" "}
        {Math.round(quote.atMost)}
        {quote.above !== undefined && ` (the way there is ${aboveWords(quote.above)})`}. Holds until{" "}
        {dayWords(quote.until)}.
        {quote.deposit > 0 && ` ${moneyWords(quote.deposit)} before the parts are ordered.`}
      </Typography>
      {quote.seals && <Typography sx={{ fontWeight: 700 }}>{sealWords(quote.seals)}</Typography>}
      {worth && (
        <Typography sx={{ fontWeight: 700, color: worth.isWorth ? "var(--good)" : "var(--stop)" }}>
          {worth.isWorth ? "✓ Worth it" : "✗ Hardly worth it"}: {Math.round(100 * worth.share)} % of
          what the machine is worth
        </Typography>
      )}
    </Box>
  );
}

/** What the customer said, how, and on which quote. */
function Answer({ number, quotes }: { number: number; quotes: readonly Numbered[] }) {
  const deeds = useSend(`/tickets/${number}/deeds`);
  const [quote, setQuote] = useState(quotes.at(-1)!.number);
  const [way, setWay] = useState<WayOfAnswer>("phone");
  const [note, setNote] = useState("");
  const say = (answer: "yes" | "no" | "later") =>
    deeds.send({ deed: { kind: "answered", answer, quote, way, note: note.trim() } });
  return (
    <Box component="section" aria-label="The customer says" sx={{ mt: 2 }}>
      {deeds.error !== undefined && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {deeds.error}
        </Alert>
      )}
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        {quotes.length > 1 && (
          <Choice
            label="On quote"
            value={quote}
            options={quotes.slice(-2).map((one) => ({ value: one.number, label: `${one.number}` }))}
            choose={setQuote}
            sx={{ minWidth: 100 }}
          />
        )}
        <Choice
          label="The customer answered"
          value={way}
          options={WAYS_OF_ANSWER.map((value) => ({ value, label: WAY_OF_ANSWER_WORDS[value] }))}
          choose={setWay}
          sx={{ minWidth: 180 }}
        />
        <TextField
          label="In the customer’s words"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
          sx={{ width: 260 }}
        />
        <Button variant="contained" size="large" disabled={deeds.isBusy} onClick={() => say("yes")}>
          Yes
        </Button>
        <Button variant="outlined" size="large" disabled={deeds.isBusy} onClick={() => say("no")}>
          No
        </Button>
        <Button size="large" disabled={deeds.isBusy} onClick={() => say("later")}>
          Not yet
        </Button>
      </Box>
    </Box>
  );
}
