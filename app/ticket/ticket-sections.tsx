import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Checked, Fitted, Lot, Phase } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { Plan } from "../../core/plan/index.ts";
import type { SoakFacts } from "../../core/soak/index.ts";
import type { Ticket } from "../../core/ticket/index.ts";
import { capital, partWord, wordList } from "../../core/words/index.ts";
import { Tally } from "../bench/step/end-panel.tsx";
import { DiveLine } from "../signs/dive-line.tsx";
import { momentWords } from "../counter/days.ts";
import type { TicketLine } from "../counter/ticket-view.server.ts";
import { WAIT_WORDS } from "../counter/waits.ts";

/** A stage of the job; done, it is folded to its one line. */
function Section({
  title,
  line,
  isDone,
  children,
}: {
  title: string;
  line: string;
  isDone: boolean;
  children: ReactNode;
}) {
  return (
    <Box
      component="details"
      open={!isDone}
      sx={{
        borderTop: "1px solid var(--line)",
        py: 1.25,
        "& > summary": { cursor: "pointer", display: "flex", gap: 2, alignItems: "baseline" },
      }}
    >
      <summary>
        <Typography variant="h2" component="span">
          {title}
        </Typography>
        <Box component="span" sx={{ color: "var(--soft)" }}>
          {line}
        </Box>
      </summary>
      <Box sx={{ pt: 1 }}>{children}</Box>
    </Box>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "190px 1fr", gap: 2, py: 0.25 }}>
      <Box sx={{ color: "var(--soft)" }}>{name}</Box>
      <Box>{children}</Box>
    </Box>
  );
}

export function TakeInSection({ ticket, isDone }: { ticket: Ticket; isDone: boolean }) {
  const { customer, fault, code, serial, condition, takenIn } = ticket;
  return (
    <Section title="Take in" line={fault} isDone={isDone}>
      <Fact name="Customer">
        {customer.name}
        {customer.phone !== "" && `, ${customer.phone}`}
      </Fact>
      <Fact name="Fault">{fault}</Fact>
      <Fact name="Machine">
        {ticket.machine}, code <span className="mono">{code}</span>
      </Fact>
      <Fact name="Serial">
        <span className="mono">{serial === "" ? "not noted" : serial}</span>
      </Fact>
      <Fact name="Condition">{condition === "" ? "nothing noted" : condition}</Fact>
      <Fact name="Taken in">{momentWords(takenIn)}</Fact>
    </Section>
  );
}

const PHASE_WORDS: Readonly<Record<Phase, string>> = {
  idle: "not begun",
  down: "in the strip-down",
  swap: "at the swap",
  up: "in the build-up",
  closed: "built up, count explained",
};

export function JobSection({
  line,
  plan,
  phase,
}: {
  line: TicketLine;
  plan: (Plan & { readonly bits: readonly string[] }) | undefined;
  phase: Phase;
}) {
  return (
    <Section
      title="Strip and build"
      line={`${line.work}; ${PHASE_WORDS[phase]}`}
      isDone={phase === "closed"}
    >
      {line.dive && <DiveLine dive={line.dive} label={`${line.work}: ${PHASE_WORDS[phase]}`} />}
      {plan && (
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
              : `${plan.work.toFixed(2)} minutes; no way is under ${plan.bound.toFixed(2)}`}
          </Fact>
          {plan.dropped.map((order) => (
            <Fact key={`${order.first} ${order.then}`} name="Book says">
              {capital(order.why)}. The short way leaves this out.
            </Fact>
          ))}
        </Box>
      )}
    </Section>
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
  guide,
  number,
  proof: { answers, checks, fitted, soaks },
}: {
  guide: Guide;
  number: string;
  proof: Proving;
}) {
  const good = checks.filter(({ result }) => result === "pass").length;
  const line = checks.length === 0 ? "nothing tried out yet" : `${good} of ${checks.length} work`;
  return (
    <Section title="Prove" line={line} isDone={false}>
      <Link to={`/tickets/${number}/soak`} style={{ color: "inherit" }}>
        Soak: before and after
      </Link>
      {soaks.map(({ round, by, at, facts }) => (
        <Fact key={`${round}${at}`} name={`Soak ${round}`}>
          {facts
            ? `${facts.perWatt.toFixed(2)} K/W, ${facts.hottest.toFixed(0)} °C at most, ${facts.memoryErrors} memory errors`
            : "too short"}
          {`; ${by}, ${momentWords(at)}`}
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
      {fitted.map(({ part, code }) => (
        <Fact key={part} name="Put in">
          {capital(partWord(guide, part))}, <span className="mono">{code}</span>
        </Fact>
      ))}
      {answers.map(({ ask, answer, note }) => (
        <Fact key={ask} name={`Answered ${answer}`}>
          {ask}
          {note !== undefined && ` ${note}`}
        </Fact>
      ))}
    </Section>
  );
}

export function RecordSection({
  guide,
  ticket,
  lots,
}: {
  guide: Guide;
  ticket: Ticket;
  lots: readonly Lot[];
}) {
  const last = ticket.moves.at(-1);
  return (
    <Section
      title="Record"
      line={last ? `${WAIT_WORDS[last.to].head}, ${momentWords(last.at)}` : "nothing yet"}
      isDone={false}
    >
      {lots.length > 0 && <Tally guide={guide} lots={lots} />}
      {ticket.moves.map((move) => (
        <Fact key={move.at} name={momentWords(move.at)}>
          {move.by}: {WAIT_WORDS[move.to].head.toLowerCase()}
          {move.note !== "" && ` (${move.note})`}
        </Fact>
      ))}
    </Section>
  );
}
