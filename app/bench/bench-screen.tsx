import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
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
import { useKeys } from "../frame/use-keys.ts";
import { MachineMap } from "../machine-map/machine-map.tsx";
import { DiveLine } from "../signs/dive-line.tsx";
import { reasonsFor, type Draft } from "./count-box.tsx";
import { EndPanel, type Ending } from "./end-panel.tsx";
import { GatePanel } from "./gate-panel.tsx";
import { KeysPanel } from "./keys-panel.tsx";
import { LotsStrip } from "./lots-strip.tsx";
import { NotePanel, type StepNote } from "./note-panel.tsx";
import { Pace } from "./pace.tsx";
import { useAfterPaint } from "./after-paint.ts";
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
  const wantsTray = showsTray || view.step?.do === "release";
  const tray = useMemo(
    () =>
      wantsTray
        ? trayNow(machinery, state, { habit: keeping.habit, grid: keeping.grid })
        : undefined,
    [machinery, state, keeping.habit, keeping.grid, wantsTray],
  );
  const screws = screwStep(machinery, state, view.step, keeping, tray);
  // The line of the job and its minutes come a picture later than the step.
  const [later, laterEvents] = useAfterPaint(
    useMemo(() => [state, ledger.events] as const, [state, ledger.events]),
  );
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
  const confirm = useCallback((joint: string) => tick({ do: "confirm", joint }), [tick]);
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
  const less = () => {
    if (draft.count === screws?.expected) count(-1);
  };
  useKeys(
    {
      Space: done,
      Backspace: takeBack,
      c: less,
      "-": () => count(-1),
      "+": () => count(1),
      "=": () => count(1),
      "1": () => because(0),
      "2": () => because(1),
      "3": () => because(2),
      ArrowRight: nextScrew,
      s: snag,
      // N is an answer where a stop is asked.
      n: () => view.mood !== "stop" && setAside("note"),
      p: () => setAside("photo"),
      t: () => setShowsTray((now) => !now),
      m: () => setMapFull((now) => !now),
      "?": () => setShowsKeys(true),
    },
    isFree && !showsKeys,
  );
  useKeys({
    Escape: () => {
      close();
      setChosen(undefined);
    },
  });

  const at = (one: { readonly step: string }) => one.step === key;
  return (
    <main className={isMapFull ? "bench bench-wide" : "bench"}>
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
        <div className="bench-side">
          <Head
            ticket={ticket}
            place={placeOf(view)}
            waiting={ledger.waiting}
            isAway={ledger.isAway}
          />
          <div className="bench-matter">
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
              <GatePanel guide={guide} step={step} gate={view.gate} onConfirm={confirm} />
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
          </div>
          <div className="stack stack-tight">
            {ledger.trouble !== undefined && <Refused>{ledger.trouble}</Refused>}
            {isFree && (
              <div className="row row-tight">
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
              </div>
            )}
          </div>
        </div>
      )}
      <div className="bench-job">
        <div className="bench-dive">
          <DiveLine dive={dive} height={72} label={`Step ${view.at} of ${view.of}`} />
        </div>
        <div className="row" style={{ paddingRight: 16 }}>
          <LotsStrip guide={guide} lots={lots} lit={litLot(step)} />
          <Pace
            machinery={machinery}
            state={later}
            events={laterEvents}
            learnt={learnt}
            who={who}
          />
        </div>
      </div>
      {showsKeys && <KeysPanel onClose={() => setShowsKeys(false)} />}
    </main>
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

const Head = memo(function Head({
  ticket,
  place,
  waiting,
  isAway,
}: {
  ticket: Ticket;
  /** Where the job is, in words. */
  place: string | undefined;
  waiting: number;
  isAway: boolean;
}) {
  const ticks = waiting === 1 ? "1 tick waits" : `${waiting} ticks wait`;
  return (
    <div className="bench-head">
      <Link to={`/tickets/${ticket.number}`}>
        <span className="mono">{ticket.number}</span> {ticket.machine}
      </Link>
      <span className="grow">{place}</span>
      <span role="status">
        {isAway ? `Not saved yet: ${ticks}` : waiting > 0 ? "saving" : "saved"}
      </span>
    </div>
  );
});

function placeOf({ step, at, of }: BenchView): string | undefined {
  if (!step) return undefined;
  const way = step.do === "place" || step.do === "make" ? "build-up" : "strip-down";
  return `${way}, step ${at} of ${of}`;
}
