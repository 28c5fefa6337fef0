import type { Lot } from "../../core/bench/index.ts";
import { nameOf, type Person } from "../../core/people/index.ts";
import type { Corrected, Transition } from "../../core/ticket/index.ts";
import {
  correctionWords,
  type NamedGuide,
  WAIT_WORDS,
  WAY_OF_ANSWER_WORDS,
} from "../../core/words/index.ts";
import { Tally } from "../bench/step/tally.tsx";
import { momentWords, useZone } from "../ui/days.ts";
import { Fold } from "../ui/fold.tsx";
import { Fact } from "./fact.tsx";

/** What was counted, what it waited for when, and what was put right. */
export function RecordSection({
  people,
  corrections,
  guide,
  transitions,
  lots,
}: {
  people: readonly Person[];
  /** What was put right since it was taken in. */
  corrections: readonly Corrected[];
  guide: NamedGuide | undefined;
  transitions: readonly Transition[];
  lots: readonly Lot[];
}) {
  const zone = useZone();
  const last = transitions.at(-1);
  return (
    <Fold
      title="Record"
      line={last ? `${WAIT_WORDS[last.to].head}, ${momentWords(last.at, zone)}` : "nothing yet"}
      isOpen
    >
      {guide && lots.length > 0 && <Tally guide={guide} lots={lots} />}
      {transitions.map(({ at, by, to, note }, i) => (
        <Fact key={i} name={momentWords(at, zone)}>
          {nameOf(people, by)}: {WAIT_WORDS[to].head.toLowerCase()}
          {note !== "" && ` (${note})`}
        </Fact>
      ))}
      {corrections.map(({ at, by, changes, why, told }) => (
        <Fact key={`${at} ${changes[0]?.field ?? ""}`} name={momentWords(at, zone)}>
          {nameOf(people, by)} put this right:
          {changes.map((change) => (
            <div key={change.field}>{correctionWords(change)}</div>
          ))}
          {told !== undefined && (
            <div>The customer was told: {WAY_OF_ANSWER_WORDS[told].toLowerCase()}</div>
          )}
          {why !== "" && <div>Why: {why}</div>}
        </Fact>
      ))}
    </Fold>
  );
}
