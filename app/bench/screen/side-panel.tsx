import { Suspense } from "react";
import { unreachable } from "../../../core/base/result.ts";
import { comesOut } from "../../../core/bench/index.ts";
import { stepKey, thingOf } from "../../../core/plan/index.ts";
import { stepSpeech, stepWords } from "../../../core/words/index.ts";
import { GatePanel } from "../step/gate-panel.tsx";
import { StepLine } from "./panel.tsx";
import { ChecksPanel } from "../step/checks-panel.tsx";
import { PowerPanel } from "../step/power-panel.tsx";
import { StepPanel } from "../step/step-panel.tsx";
import { StopPanel } from "../step/stop-panel.tsx";
import {
  BrokenPanel,
  EndPanel,
  LearnPanel,
  NotePanel,
  PhotoPanel,
  SnagPanel,
  SwapPanel,
} from "./later.ts";
import type { Bench, BenchScreenProps } from "../model/use-bench.ts";

interface SidePanelProps {
  readonly bench: Bench;
  readonly props: BenchScreenProps;
}

/** The right side: what was opened beside the step, else what the job is at. */
export const SidePanel = ({ bench, props }: SidePanelProps) => (
  <div className="bench-panel" role="group" aria-label="What to do now" tabIndex={0}>
    <Suspense>
      {bench.shows.aside === undefined ? (
        <Mood bench={bench} props={props} />
      ) : (
        <Aside bench={bench} props={props} />
      )}
    </Suspense>
  </div>
);

function Aside({ bench, props }: SidePanelProps) {
  const { ticket } = props;
  const { guide } = bench.model;
  const { view, ledger, shows, stuck, kept, learning, acts } = bench;
  const step = view.step ? stepKey(view.step) : "job";
  const about = view.step ? stepWords(guide, view.step) : "the job";
  const { people } = props;
  const panel = { ticket: ticket.number, step, about, people, onClose: shows.close };
  const at = (one: { readonly step: string }) => one.step === step;
  if (shows.aside === "note") {
    const thing = view.step && thingOf(guide, view.step);
    const tell = (words: string) =>
      acts.tell({ do: "observe", what: { type: "words", about: thing!, words } });
    return (
      <NotePanel
        {...panel}
        notes={kept.notes.filter(at)}
        onKept={kept.setNotes}
        onTell={thing === undefined ? undefined : tell}
      />
    );
  }
  if (shows.aside === "broke") {
    return (
      <BrokenPanel
        guide={guide}
        at={view.step && thingOf(guide, view.step)}
        isDown={ledger.state.phase === "down"}
        onBroke={(entry) => {
          shows.close();
          acts.go(entry);
        }}
        onClose={shows.close}
      />
    );
  }
  if (shows.aside === "photo") {
    return <PhotoPanel {...panel} photos={kept.photos.filter(at)} onKept={kept.setPhotos} />;
  }
  if (shows.aside === "learn") {
    return learning.isOn ? (
      <LearnPanel ticket={ticket.number} guide={guide} learning={learning} onClose={shows.close} />
    ) : null;
  }
  if (stuck === undefined) return null;
  return (
    <SnagPanel
      guide={guide}
      events={ledger.events}
      stuck={stuck}
      near={shows.near}
      missed={props.missed}
      onFound={(entry) => {
        if (entry.do === "observe") return acts.tell(entry);
        acts.go(entry);
        if (entry.do === "snag") acts.choose(`joint:${entry.held}`);
      }}
      onClose={shows.close}
    />
  );
}

function Mood({ bench, props }: SidePanelProps) {
  const { model, view, ledger, typed, acts } = bench;
  const { guide } = model;
  const { state, tick } = ledger;
  const { step, stop } = view;
  switch (view.mood) {
    case "stop":
      return <StopPanel key={stop!.id} guide={guide} stop={stop!} state={state} onAnswer={tick} />;
    case "step":
      return <Step bench={bench} props={props} />;
    case "gate":
      return (
        <GatePanel
          guide={guide}
          step={step!}
          gate={view.gate!}
          onNotIn={(joint) =>
            acts.go({ do: comesOut(model, state, joint) ? "not-in" : "rework", joint })
          }
        />
      );
    case "power":
      return <PowerPanel model={model} state={state} round={view.round} checks={view.checks} />;
    case "checks":
      return (
        <ChecksPanel
          model={model}
          state={state}
          events={ledger.events}
          round={view.round}
          due={view.checks}
          onTick={acts.go}
        />
      );
    case "swap":
      return (
        <Suspense fallback={<StepLine>Swap: being laid out</StepLine>}>
          <SwapPanel
            model={model}
            state={state}
            transfers={props.transfers}
            fitted={typed.fitted}
            setFitted={typed.setFitted}
            onOpen={(joint) => acts.go({ do: "rework", joint })}
          />
        </Suspense>
      );
    case "end":
      return (
        <Suspense fallback={<StepLine>Count what lies on the mat</StepLine>}>
          <EndPanel
            guide={guide}
            state={state}
            ending={typed.ending}
            setEnding={typed.setEnding}
            onDone={acts.done}
          />
        </Suspense>
      );
    case "planning":
      return <StepLine>Working out the way from here</StepLine>;
    case "closed":
      return <p>This job is closed.</p>;
    default:
      return unreachable(view.mood);
  }
}

function Step({ bench, props }: SidePanelProps) {
  const { model, ledger, view, screws, draft, turn, kept, acts } = bench;
  const step = view.step!;
  const touched = "joint" in step ? [step.joint] : step.parts;
  const ofMachine = props.ofMachine.filter(({ things }) =>
    things.some((id) => touched.includes(id)),
  );
  const at = (one: { readonly step: string }) => one.step === stepKey(view.step!);
  return (
    <StepPanel
      guide={model.guide}
      step={view.step!}
      then={view.then}
      speech={stepSpeech(model, ledger.state, view.step!)}
      turns={view.turns}
      screws={screws}
      draft={draft}
      setDraft={acts.setDraft}
      turn={turn}
      onNextScrew={acts.nextScrew}
      onBroke={() => bench.shows.open("broke")}
      people={props.people}
      ofMachine={ofMachine.map(({ words }) => words)}
      notes={kept.notes.filter(at)}
      photos={kept.photos.filter(at)}
    />
  );
}
