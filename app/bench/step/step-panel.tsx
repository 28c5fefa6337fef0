import { leadRoute, type PostureChange, type Tightening } from "../../../core/bench/index.ts";
import { deadWithout, type Guide } from "../../../core/guide/index.ts";
import { nameOf, type Person } from "../../../core/people/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import {
  capital,
  careLines,
  clearWords,
  holdsWords,
  jointWay,
  jointWord,
  postureWords,
  stepWords,
  toolWords,
  wordList,
} from "../../../core/words/index.ts";
import { JointSign } from "../../signs/joint-sign.tsx";
import { ScrewToken } from "../../signs/screw-token.tsx";
import { CountBox, type Draft } from "./count-box.tsx";
import { Notes, type StepNote, type StepPhoto, Thumb } from "../aside/left-here.tsx";
import { Caution, StepLine } from "../screen/panel.tsx";
import { TighteningBox } from "./tightening.tsx";
import type { ScrewStep } from "../model/bench-view.ts";

/** The step: what to do, with which bit, how it opens, what to heed, where the screws go. */
export function StepPanel({
  guide,
  step,
  then,
  posture,
  clear,
  care,
  turns,
  screws,
  draft,
  setDraft,
  turn,
  onNextScrew,
  people,
  ofMachine,
  notes,
  photos,
}: {
  guide: Guide;
  step: Step;
  /** The steps after this one. */
  then: readonly Step[];
  /** How the machine has to be laid first, where it does not lie so. */
  posture: PostureChange | undefined;
  /** Leads to be held clear. */
  clear: readonly string[];
  /** What of the machine as it is the cautions depend on. */
  care: NonNullable<Parameters<typeof careLines>[2]>;
  turns: Tightening | undefined;
  screws: ScrewStep | undefined;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  /** How many screws of this step have been turned. */
  turn: number;
  onNextScrew: () => void;
  people: readonly Person[];
  /** What was found here on this very machine before. */
  ofMachine: readonly string[];
  notes: readonly StepNote[];
  photos: readonly StepPhoto[];
}) {
  const tool = toolWords(guide, step);
  const held = clearWords(guide, clear);
  return (
    <div className="stack stack-wide">
      {posture && <div className="say-big posture">{postureWords(guide, posture)}</div>}
      <StepLine>{stepWords(guide, step)}</StepLine>
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
      <HowItOpens guide={guide} step={step} />
      {ofMachine.map((words) => (
        <Caution key={words}>Of this machine: {words}</Caution>
      ))}
      <Notes people={people} notes={notes} />
      {held !== undefined && <Caution>{held}</Caution>}
      {careLines(guide, step, care).map((line) => (
        <Caution key={line}>{line}</Caution>
      ))}
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

/** How it opens or goes on, drawn large: a plug with its lead, or whatever else holds. */
function HowItOpens({ guide, step }: { guide: Guide; step: Step }) {
  if (step.do !== "release" && step.do !== "make") return null;
  const joint = guide.joints[step.joint]!;
  const way = jointWay(guide, step.joint);
  const holds = <span className="soft">{holdsWords(guide, step.joint)}</span>;
  if (!way) return <div className="say">{holds}</div>;
  const isPlug = joint.kind === "connector";
  const dead = isPlug ? deadWithout(joint) : [];
  const lead = isPlug ? leadRoute(guide, step.joint) : [];
  return (
    <div className="row">
      <div className="sign">
        <JointSign joint={joint} isOpen={step.do === "release"} width={140} />
      </div>
      <div className="stack stack-tight say">
        <span>{step.do === "release" ? way.off : way.on}</span>
        {!isPlug && holds}
        {dead.length > 0 && (
          <span className="soft">If left unplugged, dead: {wordList(dead)}.</span>
        )}
        {lead.length > 0 && (
          <span className="soft">
            Its lead lies in: {wordList(lead.map((id) => jointWord(guide, id)))}; dotted on the map.
          </span>
        )}
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
