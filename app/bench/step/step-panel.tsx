import { useState } from "react";
import type { Tightening } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { nameOf, type Person } from "../../../core/people/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import { capital, type Said, type StepSpeech, stepWords } from "../../../core/words/index.ts";
import { JointSign } from "../../signs/joint-sign.tsx";
import { ScrewToken } from "../../signs/screw-token.tsx";
import { CountBox, type Draft } from "./count-box.tsx";
import { Notes, type StepNote, type StepPhoto, Thumb } from "../aside/left-here.tsx";
import { Caution, Key, StepLine } from "../screen/panel.tsx";
import { TighteningBox } from "./tightening.tsx";
import type { ScrewStep } from "../model/bench-view.ts";

/** The step: what to do, with which bit, how it opens, what to heed, where the screws go. */
export function StepPanel({
  guide,
  step,
  then,
  speech,
  turns,
  screws,
  draft,
  setDraft,
  turn,
  onNextScrew,
  onBroke,
  people,
  ofMachine,
  notes,
  photos,
}: {
  guide: Guide;
  step: Step;
  /** The steps after this one. */
  then: readonly Step[];
  /** What is said at it. */
  speech: StepSpeech;
  turns: Tightening | undefined;
  screws: ScrewStep | undefined;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  /** How many screws of this step have been turned. */
  turn: number;
  onNextScrew: () => void;
  onBroke: () => void;
  people: readonly Person[];
  /** What was found here on this very machine before. */
  ofMachine: readonly string[];
  notes: readonly StepNote[];
  photos: readonly StepPhoto[];
}) {
  const { say, posture, tool, now, more } = speech;
  return (
    <div className="stack stack-wide">
      {posture !== undefined && <div className="say-big posture">{posture}</div>}
      <StepLine>{say}</StepLine>
      <div className="row say-big">
        <span>{capital(tool ?? "by hand")}</span>
        {screws && <ScrewToken screw={screws.joint} />}
      </div>
      {screws && (
        <CountBox
          key={JSON.stringify(step)}
          guide={guide}
          id={jointOf(step)}
          screws={screws}
          isUp={step.do === "make"}
          draft={draft}
          setDraft={setDraft}
        />
      )}
      {turns && (
        <TighteningBox
          guide={guide}
          turns={turns}
          joint={jointOf(step)}
          turn={turn}
          onNext={onNextScrew}
        />
      )}
      <HowItOpens guide={guide} step={step} lines={now} />
      {ofMachine.map((words) => (
        <Caution key={words}>Of this machine: {words}</Caution>
      ))}
      <Notes people={people} notes={notes} />
      <Lines lines={now.filter(({ as }) => as === "caution")} />
      <More key={`more ${JSON.stringify(step)}`} lines={more} onBroke={onBroke} />
      {photos.length > 0 && (
        <div className="row row-tight" style={{ overflowX: "auto" }}>
          {photos.map(({ id, by }) => (
            <Thumb key={id} id={id} by={nameOf(people, by)} />
          ))}
        </div>
      )}
      {then.length > 0 && <Then guide={guide} steps={then} />}
    </div>
  );
}

const jointOf = (step: Step): string => ("joint" in step ? step.joint : "");

/** How it opens or goes on, drawn large: a plug with its lead, or whatever else holds; beside it how it goes. */
function HowItOpens({ guide, step, lines }: { guide: Guide; step: Step; lines: readonly Said[] }) {
  const ways = lines.filter(({ as }) => as === "way");
  const joint = "joint" in step ? guide.joints[step.joint]! : undefined;
  if (!joint || joint.kind === "screws") return <Lines lines={lines.filter(isKnown)} />;
  return (
    <div className="row">
      <div className="sign">
        <JointSign joint={joint} isOpen={step.do === "release"} width={140} />
      </div>
      <div className="stack stack-tight say">
        {ways.map(({ text }) => (
          <span key={text}>{text}</span>
        ))}
        <Lines lines={lines.filter(isKnown)} />
      </div>
    </div>
  );
}

const isKnown = ({ as }: Said): boolean => as === "known";

const Lines = ({ lines }: { lines: readonly Said[] }) =>
  lines.map(({ as, text }) =>
    as === "caution" ? (
      <Caution key={text}>{text}</Caution>
    ) : (
      <span key={text} className={as === "known" ? "say soft" : "say"}>
        {text}
      </span>
    ),
  );

/** What did not fit into one breath: a press away. */
function More({ lines, onBroke }: { lines: readonly Said[]; onBroke: () => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="stack stack-tight">
      {isOpen && <Lines lines={lines} />}
      <div className="row row-tight">
        {lines.length > 0 && (
          <button
            type="button"
            className="press press-plain more"
            aria-expanded={isOpen}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? "Less" : "More about this step"}
          </button>
        )}
        <button type="button" className="press press-plain more" onClick={onBroke}>
          It broke <Key>B</Key>
        </button>
      </div>
    </div>
  );
}

/** What comes after this step, the next first; further ones as room allows. */
const Then = ({ guide, steps }: { guide: Guide; steps: readonly Step[] }) => (
  <div className="say soft then">
    Then:
    <ol>
      {steps.map((step, i) => (
        <li key={i}>{stepWords(guide, step)}</li>
      ))}
    </ol>
  </div>
);
