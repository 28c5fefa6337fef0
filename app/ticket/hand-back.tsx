import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Guide } from "../../core/guide/index.ts";
import {
  OLD_WAYS,
  type OldWay,
  paidSoFar,
  type Stand,
  type Wait,
  WAYS_OF_PAYING,
  type WayOfPaying,
} from "../../core/ticket/index.ts";
import {
  aftercareWords,
  capital,
  moneyWords,
  OLD_WAY_WORDS,
  partWord,
  WAY_OF_PAYING_WORDS,
} from "../../core/words/index.ts";
import { Choice } from "../ui/choice.tsx";
import { momentWords, useZone } from "../ui/days.ts";
import { Fold } from "../ui/fold.tsx";
import { centsIn } from "../ui/money.ts";
import { useSend } from "../ui/use-send.ts";
import { Fact } from "./fact.tsx";
import type { WorkView } from "./ticket-view.ts";
import { IfMay } from "../ui/if-may.tsx";
import { WithWhy } from "../ui/with-why.tsx";

type Parts = Pick<Guide, "parts" | "joints">;

/** Paid, collected, to whom; where the old parts go; what the customer is told. */
export function HandBackSection({
  number,
  customer,
  waits,
  stand,
  owed,
  replaced,
  broken,
  guide,
}: {
  number: number;
  /** Who fetches it, unless somebody else does. */
  customer: string;
  waits: Wait;
  stand: Stand;
  owed: number | undefined;
  /** Parts that were replaced: each has an old one. */
  replaced: readonly string[];
  broken: WorkView["broken"];
  guide: Parts;
}) {
  const zone = useZone();
  const { payments, reversed, paidElsewhere, collected, cameBack } = stand;
  const deeds = useSend(`/tickets/${number}/deeds`);
  const paid = paidSoFar(stand);
  const line =
    owed === undefined
      ? `${moneyWords(paid)} paid`
      : `${moneyWords(owed)} open, ${moneyWords(paid)} paid`;
  const care = aftercareWords(replaced.flatMap((id) => guide.parts[id]?.kind ?? []));
  const isReady = waits === "collection";
  return (
    <Box id="hand-back" tabIndex={-1} sx={{ outline: "none", scrollMarginTop: 80 }}>
      <Fold title="Hand back" line={collected ? `to ${collected.to}` : line} isOpen={isReady}>
        {deeds.error !== undefined && <Alert severity="error">{deeds.error}</Alert>}
        {paidElsewhere.map(({ at, cents }) => (
          <Fact key={at} name={momentWords(at, zone)}>
            <span className="mono">{moneyWords(cents)}</span> to the shop that sent it: not in this
            till, and not counted here
          </Fact>
        ))}
        {payments.map(({ id, at, cents, way }) => (
          <Fact key={id} name={momentWords(at, zone)}>
            <span className="mono">{moneyWords(cents)}</span>,{" "}
            {WAY_OF_PAYING_WORDS[way].toLowerCase()}{" "}
            <IfMay doing="release" quiet>
              <WithWhy
                name="Take it back"
                isBusy={deeds.isBusy}
                send={(why) => deeds.send({ deed: { kind: "reversed", payment: id, why } })}
              />
            </IfMay>
          </Fact>
        ))}
        {reversed.map(({ id, at, cents, why }) => (
          <Fact key={id} name={momentWords(at, zone)}>
            <s className="mono">{moneyWords(cents)}</s> taken back: {why}
          </Fact>
        ))}
        {waits !== "nothing" && (owed === undefined || owed > 0) && (
          <IfMay doing="decide">
            <Pay number={number} owed={owed ?? 0} />
          </IfMay>
        )}
        {broken.length > 0 && (
          <Fact name="Broke in the work">
            {broken.map(({ words, tells }) => (
              <div key={words}>
                {words}{" "}
                {tells === "desk" ? "Tell the customer." : "The technician tells the customer."}
              </div>
            ))}
          </Fact>
        )}
        {care.length > 0 && (
          <Fact name="Tell the customer">
            {care.map((words) => (
              <div key={words}>{words}</div>
            ))}
          </Fact>
        )}
        {collected && (
          <Fact name="Collected">
            {momentWords(collected.at, zone)}, to {collected.to}
            {collected.release !== undefined && <div>Let go all the same: {collected.release}</div>}
            {collected.old.map(({ part, way }) => (
              <div key={part}>
                Old {partWord(guide, part)}: {OLD_WAY_WORDS[way].toLowerCase()}
              </div>
            ))}
          </Fact>
        )}
        {collected && (
          <IfMay doing="release" quiet>
            <WithWhy
              name="It was not handed back"
              isBusy={deeds.isBusy}
              send={(why) => deeds.send({ deed: { kind: "not-collected", why } })}
            />
          </IfMay>
        )}
        {cameBack.map(({ at, why }) => (
          <Fact key={at} name={momentWords(at, zone)}>
            Hand-back undone: {why}
          </Fact>
        ))}
        {isReady && (
          <IfMay doing="decide" quiet>
            <Collect
              number={number}
              customer={customer}
              isOpen={owed === undefined ? payments.length === 0 : owed > 0}
              replaced={replaced}
              guide={guide}
            />
          </IfMay>
        )}
        <Box sx={{ mt: 1 }}>
          <a href={`/tickets/${number}/papers/hand-back.pdf`} style={{ color: "inherit" }}>
            Paper for the customer (PDF)
          </a>
        </Box>
      </Fold>
    </Box>
  );
}

function Pay({ number, owed }: { number: number; owed: number }) {
  const deeds = useSend(`/tickets/${number}/deeds`);
  const [amount, setAmount] = useState("");
  const [way, setWay] = useState<WayOfPaying>("card");
  const cents = amount === "" ? owed : centsIn(amount);
  return (
    <Box component="section" aria-label="Payment" sx={{ my: 1 }}>
      {deeds.error !== undefined && <Alert severity="error">{deeds.error}</Alert>}
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          label="Amount"
          value={amount}
          placeholder={moneyWords(owed)}
          error={cents === undefined}
          helperText={cents === undefined ? "Like 120 or 120.50" : undefined}
          onChange={(event) => setAmount(event.target.value)}
          sx={{ width: 130 }}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Choice
          label="Paid by"
          value={way}
          options={WAYS_OF_PAYING.map((value) => ({ value, label: WAY_OF_PAYING_WORDS[value] }))}
          choose={setWay}
        />
        <Button
          variant="outlined"
          disabled={!cents || deeds.isBusy}
          onClick={() => {
            deeds.send({ deed: { kind: "paid", cents, way } });
            setAmount("");
          }}
        >
          Take the payment
        </Button>
      </Box>
    </Box>
  );
}

/** A pack goes its own way, whatever the customer wants. */
const usualWay = (guide: Parts, part: string): OldWay =>
  guide.parts[part]?.handling?.includes("lithium") ? "lithium-box" : "recycled";

function Collect({
  number,
  customer,
  isOpen,
  replaced,
  guide,
}: {
  number: number;
  customer: string;
  /** Whether money is owed, or nobody has named a price. */
  isOpen: boolean;
  replaced: readonly string[];
  guide: Parts;
}) {
  const deeds = useSend(`/tickets/${number}/deeds`);
  const [to, setTo] = useState(customer);
  const collect = (release?: string) =>
    deeds.send({
      deed: {
        kind: "collected",
        to: capital(to.trim()),
        old: replaced.map((part) => ({ part, way: wayOf(part) })),
        ...(release === undefined ? {} : { release }),
      },
    });
  const [ways, setWays] = useState<Readonly<Record<string, OldWay>>>({});
  const wayOf = (part: string): OldWay => ways[part] ?? usualWay(guide, part);
  return (
    <Box component="section" aria-label="Collected" sx={{ mt: 1, display: "grid", gap: 1 }}>
      {deeds.error !== undefined && <Alert severity="error">{deeds.error}</Alert>}
      {replaced.length > 0 && <Typography>Where the old parts go:</Typography>}
      {replaced.map((part) => {
        const isPack = usualWay(guide, part) === "lithium-box";
        return (
          <Choice
            key={part}
            label={`Old ${partWord(guide, part)}`}
            value={wayOf(part)}
            options={OLD_WAYS.filter((way) => (way === "lithium-box") === isPack).map((value) => ({
              value,
              label: OLD_WAY_WORDS[value],
            }))}
            choose={(way) => setWays({ ...ways, [part]: way })}
            sx={{ maxWidth: 420 }}
          />
        );
      })}
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          label="Collected by"
          value={to}
          onChange={(event) => setTo(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
        <Button
          variant="contained"
          disabled={to.trim() === "" || deeds.isBusy}
          onClick={() => collect()}
        >
          Hand it back
        </Button>
        {isOpen && (
          <IfMay doing="release" quiet>
            <WithWhy
              name="It goes out unpaid"
              isBusy={deeds.isBusy || to.trim() === ""}
              send={collect}
            />
          </IfMay>
        )}
      </Box>
    </Box>
  );
}
