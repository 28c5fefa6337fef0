import { type Tightening, tighteningOf } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { PASS_WORDS, TORQUE_FROM_WORDS } from "../../../core/words/index.ts";
import { BigButton } from "../screen/panel.tsx";

/** How the screws of a step are tightened, and which one is next; → goes on to it. */
export function TighteningBox({
  guide,
  joint,
  turn,
  onNext,
}: {
  guide: Guide;
  joint: string;
  turn: number;
  onNext: () => void;
}) {
  const how = tighteningOf(guide, joint);
  const now = how && turnOf(how, turn);
  if (!how || !now) return null;
  const count = now.pass.order.length;
  return (
    <div role="group" aria-label="Tightening" className="stack stack-tight say tightening">
      <div>
        <b>{PASS_WORDS[now.pass.does]}</b>
        {how.passes.length > 1 && ` (pass ${now.round + 1} of ${how.passes.length})`}
      </div>
      {count > 2 && (
        <div className="row">
          <span className="grow">
            Screw <span className="figure mono">{now.at + 1}</span> of {count}, ringed on the map
          </span>
          <BigButton tone="plain" hint="→" onClick={onNext}>
            Next screw
          </BigButton>
        </div>
      )}
      <div className="say-small soft">
        {count > 2 &&
          (how.orderFrom === "guide" ? "Order by the guide. " : "Order computed crosswise. ")}
        {torqueWords(how.torque)}
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

/** Which pass and which screw a running number of turns has come to. */
export function turnOf({ passes }: Tightening, turn: number) {
  let left = turn;
  for (const [round, pass] of passes.entries()) {
    if (left < pass.order.length) return { pass, round, at: left };
    left -= pass.order.length;
  }
  const pass = passes.at(-1)!;
  return { pass, round: passes.length - 1, at: pass.order.length - 1 };
}
