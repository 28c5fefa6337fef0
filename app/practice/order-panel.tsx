import { useMemo } from "react";
import type { Guide } from "../../core/guide/index.ts";
import { stepKey } from "../../core/plan/index.ts";
import type { Deed, OrderView } from "../../core/practice/index.ts";
import { modelOf } from "../../core/rules/index.ts";
import { partWord, refusalWords, stepWords } from "../../core/words/index.ts";
import { Refused } from "../bench/screen/panel.tsx";
import { Choices } from "./choices.tsx";

/** The next step down is chosen, by its number or on the map. */
export function OrderPanel({
  guide,
  view,
  does,
  isBusy,
}: {
  guide: Guide;
  view: OrderView;
  does: (deed: Deed) => void;
  isBusy: boolean;
}) {
  const model = useMemo(() => modelOf(guide), [guide]);
  const { target, choices, refused, hint, done, minutes, outcome } = view;
  return (
    <>
      <h2 className="step-line">Get the {partWord(guide, target)} out in the least minutes.</h2>
      {!outcome && <p style={{ margin: 0 }}>What comes next? Choose here, or tap it on the map.</p>}
      {refused && (
        <Refused>
          {stepWords(guide, refused.step)}: not now.{" "}
          {refusalWords(model, { type: "blocked", block: refused.block })}
        </Refused>
      )}
      {hint && !outcome && (
        <p style={{ margin: 0 }}>
          <b>Hint:</b> {stepWords(guide, hint)}.
        </p>
      )}
      {!outcome && (
        <Choices
          label="Steps"
          choices={choices.map((step) => ({ id: stepKey(step), words: stepWords(guide, step) }))}
          choose={(key) => {
            const step = choices.find((one) => stepKey(one) === key);
            if (step) does({ do: "try", step });
          }}
          isOn={!isBusy}
        />
      )}
      <p style={{ margin: 0 }}>
        {done.length} {done.length === 1 ? "step" : "steps"} done, {minutes.toFixed(1)} minutes
        there and back.
      </p>
    </>
  );
}
