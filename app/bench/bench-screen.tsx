import Box from "@mui/material/Box";
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import {
  diveFromState,
  machineryOf,
  mainPart,
  stepKey,
  stepWords,
  type Entry,
  type Fitted,
  type Learnt,
  type LedgerEvent,
} from "../../core/bench/index.ts";
import type { Guide, Point } from "../../core/guide/index.ts";
import type { Step } from "../../core/plan/index.ts";
import type { Ticket } from "../../core/ticket/index.ts";
import { MachineMap } from "../machine-map/machine-map.tsx";
import { DiveLine } from "../signs/dive-line.tsx";
import { reasonsFor, type Draft } from "./count-box.tsx";
import { EndPanel, type Ending } from "./end-panel.tsx";
import { GatePanel } from "./gate-panel.tsx";
import { KeysPanel } from "./keys-panel.tsx";
import { LotsStrip } from "./lots-strip.tsx";
import { NotePanel, type StepNote } from "./note-panel.tsx";
import { Pace } from "./pace.tsx";
import { BigButton, Refused, StepLine } from "./panel.tsx";
import { PhotoPanel, type StepPhoto } from "./photo-panel.tsx";
import { ProofPanel } from "./proof-panel.tsx";
import { SnagPanel } from "./snag-panel.tsx";
import { StepPanel } from "./step-panel.tsx";
import { StopPanel } from "./stop-panel.tsx";
import { SwapPanel, type Transfer } from "./swap-panel.tsx";
import { TrayView } from "./tray-view.tsx";
import { useKept } from "./use-kept.ts";
import { useLedger } from "./use-ledger.ts";
import {
  benchView,
  keepingNow,
  screwStep,
  tapped,
  trayNow,
  type BenchView,
  type Keeping,
  type ScrewStep,
} from "./view.ts";

export interface BenchScreenProps {
  readonly ticket: Ticket;
  readonly guide: Guide;
  readonly events: readonly LedgerEvent[];
  readonly who: string;
  readonly keeping: Keeping;
  readonly notes: readonly StepNote[];
  readonly photos: readonly StepPhoto[];
  readonly transfers: readonly Transfer[];
  readonly learnt: Learnt;
  readonly missed: Readonly<Record<string, number>>;
}

const NOT_COUNTED: Ending = { left: undefined, explained: "" };
const NO_CODES: readonly Fitted[] = [];

/** What lies over the step on the right, or over the map on the left. */
type Aside = "snag" | "note" | "photo" | undefined;

/** The bench: left the map, right the step, below the dive line and the tray. */
export function BenchScreen(props: BenchScreenProps) {
  const { ticket, guide, who, learnt } = props;
  const machinery = useMemo(() => machineryOf(guide), [guide]);
  const ledger = useLedger(ticket.number, machinery, props.events, who);
  const { state, tick, say } = ledger;
  const [chosen, setChosen] = useState<string>();
  const [showsKeys, setShowsKeys] = useState(false);
  const [showsTray, setShowsTray] = useState(false);
  const [isMapFull, setMapFull] = useState(false);
  const [aside, setAside] = useState<Aside>();
  const [near, setNear] = useState<Point>();
  const [ending, setEnding] = useKept(`ending ${ticket.number}`, NOT_COUNTED);
  const [fitted, setFitted] = useKept(`fitted ${ticket.number}`, NO_CODES);
  const view = useMemo(() => benchView(machinery, state, chosen), [machinery, state, chosen]);
  const keeping = keepingNow(state, props.keeping);
  const tray = useMemo(
    () => trayNow(machinery, state, { habit: keeping.habit, grid: keeping.grid }),
    [machinery, state, keeping.habit, keeping.grid],
  );
  const screws = screwStep(machinery, state, view.step, keeping, tray);
  // The line of the job and its minutes may come a picture later than the step.
  const later = useDeferredValue(state);
  const laterEvents = useDeferredValue(ledger.events);
  const dive = useMemo(() => diveFromState(machinery, later), [machinery, later]);
  const lots = useMemo(() => [...state.lots.values()], [state.lots]);
  const [draft, setDraft] = useDraft(view.step, screws);
  const [turn, nextScrew] = useTurn(view.step);
  const navigate = useNavigate();
  useEffect(() => {
    if (!ledger.isOver) return;
    setEnding(undefined);
    setFitted(undefined);
    void navigate(`/tickets/${ticket.number}`);
  }, [ledger.isOver, navigate, ticket.number, setEnding, setFitted]);

  const marks = useMemo(() => {
    const { sequence } = view.marks;
    return sequence ? { ...view.marks, at: turn % sequence.length } : view.marks;
  }, [view.marks, turn]);

  const close = () => {
    setAside(undefined);
    setNear(undefined);
    setShowsTray(false);
    setMapFull(false);
  };
  const go = (entry: Entry) => {
    setChosen(undefined);
    close();
    tick(entry);
  };
  const done = () => {
    if (aside !== undefined) return;
    const unwritten = fitted.filter(
      ({ part, code }) => !state.fitted.some((one) => one.part === part && one.code === code),
    );
    const entry = entryFor(view, screws, draft, ending, unwritten);
    if (typeof entry === "string") return say(entry);
    go(entry);
  };
  const takeBack = () => {
    const last = state.live.at(-1);
    if (last !== undefined && state.live.length > 1) go({ do: "take-back", event: last });
  };
  const tap = (id: string) => {
    const step = tapped(view.left, id);
    if (!step) return say("Nothing is to be done there in this job, or it is done already.");
    say(undefined);
    setChosen(stepKey(step));
  };
  // The same function for every drawing of the map: only what changed on it is drawn anew.
  const latestTap = useRef(tap);
  useEffect(() => {
    latestTap.current = tap;
  });
  const onTap = useCallback((id: string) => latestTap.current(id), []);
  const count = (by: number) => {
    if (screws) setDraft({ ...draft, count: Math.max(0, draft.count + by), reason: undefined });
  };
  const because = (index: number) => {
    const reason = screws && reasonsFor(draft.count, screws.expected)[index];
    if (reason) setDraft({ ...draft, reason });
  };
  const stuck = stuckPart(guide, view);
  const snag = () => {
    if (stuck === undefined)
      return say("A snag is for the strip-down: nothing is to come off now.");
    setShowsTray(false);
    setAside("snag");
  };
  const step = view.step;
  const key = step ? stepKey(step) : "job";
  const about = step ? stepWords(guide, step) : "the job";
  const isFree = aside === undefined;
  const keys = { preventDefault: true, enabled: isFree };
  useHotkeys("space", done, keys);
  useHotkeys("backspace", takeBack, keys);
  useHotkeys("c", () => draft.count === screws?.expected && count(-1), keys);
  useHotkeys("minus", () => count(-1), keys);
  useHotkeys("equal, shift+equal", () => count(1), keys);
  useHotkeys("1, 2, 3", (event) => because(Number(event.key) - 1), keys);
  useHotkeys("right", nextScrew, keys);
  useHotkeys("s", snag, keys);
  useHotkeys("n", () => setAside("note"), { ...keys, enabled: isFree && view.mood !== "stop" });
  useHotkeys("p", () => setAside("photo"), keys);
  useHotkeys("t", () => setShowsTray((now) => !now), keys);
  useHotkeys("m", () => setMapFull((now) => !now), keys);
  useHotkeys("escape", () => {
    close();
    setChosen(undefined);
  });
  useHotkeys("?", () => setShowsKeys(true), { ...keys, useKey: true });

  const at = (one: { readonly step: string }) => one.step === key;
  return (
    <Box
      component="main"
      sx={{
        height: "calc(100vh - 48px)",
        display: "grid",
        gridTemplateColumns: isMapFull ? "minmax(0, 1fr)" : "minmax(0, 1fr) 500px",
        gridTemplateRows: "minmax(0, 1fr) auto",
        overflow: "hidden",
      }}
    >
      {showsTray ? (
        <TrayView
          ticket={ticket.number}
          machinery={machinery}
          state={state}
          tray={tray}
          keeping={keeping}
          lit={litLot(step)}
          view={view.mapView}
          onHabit={(habit) => tick({ do: "habit", habit })}
        />
      ) : (
        <MachineMap
          guide={guide}
          view={view.mapView}
          marks={marks}
          onTap={onTap}
          onSpot={aside === "snag" ? setNear : undefined}
          near={near}
        />
      )}
      {!isMapFull && (
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
            {aside === "snag" && stuck !== undefined && (
              <SnagPanel
                guide={guide}
                events={ledger.events}
                stuck={stuck}
                near={near}
                missed={props.missed}
                onFound={(entry) => {
                  go(entry);
                  if (entry.do === "snag") setChosen(`joint:${entry.held}`);
                }}
                onClose={close}
              />
            )}
            {aside === "note" && (
              <NotePanel
                ticket={ticket.number}
                step={key}
                about={about}
                notes={props.notes.filter(at)}
                onClose={close}
              />
            )}
            {aside === "photo" && (
              <PhotoPanel
                ticket={ticket.number}
                step={key}
                about={about}
                photos={props.photos.filter(at)}
                onClose={close}
              />
            )}
            {isFree && view.mood === "stop" && view.stop && (
              <StopPanel key={view.stop.id} stop={view.stop} state={state} onAnswer={tick} />
            )}
            {isFree && view.mood === "step" && step && (
              <StepPanel
                guide={guide}
                step={step}
                next={view.next}
                screws={screws}
                draft={draft}
                setDraft={setDraft}
                turn={turn}
                onNextScrew={nextScrew}
                notes={props.notes.filter(at)}
                photos={props.photos.filter(at)}
              />
            )}
            {isFree && view.mood === "gate" && step && (
              <GatePanel
                guide={guide}
                step={step}
                gate={view.gate}
                onConfirm={(joint) => tick({ do: "confirm", joint })}
              />
            )}
            {isFree && view.mood === "proof" && (
              <ProofPanel
                machinery={machinery}
                state={state}
                events={ledger.events}
                round={view.round}
                onTick={go}
              />
            )}
            {isFree && view.mood === "swap" && (
              <SwapPanel
                machinery={machinery}
                state={state}
                transfers={props.transfers}
                fitted={fitted}
                setFitted={setFitted}
              />
            )}
            {isFree && view.mood === "end" && (
              <EndPanel
                guide={guide}
                state={state}
                ending={ending}
                setEnding={setEnding}
                onDone={done}
              />
            )}
            {isFree && view.mood === "closed" && <p>This job is closed.</p>}
            {isFree && view.mood === "planning" && (
              <StepLine>Working out the way from here</StepLine>
            )}
          </Box>
          <Box sx={{ display: "grid", gap: 1 }}>
            {ledger.trouble !== undefined && <Refused>{ledger.trouble}</Refused>}
            {isFree && (
              <Box sx={{ display: "flex", gap: 1 }}>
                {!["stop", "proof", "planning"].includes(view.mood) && (
                  <BigButton
                    onClick={done}
                    hint="Space"
                    tone={view.mood === "swap" ? "copper" : "mat"}
                  >
                    {doneWord(view, state.rework !== undefined)}
                  </BigButton>
                )}
                {view.mood === "step" && stuck !== undefined && (
                  <BigButton tone="plain" hint="S" onClick={snag}>
                    Stuck
                  </BigButton>
                )}
                <BigButton
                  tone="plain"
                  hint="⌫"
                  onClick={takeBack}
                  disabled={state.live.length < 2}
                >
                  Take back
                </BigButton>
              </Box>
            )}
          </Box>
        </Box>
      )}
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
          <DiveLine dive={dive} height={72} label={`Step ${view.at} of ${view.of}`} />
        </Box>
        <Box sx={{ display: "flex", alignItems: "center", gap: 2, pr: 2 }}>
          <LotsStrip guide={guide} lots={lots} lit={litLot(step)} />
          <Pace
            machinery={machinery}
            state={later}
            events={laterEvents}
            learnt={learnt}
            who={who}
          />
        </Box>
      </Box>
      <KeysPanel open={showsKeys} onClose={() => setShowsKeys(false)} />
    </Box>
  );
}

const litLot = (step: Step | undefined): string | undefined =>
  step?.do === "release" || step?.do === "make" ? step.joint : undefined;

/** What should come off next, while things come off. */
function stuckPart(guide: Guide, { step, left }: BenchView): string | undefined {
  if (step?.do !== "release" && step?.do !== "lift") return undefined;
  const lift = step.do === "lift" ? step : left.find((one) => one.do === "lift");
  return lift?.do === "lift" ? mainPart(guide, lift.parts) : undefined;
}

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

/** How many screws of this step have been turned; begins anew with each step. */
function useTurn(step: Step | undefined): readonly [number, () => void] {
  const key = step ? `${step.do} ${stepKey(step)}` : "";
  const [held, setHeld] = useState({ key, turn: 0 });
  const turn = held.key === key ? held.turn : 0;
  return [turn, () => setHeld({ key, turn: turn + 1 })];
}

/** The entry that "done" means now, or what is missing for it, in words. */
function entryFor(
  view: BenchView,
  screws: ScrewStep | undefined,
  draft: Draft,
  ending: Ending,
  fitted: readonly Fitted[],
): Entry | string {
  const { mood, step, stop, round } = view;
  if (mood === "planning") return "The way from here is being worked out.";
  if (mood === "stop") return `Answer with Y or N: ${stop!.ask}`;
  if (mood === "swap") return fitted.length > 0 ? { do: "swap", fitted } : { do: "swap" };
  if (mood === "closed" || (!step && mood !== "end" && mood !== "proof"))
    return "This job is closed.";
  if (mood === "proof") return { do: "check", round, what: view.check!, result: "pass" };
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
  const place = draft.cell === undefined ? { lies: screws.lies } : { cell: draft.cell };
  return { ...step, count: draft.count, ...place, ...differs };
}

function doneWord({ mood, gate, step }: BenchView, isRework: boolean): string {
  if (mood === "swap") return isRework ? "Seated anew: build up" : "Swapped: build up";
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
  const ticks = waiting === 1 ? "1 tick waits" : `${waiting} ticks wait`;
  return (
    <Box sx={{ display: "flex", gap: 1.5, fontSize: 16, color: "var(--soft)" }}>
      <Link to={`/tickets/${ticket.number}`} style={{ color: "inherit" }}>
        <span className="mono">{ticket.number}</span> {ticket.machine}
      </Link>
      <span style={{ flex: 1 }}>{view.step && `${way}, step ${view.at} of ${view.of}`}</span>
      <span role="status">
        {isAway ? `Not saved yet: ${ticks}` : waiting > 0 ? "saving" : "saved"}
      </span>
    </Box>
  );
}
