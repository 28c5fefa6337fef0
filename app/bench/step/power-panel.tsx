import type { BenchState, Check, Round } from "../../../core/bench/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { powerOnSpeech, trialWords } from "../../../core/words/index.ts";
import { Caution, StepLine } from "../screen/panel.tsx";

/** The machine is to be powered on, for what can be tried here best. */
export function PowerPanel({
  model,
  state,
  round,
  checks,
}: {
  model: Model;
  state: BenchState;
  round: Round;
  checks: readonly Check[];
}) {
  const tries = checks.map(({ what }) => what);
  const { posture, lines } = powerOnSpeech(model, state, tries);
  return (
    <div className="stack stack-wide">
      <StepLine>
        {round === "open" ? "Power it on, before this goes on" : "Power it on, shut as it is"}
      </StepLine>
      {posture !== undefined && <div className="say-big posture">{posture}</div>}
      {lines.map((line) => (
        <Caution key={line}>{line}</Caution>
      ))}
      <div className="say">
        To try: {trialWords(tries)}.
        {round === "open" && " What comes next makes the way back longer."}
      </div>
    </div>
  );
}
