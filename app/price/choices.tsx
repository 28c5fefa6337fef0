import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Remote } from "comlink";
import { useMemo, useState } from "react";
import { type Guide, neverOut } from "../../core/guide/index.ts";
import { MOST_MINUTES, type Offer, type Way } from "../../core/price/index.ts";
import { type QuoteRates, worthIt } from "../../core/quote/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { type Frail, handOffer, type HandOffer } from "../../core/supply/index.ts";
import { isLook, type Work } from "../../core/ticket/index.ts";
import {
  aboveWords,
  capital,
  moneyWords,
  partWord,
  supplierWords,
  wordList,
} from "../../core/words/index.ts";
import { FrailList } from "./frail-list.tsx";
import { Choice } from "../ui/choice.tsx";
import { centsIn } from "../ui/money.ts";
import { useSend } from "../ui/use-send.ts";
import type { PriceAnswer, PriceQuestion, PriceWorker } from "../workers/price-worker.ts";
import { IfMay } from "../ui/if-may.tsx";
import { useLastAnswer, useWorker } from "../workers/use-worker.ts";

const make = () =>
  new Worker(new URL("../workers/price-worker.ts", import.meta.url), { type: "module" });
const ask = async (api: Remote<PriceWorker>, question: PriceQuestion): Promise<PriceAnswer> =>
  api.front(question);

/** All ways to make good what is broken that no other way beats: each can be made a quote. */
export function Choices({
  number,
  guide,
  job,
  work,
  broken: wanted,
  frail,
  offers: known,
  trouble,
  rates,
}: {
  number: number;
  guide: Guide;
  job: Job;
  work: Work;
  broken: readonly string[];
  /** What may break in the work: a spare is offered. */
  frail: readonly Frail[];
  offers: readonly Offer[];
  trouble: Parameters<typeof supplierWords>[0] | undefined;
  rates: QuoteRates;
}) {
  const quotes = useSend(`/tickets/${number}/quotes`);
  const [hand, setHand] = useState<readonly HandOffer[]>([]);
  const [worth, setWorth] = useState("");
  const [allowed, setAllowed] = useState("");
  const [spares, setSpares] = useState<readonly string[]>([]);
  const broken = useMemo(() => [...wanted, ...spares], [wanted, spares]);
  const offers = useMemo(
    () => known.filter(({ brings }) => brings.some((part) => broken.includes(part))),
    [known, broken],
  );
  const all = useMemo(
    () => [...offers, ...hand.flatMap((one) => handOffer(guide, one) ?? [])],
    [offers, hand, guide],
  );
  const isPriced = !isLook(job) || work === "cosmetic";
  const strange = neverOut(guide, job.for);
  const minutes = strange.length > 0 ? minutesIn(allowed) : undefined;
  const isTimed = strange.length === 0 || minutes !== undefined;
  const question = useMemo(
    () =>
      broken.length > 0 && isTimed
        ? { guide, job, broken, offers: all, rates, careful: rates.careful, minutes }
        : undefined,
    [guide, job, broken, all, rates, isTimed, minutes],
  );
  const asked = useWorker(make, ask, question);
  const answer = useLastAnswer(asked);
  const cents = centsIn(worth);
  const send = (ids: readonly string[]) =>
    quotes.send({
      offers: ids.filter((id) => offers.some((offer) => offer.id === id)),
      hand: hand.filter((one) => ids.includes(handOffer(guide, one)?.id ?? "")),
      ...(cents ? { worth: cents } : {}),
      ...(minutes === undefined ? {} : { minutes }),
    });
  const toggle = (part: string) =>
    setSpares(spares.includes(part) ? spares.filter((id) => id !== part) : [...spares, part]);
  if (!isPriced) {
    return (
      <Alert severity="info">
        There is no job to price yet. Find out what it is, or choose the parts.
      </Alert>
    );
  }
  return (
    <Box component="section" aria-label="Choices" sx={{ display: "grid", gap: 2, mt: 3 }}>
      <Typography variant="h2">
        {broken.length === 0
          ? "Labour only: nothing has to be bought"
          : `Ways to make good the ${wordList(broken.map((part) => partWord(guide, part)))}`}
      </Typography>
      {trouble && broken.length > 0 && <Alert severity="warning">{supplierWords(trouble)}</Alert>}
      {quotes.error !== undefined && <Alert severity="error">{quotes.error}</Alert>}
      {strange.length > 0 && (
        <Alert severity="info">
          Nobody here has taken the {wordList(strange.map((part) => partWord(guide, part)))} out of
          this model yet, so the minutes are not known. Say how many you allow. The first strip-down
          finds the way.
        </Alert>
      )}
      <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap", alignItems: "flex-start" }}>
        {strange.length > 0 && (
          <TextField
            label="Minutes you allow"
            value={allowed}
            onChange={(event) => setAllowed(event.target.value)}
            error={allowed !== "" && minutes === undefined}
            helperText={
              allowed !== "" && minutes === undefined
                ? `A whole number, 1 to ${MOST_MINUTES}`
                : "At the bench, all in all"
            }
            slotProps={{ htmlInput: { inputMode: "numeric" } }}
            sx={{ width: 190 }}
          />
        )}
        <TextField
          label="What the machine is worth"
          value={worth}
          onChange={(event) => setWorth(event.target.value)}
          error={worth !== "" && !cents}
          helperText={worth !== "" && !cents ? "An amount, like 350 or 350.00" : " "}
          sx={{ width: 230 }}
        />
        {broken.length > 0 && (
          <HandForm guide={guide} broken={broken} add={(one) => setHand([...hand, one])} />
        )}
      </Box>
      <FrailList
        guide={guide}
        frail={frail}
        offers={known}
        isSpare={(part) => spares.includes(part)}
        toggle={toggle}
      />
      {broken.length === 0 ? (
        <Box>
          <Button
            variant="contained"
            size="large"
            disabled={quotes.isBusy || !isTimed}
            onClick={() => send([])}
          >
            Quote the labour
          </Button>
        </Box>
      ) : (
        <>
          <Box role="status" sx={{ color: "var(--soft)", minHeight: 24 }}>
            {asked.state === "failed"
              ? "That broke off. Reload the page to go on; nothing is lost."
              : asked.state === "working" && "Weighing the choices"}
          </Box>
          {answer?.type === "not-offered" && (
            <Alert severity="info">
              Nobody offers the {partWord(guide, answer.part)}. Type what another source asks.
            </Alert>
          )}
          {answer?.type === "front" && (
            <Box component="ol" sx={{ listStyle: "none", m: 0, p: 0, display: "grid", gap: 1.5 }}>
              {answer.front.map((way) => (
                <WayCard
                  key={way.offers.join()}
                  way={way}
                  offers={all}
                  guide={guide}
                  broken={broken}
                  rates={rates}
                  worth={cents}
                  isBusy={quotes.isBusy}
                  quote={() => send(way.offers)}
                />
              ))}
            </Box>
          )}
          {answer?.type === "front" && (
            <Typography sx={{ color: "var(--soft)" }}>
              {answer.front.length === 1 ? "No other choice is" : "No other choice than these is"}{" "}
              cheaper, sooner or safer; {answer.ways} were looked at.{" "}
              {minutes === undefined
                ? "Labour is the planned time of exactly each choice."
                : "Labour is what you allow."}
            </Typography>
          )}
        </>
      )}
    </Box>
  );
}

/** Whole minutes that were typed; undefined: they are none. */
function minutesIn(typed: string): number | undefined {
  const minutes = /^\s*\d{1,4}\s*$/.test(typed) ? Number(typed) : 0;
  return minutes >= 1 && minutes <= MOST_MINUTES ? minutes : undefined;
}

function WayCard({
  way,
  offers,
  guide,
  broken,
  rates,
  worth,
  isBusy,
  quote,
}: {
  way: Way;
  offers: readonly Offer[];
  guide: Guide;
  broken: readonly string[];
  rates: QuoteRates;
  worth: number | undefined;
  isBusy: boolean;
  quote: () => void;
}) {
  const bought = way.offers.map((id) => offers.find((offer) => offer.id === id)!);
  const beside = way.brings.filter((part) => !broken.includes(part));
  const line = worth ? worthIt(way.price, worth, rates.worth) : undefined;
  return (
    <Box
      component="li"
      sx={{
        border: "1px solid var(--line)",
        borderRadius: "6px",
        bgcolor: "var(--card)",
        p: 2,
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "150px minmax(0, 1fr) auto" },
        gap: 2,
        alignItems: "center",
      }}
    >
      <Box>
        <Box className="mono" sx={{ fontSize: 26, fontWeight: 700 }}>
          {moneyWords(way.price)}
        </Box>
        <Box sx={{ color: "var(--soft)" }}>tax included</Box>
      </Box>
      <Box>
        {bought.map(({ id, name, condition, supplier, price }) => (
          <Box key={id}>
            {name}, {condition}, {supplier}: <span className="mono">{moneyWords(price)}</span>
          </Box>
        ))}
        {beside.length > 0 && (
          <Box>
            {capital(wordList(beside.map((part) => partWord(guide, part))))} come new with it:
            nothing has to be moved over.
          </Box>
        )}
        <Box sx={{ color: "var(--soft)" }}>
          {way.days === 0 ? "Here now" : `Here in ${way.days} days, ${way.late} at the latest`};{" "}
          {Math.round(way.minutes)} min at the bench (
          <span className="mono">{moneyWords(way.labour)}</span>
          {way.above > 0 && `, ${aboveWords(way.above)}`}); {Math.round(100 * (1 - way.good))} in
          100 such orders have a bad part
        </Box>
        {line && (
          <Box sx={{ fontWeight: 700, color: line.isWorth ? "var(--good)" : "var(--stop)" }}>
            {line.isWorth ? "✓ Worth it" : "✗ Hardly worth it"}: {Math.round(100 * line.share)} % of
            what the machine is worth, the shop’s line is {Math.round(100 * rates.worth)} %
          </Box>
        )}
      </Box>
      <IfMay doing="price">
        <Button variant="contained" size="large" disabled={isBusy} onClick={quote}>
          Make this a quote
        </Button>
      </IfMay>
    </Box>
  );
}

/** What another source asks for a part, by telephone. */
function HandForm({
  guide,
  broken,
  add,
}: {
  guide: Guide;
  broken: readonly string[];
  add: (hand: HandOffer) => void;
}) {
  const [part, setPart] = useState(broken[0]!);
  const [name, setName] = useState("");
  const [price, setPrice] = useState("");
  const [days, setDays] = useState("2");
  const cents = centsIn(price);
  const isWhole = /^\d{1,3}$/.test(days);
  const isReady = name.trim() !== "" && cents !== undefined && cents > 0 && isWhole;
  return (
    <Box
      role="group"
      aria-label="Another source"
      sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "flex-start" }}
    >
      <TextField
        label="Another source"
        value={name}
        onChange={(event) => setName(event.target.value)}
        sx={{ width: 170 }}
      />
      <Choice
        label="Part"
        value={part}
        options={broken.map((id) => ({ value: id, label: guide.parts[id]?.name ?? id }))}
        choose={setPart}
      />
      <TextField
        label="Asks"
        value={price}
        onChange={(event) => setPrice(event.target.value)}
        error={price !== "" && !cents}
        sx={{ width: 100 }}
      />
      <TextField
        label="Days"
        value={days}
        onChange={(event) => setDays(event.target.value)}
        error={!isWhole}
        sx={{ width: 70 }}
      />
      <Button
        variant="outlined"
        disabled={!isReady}
        onClick={() => {
          add({ name: name.trim(), part, price: cents!, days: Number(days) });
          setPrice("");
        }}
      >
        Add it to the choices
      </Button>
    </Box>
  );
}
