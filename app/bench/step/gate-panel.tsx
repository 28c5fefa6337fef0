import type { Region } from "../../../core/bench/index.ts";
import { deadWithout, type Guide } from "../../../core/guide/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import {
  capital,
  jointWord,
  lookWhy,
  NOT_IN_WORDS,
  regionWords,
  stepWords,
  wordList,
} from "../../../core/words/index.ts";
import { JointSign } from "../../signs/joint-sign.tsx";
import { StepLine } from "../screen/panel.tsx";
import type { BenchView } from "../model/bench-view.ts";

/** The last look before a step hides things or brings the power: a region of the map, one press for all that is in. */
export function GatePanel({
  guide,
  step,
  gate,
  onNotIn,
}: {
  guide: Guide;
  step: Step;
  gate: NonNullable<BenchView["gate"]>;
  onNotIn: (joint: string) => void;
}) {
  const { region, joints, later } = gate;
  return (
    <div className="stack gate">
      <StepLine>Look: {regionWords(region)}</StepLine>
      <div className="say" aria-live="polite">
        {lookWhy(guide, step)} {NOT_IN_WORDS}
      </div>
      <ul className="gate-list" aria-label="Look at these">
        {joints.map((joint) => (
          <Item key={joint} guide={guide} id={joint} onNotIn={onNotIn} />
        ))}
      </ul>
      <div className="say soft">
        {later.length > 0 && <>Then look: {laterWords(later)}. </>}
        Then: {stepWords(guide, step)}.
      </div>
    </div>
  );
}

const laterWords = (later: readonly Region[]): string =>
  wordList(later.map((region) => `${regionWords(region)} (${region.joints.length})`));

function Item({
  guide,
  id,
  onNotIn,
}: {
  guide: Guide;
  id: string;
  onNotIn: (joint: string) => void;
}) {
  const joint = guide.joints[id]!;
  const dead = deadWithout(joint);
  const name = capital(jointWord(guide, id));
  return (
    <li className="gate-item">
      <JointSign joint={joint} />
      <span>
        <b>{name}</b>
        {dead.length > 0 && (
          <span className="below say-small soft">Open, it kills: {wordList(dead)}</span>
        )}
      </span>
      <button
        type="button"
        className="press"
        aria-label={`${name}: not in`}
        onClick={() => onNotIn(id)}
      >
        Not in
      </button>
    </li>
  );
}
