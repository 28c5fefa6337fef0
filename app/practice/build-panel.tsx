import { useState } from "react";
import type { Guide } from "../../core/guide/index.ts";
import type { BuildView, Deed } from "../../core/practice/index.ts";
import { capital, jointWord, partWord, stepWords, wordList } from "../../core/words/index.ts";
import { BigButton, Caution } from "../bench/screen/panel.tsx";
import { useKeys } from "../ui/use-keys.ts";
import { Choices } from "./choices.tsx";

/** A build-up is read out step by step; something is missing in it. */
export function BuildPanel({
  guide,
  view,
  does,
  isBusy,
}: {
  guide: Guide;
  view: BuildView;
  does: (deed: Deed) => void;
  isBusy: boolean;
}) {
  const { target, now, done, steps, due, gate, looked, fault, outcome } = view;
  const [isAsking, setAsking] = useState(false);
  const isOn = !outcome && !isBusy;
  useKeys({ Space: () => does({ do: "on" }) }, isOn && !isAsking);
  useKeys({ u: () => setAsking(true), Escape: () => setAsking(false) }, isOn);
  if (outcome) {
    return (
      <>
        <h2 className="step-line">The {partWord(guide, target)} is in.</h2>
        {fault && (
          <p style={{ margin: 0 }}>
            Left out was: the {jointWord(guide, fault.joint)}.
            {fault.dead.length > 0 && ` If left so: ${wordList(fault.dead)} dead.`}
          </p>
        )}
      </>
    );
  }
  if (isAsking) {
    return (
      <>
        <h2 className="step-line">What was left unmade?</h2>
        <Choices
          label="Joints so far"
          choices={due
            .filter((id) => !looked.includes(id))
            .map((id) => ({ id, words: capital(jointWord(guide, id)) }))}
          choose={(joint) => {
            setAsking(false);
            does({ do: "missing", joint });
          }}
          isOn={isOn}
        />
        <BigButton tone="plain" hint="Esc" onClick={() => setAsking(false)}>
          Back to the steps
        </BigButton>
      </>
    );
  }
  return (
    <>
      <p style={{ margin: 0 }}>
        Step {done.length + 1} of {steps}. One step is left out as this is read.
      </p>
      <h2 className="step-line">{now && stepWords(guide, now)}</h2>
      {gate.length > 0 && (
        <Caution>
          Last chance for {gate.length === 1 ? "one joint" : `${gate.length} joints`}: this goes
          over it.
        </Caution>
      )}
      {looked.length > 0 && (
        <p style={{ margin: 0 }}>
          Made already: {wordList(looked.map((id) => jointWord(guide, id)))}.
        </p>
      )}
      <BigButton hint="Space" disabled={!isOn} onClick={() => does({ do: "on" })}>
        Done, on
      </BigButton>
      <BigButton tone="copper" hint="U" disabled={!isOn} onClick={() => setAsking(true)}>
        Something was left unmade
      </BigButton>
    </>
  );
}
