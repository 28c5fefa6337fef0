import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { nameOf, type Person } from "../../core/people/index.ts";
import type { Consent, Stand, Wait, Work } from "../../core/ticket/index.ts";
import {
  CONSENT_NAMES,
  CONSENT_WORDS,
  moneyWords,
  WAY_OF_ANSWER_WORDS,
} from "../../core/words/index.ts";
import { momentWords, useZone } from "../ui/days.ts";
import { Fold } from "../ui/fold.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { useMay } from "../ui/who.ts";
import { useSend } from "../ui/use-send.ts";
import { Fact } from "./fact.tsx";
import { OrderLine } from "./order-line.tsx";

interface Office {
  readonly number: number;
  readonly waits: Wait;
  readonly stand: Stand;
}

/** What the fault is, as far as it was found out; and, once it was mended, whether it was that. */
export function FindSection({
  number,
  waits,
  stand,
  work,
  people,
}: Office & { work: Work; people: readonly Person[] }) {
  const zone = useZone();
  const deeds = useSend(`/tickets/${number}/deeds`);
  const { cause, turnedOut, found, overruled } = stand;
  if (work !== "find" && !cause) return null;
  const checks = Object.keys(found).length;
  const line = cause ? cause.note : checks === 0 ? "nothing checked yet" : `${checks} checked`;
  const canTell = cause?.cause !== undefined && (waits === "soak" || waits === "collection");
  const tell = (was: boolean) =>
    deeds.send({ deed: { kind: "turned-out", cause: cause!.cause!, was } });
  return (
    <Fold title="Find out" line={line} isOpen={waits === "finding" || canTell}>
      {cause && (
        <Fact name="Found">
          {cause.note}; {nameOf(people, cause.by)}, {momentWords(cause.at, zone)}
        </Fact>
      )}
      {Object.entries(overruled).map(([check, why]) => (
        <Fact key={check} name="Another check, because">
          {why}
        </Fact>
      ))}
      {turnedOut && (
        <Fact name="Once mended">{turnedOut.was ? "it was that" : "it was not that"}</Fact>
      )}
      {deeds.error !== undefined && <Alert severity="error">{deeds.error}</Alert>}
      {canTell && !turnedOut && (
        <Box sx={{ display: "flex", gap: 1, mt: 1, alignItems: "center" }}>
          Mended: was it that?
          <Button variant="outlined" disabled={deeds.isBusy} onClick={() => tell(true)}>
            It was that
          </Button>
          <Button variant="outlined" disabled={deeds.isBusy} onClick={() => tell(false)}>
            It was not that
          </Button>
        </Box>
      )}
      <Link to={`/tickets/${number}/find`} style={{ color: "inherit" }}>
        {waits === "finding" ? "Find out what it is" : "What was found out"}
      </Link>
    </Fold>
  );
}

/** Consents with the words agreed to: an open one is answered here. */
export function ConsentSection({ number, stand, people }: Office & { people: readonly Person[] }) {
  const zone = useZone();
  const may = useMay();
  const deeds = useSend(`/tickets/${number}/deeds`);
  const { consents } = stand;
  if (consents.length === 0) return null;
  const answer = (about: Consent, given: "yes" | "no") =>
    deeds.send({ deed: { kind: "consent", about, given, words: CONSENT_WORDS[about] } });
  const open = consents.filter(({ given }) => given !== "yes").length;
  const SAID = { yes: "agreed", no: "not agreed", open: "will answer later" };
  return (
    <Fold
      title="Consents"
      line={open === 0 ? "all agreed" : `${open} not agreed`}
      isOpen={open > 0}
    >
      {deeds.error !== undefined && <Alert severity="error">{deeds.error}</Alert>}
      {consents.map(({ about, given, words, at, by }) => (
        <Fact key={about} name={CONSENT_NAMES[about]}>
          {SAID[given]}: “{words}” {nameOf(people, by)}, {momentWords(at, zone)}
          {given !== "yes" && may("decide") && (
            <Box sx={{ display: "flex", gap: 1, my: 0.5 }}>
              <Button
                size="small"
                variant="outlined"
                disabled={deeds.isBusy}
                onClick={() => answer(about, "yes")}
              >
                The customer agrees
              </Button>
              {given === "open" && (
                <Button size="small" disabled={deeds.isBusy} onClick={() => answer(about, "no")}>
                  The customer does not
                </Button>
              )}
            </Box>
          )}
        </Fact>
      ))}
    </Fold>
  );
}

/** Quotes, and the customer's word on them. */
export function PriceSection({ number, waits, stand }: Office) {
  const zone = useZone();
  const { quotes, agreed, answers } = stand;
  const last = quotes.at(-1);
  if (waits === "finding" && !last) return null;
  const line = last
    ? `quote ${last.number}, ${moneyWords(last.total)}${agreed === last.number ? ", agreed" : ""}`
    : "no quote yet";
  return (
    <Fold title="Price" line={line} isOpen={waits === "customer"}>
      {answers.map(({ at, answer, quote, way, note }) => (
        <Fact key={at} name={momentWords(at, zone)}>
          {{ yes: "Yes", no: "No", later: "Not yet" }[answer]}
          {quote !== undefined && ` to quote ${quote}`}
          {way !== undefined && `, ${WAY_OF_ANSWER_WORDS[way].toLowerCase()}`}
          {note !== "" && ` (${note})`}
        </Fact>
      ))}
      <Link to={`/tickets/${number}/price`} style={{ color: "inherit" }}>
        {last
          ? "Quotes and choices"
          : "Price it: what it costs, when it is ready, whether it is worth it"}
      </Link>
    </Fold>
  );
}

/** What was ordered, what is late, what came and whether it fits. */
export function PartsSection({ number, waits, stand }: Office) {
  const orders = useSend(`/tickets/${number}/orders`);
  const { agreed, quotes, orders: all } = stand;
  if (all.length === 0 && waits !== "part") return null;
  const underWay = all.filter(({ state }) => state === "under-way").length;
  const bought = quotes.find((quote) => quote.number === agreed)?.offers ?? [];
  const isMissing = bought.some(
    ({ id }) =>
      !all.some(
        ({ offer, state }) => offer.id === id && (state === "under-way" || state === "fits"),
      ),
  );
  const line = all.length === 0 ? "nothing ordered yet" : `${underWay} of ${all.length} on the way`;
  return (
    <Fold title="Parts" line={line} isOpen={waits === "part"}>
      {orders.error !== undefined && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {orders.error}
        </Alert>
      )}
      {all.map((order) => (
        <OrderLine key={order.order} number={number} order={order} />
      ))}
      <IfMay doing="order">
        <Box sx={{ display: "flex", gap: 1, mt: 1, flexWrap: "wrap" }}>
          {waits === "part" && isMissing && (
            <Button
              variant="contained"
              disabled={orders.isBusy}
              onClick={() => orders.send({ does: "order" })}
            >
              Order what is missing
            </Button>
          )}
          {underWay > 0 && (
            <Button
              variant="outlined"
              disabled={orders.isBusy}
              onClick={() => orders.send({ does: "ask" })}
            >
              Ask the supplier when it comes
            </Button>
          )}
        </Box>
      </IfMay>
    </Fold>
  );
}
