import { type Tightening, turnAt } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { jointWord, PASS_WORDS, TORQUE_FROM_WORDS, wordList } from "../../../core/words/index.ts";
import { BigButton } from "../screen/panel.tsx";

/** How the screws of a step are loosened or tightened, and which one is next; → goes on to it. */
export function TighteningBox({
  guide,
  turns,
  joint,
  turn,
  onNext,
}: {
  guide: Guide;
  turns: Tightening;
  joint: string;
  turn: number;
  onNext: () => void;
}) {
  const { pass, at } = turnAt(turns, turn);
  const count = pass.order.length;
  const rounds = 1 + turns.passes.at(-1)!.round;
  return (
    <div role="group" aria-label="Tightening" className="stack stack-tight say tightening">
      <div>
        <b>{PASS_WORDS[pass.does]}</b>
        {rounds > 1 && ` (pass ${pass.round + 1} of ${rounds})`}
        {pass.joint !== joint && `: ${jointWord(guide, pass.joint)}`}
      </div>
      {count > 2 && (
        <div className="row">
          <span className="grow">
            Screw <span className="figure mono">{at + 1}</span> of {count}, ringed on the map
          </span>
          <BigButton tone="plain" hint="→" onClick={onNext}>
            Next screw
          </BigButton>
        </div>
      )}
      {turns.waitsFor.length > 0 && (
        <div>
          By hand only: it is tightened when the{" "}
          {wordList(turns.waitsFor.map((id) => jointWord(guide, id)))} are in too.
        </div>
      )}
      <div className="say-small soft">
        {count > 2 &&
          (turns.orderFrom === "guide" ? "Order by the guide. " : "Order computed crosswise. ")}
        {pass.does !== "loosen" && pass.does !== "take-out" && torqueWords(turns.torque)}
      </div>
    </div>
  );
}

function torqueWords(torque: Tightening["torque"]): string {
  if (!torque) return "Hand-tight; never force it.";
  const { low, high } = torque;
  const source = TORQUE_FROM_WORDS[torque.from];
  return low === high ? `${low} N·m, by ${source}.` : `${low} to ${high} N·m (${source}).`;
}
