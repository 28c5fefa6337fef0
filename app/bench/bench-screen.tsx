import Box from "@mui/material/Box";
import { useEffect, useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import {
  diveFromState,
  machineryOf,
  stepKey,
  type Entry,
  type LedgerEvent,
} from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { Step } from "../../core/plan/index.ts";
import type { Ticket } from "../../core/ticket/index.ts";
import { MachineMap } from "../machine-map/machine-map.tsx";
import { DiveLine } from "../signs/dive-line.tsx";
import { reasonsFor, type Draft } from "./count-box.tsx";
import { EndPanel, type Ending } from "./end-panel.tsx";
import { GatePanel } from "./gate-panel.tsx";
import { KeysPanel } from "./keys-panel.tsx";
import { LotsStrip } from "./lots-strip.tsx";
import { BigButton, Refused } from "./panel.tsx";
import { StepPanel } from "./step-panel.tsx";
import { SwapPanel } from "./swap-panel.tsx";
import { useLedger } from "./use-ledger.ts";
import { benchView, screwStep, tapped, type BenchView, type ScrewStep } from "./view.ts";

export interface BenchScreenProps {
  readonly ticket: Ticket;
  readonly guide: Guide;
  readonly events: readonly LedgerEvent[];
  readonly who: string;
}

/** The bench: left the map, right the step, below the dive line and the tray. */
export function BenchScreen({ ticket, guide, events, who }: BenchScreenProps) {
  const machinery = useMemo(() => machineryOf(guide), [guide]);
  const ledger = useLedger(ticket.number, machinery, events, who);
  const { state, tick, say } = ledger;
  const [chosen, setChosen] = useState<string>();
  const [showsKeys, setShowsKeys] = useState(false);
  const [ending, setEnding] = useState<Ending>({ left: undefined, explained: "" });
  const view = useMemo(() => benchView(machinery, state, chosen), [machinery, state, chosen]);
  const screws = screwStep(machinery, state, view.step);
  const [draft, setDraft] = useDraft(view.step, screws);
  const navigate = useNavigate();
  useEffect(() => {
    if (ledger.isOver) void navigate(`/tickets/${ticket.number}`);
  }, [ledger.isOver, navigate, ticket.number]);

  const done = () => {
    const entry = entryFor(view, screws, draft, ending);
    if (typeof entry === "string") return say(entry);
    setChosen(undefined);
    tick(entry);
  };
  const takeBack = () => {
    const last = state.live.at(-1);
    if (last === undefined) return;
    setChosen(undefined);
    tick({ do: "take-back", event: last });
  };
  const tap = (id: string) => {
    const step = tapped(view.left, id);
    if (!step) return say("Nothing is to be done there in this job, or it is done already.");
    say(undefined);
    setChosen(stepKey(step));
  };
  const count = (by: number) => {
    if (screws) setDraft({ ...draft, count: Math.max(0, draft.count + by), reason: undefined });
  };
  const because = (index: number) => {
    const reason = screws && reasonsFor(draft.count, screws.expected)[index];
    if (reason) setDraft({ ...draft, reason });
  };
  const keys = { preventDefault: true };
  useHotkeys("space", done, keys);
  useHotkeys("backspace", takeBack, keys);
  useHotkeys("c", () => draft.count === screws?.expected && count(-1), keys);
  useHotkeys("minus", () => count(-1), keys);
  useHotkeys("equal, shift+equal", () => count(1), keys);
  useHotkeys("1, 2, 3", (event) => because(Number(event.key) - 1), keys);
  useHotkeys("escape", () => setChosen(undefined));
  useHotkeys("?", () => setShowsKeys(true), { ...keys, useKey: true });

  return (
    <Box
      component="main"
      sx={{
        height: "calc(100vh - 48px)",
        display: "grid",
        gridTemplateColumns: "minmax(0, 1fr) 500px",
        gridTemplateRows: "minmax(0, 1fr) auto",
        overflow: "hidden",
      }}
    >
      <MachineMap guide={guide} view={view.mapView} marks={view.marks} onTap={tap} />
      <Box
        sx={{
          display: "grid",
          gridTemplateRows: "auto minmax(0, 1fr) auto",
          gap: 1.5,
          p: 2,
          minHeight: 0,
          borderLeft: "1px solid var(--line)",
          bgcolor: "var(--card)",
        }}
      >
        <Head ticket={ticket} view={view} waiting={ledger.waiting} isAway={ledger.isAway} />
        <Box sx={{ overflowY: "auto", minHeight: 0, display: "grid" }}>
          {view.mood === "step" && view.step && (
            <StepPanel
              guide={guide}
              step={view.step}
              next={view.next}
              screws={screws}
              draft={draft}
              setDraft={setDraft}
            />
          )}
          {view.mood === "gate" && view.step && (
            <GatePanel
              guide={guide}
              step={view.step}
              gate={view.gate}
              onConfirm={(joint) => tick({ do: "confirm", joint })}
            />
          )}
          {view.mood === "swap" && <SwapPanel machinery={machinery} state={state} />}
          {view.mood === "end" && (
            <EndPanel
              guide={guide}
              state={state}
              ending={ending}
              setEnding={setEnding}
              onDone={done}
            />
          )}
          {view.mood === "closed" && <p>This job is closed.</p>}
        </Box>
        <Box sx={{ display: "grid", gap: 1 }}>
          {ledger.trouble !== undefined && <Refused>{ledger.trouble}</Refused>}
          <Box sx={{ display: "flex", gap: 1 }}>
            <BigButton onClick={done} hint="Space" tone={view.mood === "swap" ? "copper" : "mat"}>
              {doneWord(view)}
            </BigButton>
            <BigButton tone="plain" hint="⌫" onClick={takeBack} disabled={state.live.length < 2}>
              Take back
            </BigButton>
          </Box>
        </Box>
      </Box>
      <Box
        sx={{
          gridColumn: "1 / -1",
          borderTop: "1px solid var(--line)",
          bgcolor: "var(--card)",
          pt: 0.5,
          pb: 1,
        }}
      >
        <Box sx={{ px: 2 }}>
          <DiveLine
            dive={diveFromState(machinery, state)}
            height={72}
            label={`Step ${view.at} of ${view.of}`}
          />
        </Box>
        <LotsStrip guide={guide} lots={[...state.lots.values()]} lit={litLot(view.step)} />
      </Box>
      <KeysPanel open={showsKeys} onClose={() => setShowsKeys(false)} />
    </Box>
  );
}

const litLot = (step: Step | undefined): string | undefined =>
  step?.do === "release" || step?.do === "make" ? step.joint : undefined;

/** What is typed for a screw step; begins anew with each step. */
function useDraft(
  step: Step | undefined,
  screws: ScrewStep | undefined,
): readonly [Draft, (draft: Draft) => void] {
  const key = step ? `${step.do} ${stepKey(step)}` : "";
  const fresh: Draft = {
    count: screws?.expected ?? 0,
    cell: screws?.cell,
    reason: undefined,
  };
  const [held, setHeld] = useState<{ key: string; draft: Draft }>({ key, draft: fresh });
  const draft = held.key === key ? held.draft : fresh;
  return [draft, (next) => setHeld({ key, draft: next })];
}

/** The entry that "done" means now, or what is missing for it, in words. */
function entryFor(
  view: BenchView,
  screws: ScrewStep | undefined,
  draft: Draft,
  ending: Ending,
): Entry | string {
  const { mood, step } = view;
  if (mood === "swap") return { do: "swap" };
  if (mood === "closed" || (!step && mood !== "end")) return "This job is closed.";
  if (mood === "end" || !step) {
    if (ending.left === undefined) return "Count the screws that are left over; 0 is a count too.";
    const explained = ending.explained.trim();
    return { do: "close", left: ending.left, ...(explained === "" ? {} : { explained }) };
  }
  const open = view.gate.find(({ confirmed }) => !confirmed);
  if (open) return { do: "confirm", joint: open.joint };
  if (!screws || step.do === "lift" || step.do === "place") return step;
  const differs =
    draft.count !== screws.expected && draft.reason !== undefined
      ? { differs: { reason: draft.reason } }
      : {};
  if (step.do === "make") return { ...step, count: draft.count, ...differs };
  const cell = draft.cell === undefined ? {} : { cell: draft.cell };
  return { ...step, count: draft.count, ...cell, ...differs };
}

function doneWord({ mood, gate, step }: BenchView): string {
  if (mood === "swap") return "Swapped: build up";
  if (mood === "end") return "Close the job";
  if (gate.some(({ confirmed }) => !confirmed)) return "Seen: it is in";
  return step?.do === "place" && gate.length > 0 ? "Covered" : "Done";
}

function Head({
  ticket,
  view,
  waiting,
  isAway,
}: {
  ticket: Ticket;
  view: BenchView;
  waiting: number;
  isAway: boolean;
}) {
  const way = view.step?.do === "place" || view.step?.do === "make" ? "build-up" : "strip-down";
  return (
    <Box sx={{ display: "flex", gap: 1.5, fontSize: 16, color: "var(--soft)" }}>
      <Link to={`/tickets/${ticket.number}`} style={{ color: "inherit" }}>
        <span className="mono">{ticket.number}</span> {ticket.machine}
      </Link>
      <span style={{ flex: 1 }}>{view.step && `${way}, step ${view.at} of ${view.of}`}</span>
      <span role="status">
        {isAway ? "Not saved yet: trying again" : waiting > 0 ? "saving" : "saved"}
      </span>
    </Box>
  );
}
