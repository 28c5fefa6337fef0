import { reachedAnyway, troubleLine } from "../sync/trouble-line.ts";
import { memo, Suspense, useCallback, useEffect, useMemo, useRef } from "react";
import { Link } from "react-router";
import { diveFromState, type Life, lifeOf } from "../../../core/bench/index.ts";
import { stepWords } from "../../../core/words/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import { MachineMap } from "../../signs/map/machine-map.tsx";
import { DiveLine } from "../../signs/dive-line.tsx";
import { useAfterPaint } from "../../ui/after-paint.ts";
import { doneWord } from "../model/next-entry.ts";
import { LotsStrip } from "../tray/lots-strip.tsx";
import { HurryLine } from "./hurry.tsx";
import { SidePanel } from "./side-panel.tsx";
import { LifeChip } from "./life-chip.tsx";
import { MinutesLine } from "./minutes-line.tsx";
import { HIDDEN } from "../../ui/hidden.ts";
import { BigButton, Refused, SAID } from "./panel.tsx";
import { fetchLater, TrayView } from "./later.ts";
import { useBench, useBenchKeys, type Bench, type BenchScreenProps } from "../model/use-bench.ts";
import { turnMarks, type BenchView } from "../model/bench-view.ts";

/** The first paint and the first key come before what is not shown yet. */
const LATER_MS = 800;

/** The bench: left the map, right the step, below the dive line and the tray. */
export function BenchScreen(props: BenchScreenProps) {
  const bench = useBench(props);
  useBenchKeys(bench);
  const { ledger, view, shows } = bench;
  useEffect(() => {
    const timer = setTimeout(fetchLater, LATER_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <main className={shows.map ? "bench bench-wide" : "bench"}>
      <Suspense fallback={<div aria-busy="true" />}>
        {shows.tray ? <Tray bench={bench} ticket={props.ticket} /> : <BenchMap bench={bench} />}
      </Suspense>
      {shows.map && (
        <h1 style={HIDDEN}>
          The map{view.step ? `: ${stepWords(bench.model.guide, view.step)}` : ""}
        </h1>
      )}
      {!shows.map && (
        <div className="bench-side">
          <Head
            ticket={props.ticket}
            place={placeOf(view)}
            life={lifeOf(bench.model, ledger.state)}
            waiting={ledger.waiting}
            isAway={ledger.isAway}
            why={ledger.awayWords ?? (ledger.isKept ? undefined : UNKEPT)}
          />
          <SidePanel bench={bench} props={props} />
          <div className="stack stack-tight">
            {ledger.trouble !== undefined && (
              <Refused>
                {troubleLine(bench.model, ledger.trouble)}
                <InReach bench={bench} />
              </Refused>
            )}
            <HurryLine
              ticket={props.ticket.number}
              guide={bench.model.guide}
              events={ledger.events}
            />
            {shows.aside === undefined && <Buttons bench={bench} />}
          </div>
        </div>
      )}
      <Job bench={bench} props={props} />
      <div id={SAID} aria-live="polite" style={HIDDEN} />
    </main>
  );
}

/** What the guide has under a part can be reached all the same: the lead is told. */
function InReach({ bench: { model, ledger, acts } }: { bench: Bench }) {
  const what = ledger.trouble && reachedAnyway(model, ledger.trouble);
  if (!what) return null;
  return (
    <button
      type="button"
      className="press press-why"
      onClick={() => acts.tell({ do: "observe", what })}
    >
      It can be reached all the same
    </button>
  );
}

function BenchMap({ bench: { model, view, turn, shows, learning, acts } }: { bench: Bench }) {
  // The same function for every drawing of the map: only what changed on it is drawn anew.
  const latest = useRef(acts.tap);
  useEffect(() => {
    latest.current = acts.tap;
  });
  const onTap = useCallback((id: string) => latest.current(id), []);
  const isLearning = shows.aside === "learn";
  const marks = useMemo(
    () => turnMarks(view.marks, view.turns, turn),
    [view.marks, view.turns, turn],
  );
  return (
    <MachineMap
      guide={model.guide}
      view={isLearning ? learning.view : view.mapView}
      marks={marks}
      onTap={onTap}
      onSpot={shows.aside === "snag" ? shows.setNear : isLearning ? learning.tap : undefined}
      spots={isLearning ? learning.taps : undefined}
      near={shows.near}
      isNamed={shows.map}
    />
  );
}

const Tray = ({ bench, ticket }: { bench: Bench; ticket: BenchScreenProps["ticket"] }) => (
  <TrayView
    ticket={ticket.number}
    model={bench.model}
    state={bench.ledger.state}
    tray={bench.tray}
    keeping={bench.keeping}
    lit={litLot(bench.view.step)}
    view={bench.view.mapView}
    onHabit={(habit) => bench.ledger.tick({ do: "habit", habit })}
  />
);

function Buttons({ bench: { view, ledger, stuck, shows, learning, acts } }: { bench: Bench }) {
  const { state } = ledger;
  return (
    <div className="row row-tight">
      {!["stop", "checks", "planning"].includes(view.mood) && (
        <BigButton onClick={acts.done} hint="Space" tone={view.mood === "swap" ? "copper" : "mat"}>
          {doneWord(view, state.rework !== undefined)}
        </BigButton>
      )}
      {view.mood === "step" && stuck !== undefined && (
        <BigButton tone="plain" hint="S" onClick={acts.snag}>
          Stuck
        </BigButton>
      )}
      {learning.isOn && view.mood !== "stop" && (
        <BigButton tone="plain" hint="L" onClick={() => shows.open("learn")}>
          In the way
        </BigButton>
      )}
      <BigButton tone="plain" hint="⌫" onClick={acts.takeBack} disabled={state.live.length < 2}>
        Take back
      </BigButton>
    </div>
  );
}

/** The line of the job, what lies in the tray, and the minutes; line and minutes come a picture later. */
function Job({ bench, props }: { bench: Bench; props: BenchScreenProps }) {
  const { model, view, ledger } = bench;
  const { state, events } = ledger;
  const [later, laterEvents] = useAfterPaint(
    useMemo(() => [state, events] as const, [state, events]),
  );
  const dive = useMemo(() => diveFromState(model, later), [model, later]);
  const lots = useMemo(() => [...state.lots.values()], [state.lots]);
  return (
    <div className="bench-job">
      <div className="bench-dive">
        <DiveLine dive={dive} height={72} label={`Step ${view.at} of ${view.of}`} />
      </div>
      <div className="row" style={{ paddingRight: 16 }}>
        {bench.shows.map && (
          <div style={{ paddingLeft: 16 }}>
            <LifeChip life={lifeOf(model, state)} />
          </div>
        )}
        <LotsStrip guide={model.guide} lots={lots} lit={litLot(view.step)} />
        <MinutesLine
          model={model}
          state={later}
          events={laterEvents}
          learnt={props.learnt}
          who={props.who.id}
          drawn={props.drawn}
        />
      </div>
    </div>
  );
}

const UNKEPT = "This browser keeps nothing: do not close the page while a tick waits.";

const litLot = (step: Step | undefined): string | undefined =>
  step?.do === "release" || step?.do === "make" ? step.joint : undefined;

const Head = memo(function Head({
  ticket,
  place,
  life,
  waiting,
  isAway,
  why,
}: {
  ticket: BenchScreenProps["ticket"];
  /** Where the job is, in words. */
  place: string | undefined;
  life: Life;
  waiting: number;
  isAway: boolean;
  /** What else is to be said of what is saved. */
  why: string | undefined;
}) {
  const ticks = waiting === 1 ? "1 tick waits" : `${waiting} ticks wait`;
  return (
    <div className="bench-head">
      <Link to={`/tickets/${ticket.number}`}>
        <span className="mono">{ticket.number}</span> {ticket.machine}
      </Link>
      <span className="bench-place">{place}</span>
      <span role="status" className="bench-saved">
        {isAway ? `Not saved yet: ${ticks}` : waiting > 0 ? "saving" : "saved"}
      </span>
      {why !== undefined && <span role="alert">{why}</span>}
      <LifeChip life={life} />
    </div>
  );
});

function placeOf({ step, at, of }: BenchView): string | undefined {
  if (!step) return undefined;
  const way = step.do === "place" || step.do === "make" ? "build-up" : "strip-down";
  return `${way}, step ${at} of ${of}`;
}
