import type { BenchState, Check, Round } from "../../../core/bench/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { powerOnLines, wordList } from "../../../core/words/index.ts";
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
  return (
    <div className="stack stack-wide">
      <StepLine>
        {round === "open" ? "Power it on, before this goes on" : "Power it on, shut as it is"}
      </StepLine>
      <div className="say">
        To try {wordList(checks.map(({ what }) => what))}
        {round === "open" && ": what comes next makes the way back longer"}.
      </div>
      {powerOnLines(model, state, round).map((line) => (
        <Caution key={line}>{line}</Caution>
      ))}
    </div>
  );
}
