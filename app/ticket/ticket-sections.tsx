import { aboveLeast, diveFromText } from "../../core/plan/index.ts";
import EditOutlined from "@mui/icons-material/EditOutlined";
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link, useFetcher } from "react-router";
import type { Checked, Fitted, Phase } from "../../core/bench/index.ts";
import { nameOf, type Person } from "../../core/people/index.ts";
import type { SoakFacts } from "../../core/soak/index.ts";
import {
  isNamed,
  type Ticket,
  type TicketLine,
  type TicketTrouble,
} from "../../core/ticket/index.ts";
import { adapterState } from "../../core/readings/index.ts";
import {
  aboveWords,
  adapterWords,
  capital,
  DATA_WORDS,
  jointWord,
  MARK_WORDS,
  type NamedGuide,
  PACK_AT_COUNTER,
  PACK_SIGN_WORDS,
  partWord,
  PASSWORD_WORDS,
  troubleWords,
  WORK_WORDS,
  wordList,
} from "../../core/words/index.ts";
import { DiveLine } from "../signs/dive-line.tsx";
import { Changes } from "../guide/stored.tsx";
import { Fold } from "../ui/fold.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { phoneLink } from "../ui/phone.ts";
import { Fact } from "./fact.tsx";
import { IntakePhotos } from "./intake-photos.tsx";
import { dayOfWords, momentWords, useZone } from "../ui/days.ts";
import type { WorkView } from "./ticket-view.ts";

export function TakeInSection({
  ticket,
  guide,
  photos,
  isDone,
}: {
  ticket: Ticket;
  guide: NamedGuide;
  /** Pictures of the machine as it came in, by id. */
  photos: readonly string[];
  isDone: boolean;
}) {
  const zone = useZone();
  const { marks = [], adapter, came = "", data, dataNote, password, elsewhere } = ticket.intake;
  const { customer, fault, code, serial, condition, signs, takenIn } = ticket;
  return (
    <Fold title="Take in" line={fault} isOpen={!isDone}>
      <Fact name="Customer">
        {customer.name}
        {customer.phone !== "" && (
          <>
            , <a href={phoneLink(customer.phone)}>{customer.phone}</a>
          </>
        )}
      </Fact>
      {elsewhere && (
        <Fact name="From elsewhere">
          packed by{" "}
          {elsewhere.shop === "unknown" ? "a shop that nobody knows" : `shop ${elsewhere.shop}`},
          taken in here {momentWords(elsewhere.at, zone)}
        </Fact>
      )}
      <Fact name="Fault">{fault}</Fact>
      <Fact name="Machine">
        {isNamed(ticket) ? (
          <>
            {ticket.machine}, code <span className="mono">{code}</span>
          </>
        ) : (
          "not known yet: no code, no name"
        )}
      </Fact>
      <Fact name="Serial">
        {serial === "" ? "not noted" : <span className="mono">{serial}</span>}
      </Fact>
      <Fact name="Condition">
        {condition === "" && marks.length === 0 ? "nothing noted" : condition}
        {marks.map(({ kind, joint, note = "" }, i) => (
          <div key={i}>
            {MARK_WORDS[kind]}
            {joint !== undefined && guide.joints[joint] && `, ${jointWord(guide, joint)}`}
            {note !== "" && `: ${note}`}
          </div>
        ))}
      </Fact>
      {adapter && (
        <Fact name="Adapter">{adapterWords(adapterState(adapter.has, adapter.needs))}</Fact>
      )}
      {came !== "" && <Fact name="Came with it">{came}</Fact>}
      {(data ?? password) !== undefined && (
        <Fact name="Data">
          {[data && DATA_WORDS[data], dataNote, password && PASSWORD_WORDS[password]]
            .filter(Boolean)
            .join("; ")}
        </Fact>
      )}
      {signs.length > 0 && (
        <Fact name="Battery">
          {signs.map((sign) => PACK_SIGN_WORDS[sign]).join("; ")}.{" "}
          <b style={{ color: "var(--stop)" }}>{PACK_AT_COUNTER}</b>
        </Fact>
      )}
      <Fact name="Taken in">
        {momentWords(takenIn, zone)}, {WORK_WORDS[ticket.work].toLowerCase()}.{" "}
        <a href={`/tickets/${ticket.number}/papers/intake.pdf`} style={{ color: "inherit" }}>
          Slip for the customer (PDF)
        </a>
      </Fact>
      <IfMay doing="decide" quiet>
        <Button
          component={Link}
          to={`/tickets/${ticket.number}/correct`}
          size="small"
          startIcon={<EditOutlined />}
        >
          Put something right
        </Button>
      </IfMay>
      <IntakePhotos number={ticket.number} photos={photos} />
    </Fold>
  );
}

const PHASE_WORDS: Readonly<Record<Phase, string>> = {
  idle: "not begun",
  down: "in the strip-down",
  swap: "at the swap",
  up: "in the build-up",
  closed: "built up, count explained",
};

/** A ticket whose work cannot be shown: why, and what to do; all else of it is there. */
export function TroubleSection({ line, trouble }: { line: TicketLine; trouble: TicketTrouble }) {
  return (
    <Fold title="Strip and build" line={line.work} isOpen>
      <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700 }}>
        {troubleWords(trouble)}
      </Typography>
    </Fold>
  );
}

/** What was found on this very machine before, by its serial. */
export function OfMachine({
  people,
  told,
}: {
  people: readonly Person[];
  told: readonly { readonly words: string; readonly at: string; readonly by: string }[];
}) {
  const zone = useZone();
  if (told.length === 0) return null;
  return (
    <Alert severity="warning" sx={{ mb: 1 }}>
      <b>Of this machine:</b>
      {told.map(({ words, at, by }) => (
        <div key={`${at} ${words}`}>
          {words} {nameOf(people, by)}, {dayOfWords(at, zone)}
        </div>
      ))}
    </Alert>
  );
}

/** The guide has a newer version than the job goes by: it can go over to it, with a new plan from where it is. */
export function Newer({
  number,
  newer,
}: {
  number: number;
  newer: NonNullable<WorkView["newer"]>;
}) {
  const going = useFetcher<{ error: string }>();
  return (
    <Alert severity="info" sx={{ mb: 1 }}>
      <b>This job goes by an older version of its guide; version {newer.number} is there.</b>
      <Changes changes={newer.changes} />
      {going.data?.error !== undefined && (
        <Box role="alert" sx={{ color: "var(--stop)", fontWeight: 700, mt: 1 }}>
          {going.data.error}
        </Box>
      )}
      <going.Form method="post" action={`/tickets/${number}/renew`}>
        <Button type="submit" variant="outlined" sx={{ mt: 1 }} loading={going.state !== "idle"}>
          Go on by version {newer.number}
        </Button>
      </going.Form>
    </Alert>
  );
}

export function JobSection({
  line,
  work: { plan, phase, strange },
}: {
  line: TicketLine;
  work: WorkView;
}) {
  return (
    <Fold
      title="Strip and build"
      line={`${line.work}; ${PHASE_WORDS[phase]}`}
      isOpen={phase !== "closed"}
    >
      {line.dive !== undefined && (
        <DiveLine dive={diveFromText(line.dive)} label={`${line.work}: ${PHASE_WORDS[phase]}`} />
      )}
      {strange.length > 0 && (
        <Box sx={{ mt: 1 }}>
          <Fact name="Minutes">
            not known: nobody here has taken the {wordList(strange)} out of this model yet
          </Fact>
        </Box>
      )}
      {plan && strange.length === 0 && (
        <Box sx={{ mt: 1 }}>
          <Fact name="Steps">
            {plan.down.length} down, {plan.up.length} up,{" "}
            {plan.gates.length === 1 ? "1 gate" : `${plan.gates.length} gates`}
          </Fact>
          <Fact name="Minutes by the guide">
            {Math.round(plan.work + plan.handling.minutes)}, and the swap
          </Fact>
          <Fact name="Bits and tools">{wordList(plan.bits)}</Fact>
          <Fact name="Least work">
            {plan.proven
              ? `${plan.work.toFixed(2)} minutes; proven, no way is shorter`
              : `${plan.work.toFixed(2)} minutes; ${aboveWords(aboveLeast(plan))}`}
          </Fact>
          {plan.dropped.map((order) => (
            <Fact key={`${order.first} ${order.then}`} name="Book says">
              {capital(order.why)}. The short way leaves this out.
            </Fact>
          ))}
        </Box>
      )}
    </Fold>
  );
}

export interface Proving {
  readonly answers: readonly {
    readonly ask: string;
    readonly answer: string;
    readonly note: string | undefined;
  }[];
  readonly checks: readonly Checked[];
  readonly fitted: readonly Fitted[];
  readonly soaks: readonly {
    readonly round: string;
    readonly by: string;
    readonly at: string;
    readonly facts: SoakFacts | undefined;
  }[];
}

const RESULT_WORDS: Readonly<Record<Checked["result"], string>> = {
  pass: "works",
  fail: "fails",
  na: "not applicable",
};

/** What was proven: stops answered, functions tried out, codes put in, soaks. */
export function ProveSection({
  people,
  guide,
  number,
  proving: { answers, checks, fitted, soaks },
}: {
  people: readonly Person[];
  guide: NamedGuide;
  number: number;
  proving: Proving;
}) {
  const zone = useZone();
  const good = checks.filter(({ result }) => result === "pass").length;
  const line = checks.length === 0 ? "nothing tried out yet" : `${good} of ${checks.length} work`;
  return (
    <Fold title="Prove" line={line} isOpen>
      <Link to={`/tickets/${number}/soak`} style={{ color: "inherit" }}>
        Soak: before and after
      </Link>
      {soaks.map(({ round, by, at, facts }) => (
        <Fact key={`${round}${at}`} name={`Soak ${round}`}>
          {facts
            ? `${facts.perWatt.toFixed(2)} °C/W, ${facts.hottest.toFixed(0)} °C at most, ${facts.memoryErrors} memory errors`
            : "too short"}
          {`; ${nameOf(people, by)}, ${momentWords(at, zone)}`}
        </Fact>
      ))}
      {(["open", "shut"] as const).map((round) => {
        const all = checks.filter((check) => check.round === round);
        if (all.length === 0) return null;
        return (
          <Fact key={round} name={round === "open" ? "Before the cover" : "Machine shut"}>
            {all
              .map(({ what, result, note }) =>
                note === undefined
                  ? `${what}: ${RESULT_WORDS[result]}`
                  : `${what}: ${RESULT_WORDS[result]} (${note})`,
              )
              .join("; ")}
          </Fact>
        );
      })}
      {fitted.map(({ part, code, old, why }) => (
        <Fact key={part} name="Put in">
          {capital(partWord(guide, part))}, <span className="mono">{code}</span>
          {old !== undefined && (
            <>
              , for <span className="mono">{old}</span>
            </>
          )}
          {why !== undefined && `: ${why}`}
        </Fact>
      ))}
      {answers.map(({ ask, answer, note }) => (
        <Fact key={ask} name={`Answered ${answer}`}>
          {ask}
          {note !== undefined && ` ${note}`}
        </Fact>
      ))}
    </Fold>
  );
}
