import { memo } from "react";
import { deadWithout, type Guide } from "../../../core/guide/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import { capital, jointWord, stepWords, wordList } from "../../../core/words/index.ts";
import { JointSign } from "../../signs/joint-sign.tsx";
import { Key, StepLine } from "../screen/panel.tsx";
import { useInView } from "../screen/use-in-view.ts";
import type { BenchView } from "../model/bench-view.ts";

/** The last chance before something is covered: each joint by name, confirmed one by one. */
export function GatePanel({
  guide,
  step,
  gate,
  onConfirm,
}: {
  guide: Guide;
  step: Step;
  gate: BenchView["gate"];
  onConfirm: (joint: string) => void;
}) {
  const open = gate.filter(({ confirmed }) => !confirmed).length;
  return (
    <div className="stack gate">
      <StepLine>{open > 0 ? "Gate: look at each of these" : stepWords(guide, step)}</StepLine>
      <div className="say" aria-live="polite">
        {open > 0
          ? `After the next step these cannot be reached. ${open} of ${gate.length} still to confirm.`
          : "All confirmed."}
      </div>
      <div className="gate-list">
        {gate.map(({ joint, confirmed }, i) => (
          <Item
            key={joint}
            guide={guide}
            id={joint}
            confirmed={confirmed}
            isNext={!confirmed && gate.findIndex((one) => !one.confirmed) === i}
            onConfirm={onConfirm}
          />
        ))}
      </div>
    </div>
  );
}

/** One joint of the gate; drawn anew only when its own turn changes. */
const Item = memo(function Item({
  guide,
  id,
  confirmed,
  isNext,
  onConfirm,
}: {
  guide: Guide;
  id: string;
  confirmed: boolean;
  isNext: boolean;
  onConfirm: (joint: string) => void;
}) {
  const joint = guide.joints[id]!;
  const dead = deadWithout(joint);
  const stage = confirmed ? "is-seen" : isNext ? "is-next" : "";
  const seen = useInView<HTMLButtonElement>(isNext);
  return (
    <button
      type="button"
      ref={seen}
      onClick={() => onConfirm(id)}
      disabled={confirmed}
      aria-label={`${capital(jointWord(guide, id))}: ${confirmed ? "confirmed" : "confirm"}`}
      className={`press gate-item ${stage}`}
    >
      <JointSign joint={joint} />
      <span>
        <b>{capital(jointWord(guide, id))}</b>
        {dead.length > 0 && (
          <span className="below say-small soft">Open, it kills: {wordList(dead)}</span>
        )}
      </span>
      <span className="strong">{confirmed ? "✓ seen" : isNext ? <Key>Space</Key> : "not yet"}</span>
    </button>
  );
});
