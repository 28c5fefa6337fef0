import { unreachable } from "../../../core/base/result.ts";
import type { Observation } from "../../../core/bench/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { refusalWords, tickErrorWords, troubleWords, wordList } from "../../../core/words/index.ts";
import type { Trouble } from "./use-ledger.ts";

/** What went wrong, in a sentence for the bench. */
export function troubleLine(model: Model, trouble: Trouble): string {
  switch (trouble.type) {
    case "said":
      return trouble.words;
    case "refused-here":
      return refusalWords(model, trouble.refusal);
    case "not-sent":
      return tickErrorWords(model, trouble.error);
    case "others-came": {
      const who = trouble.who.length > 0 ? wordList(trouble.who) : "Another screen";
      return `${who} went on with this job; your last step was not written. ${refusalWords(model, trouble.refusal)}`;
    }
    case "kept-no-longer-holds":
      return `A step kept in this browser no longer holds. ${refusalWords(model, trouble.refusal)}`;
    case "unreadable":
      return troubleWords(trouble.error);
    default:
      return unreachable(trouble);
  }
}

/** What somebody may say to a refusal because something lies over it: it can be reached with that in. */
export function reachedAnyway(model: Model, trouble: Trouble): Observation | undefined {
  if (trouble.type !== "refused-here" || trouble.refusal.type !== "blocked") return undefined;
  const { block } = trouble.refusal;
  const { partIds, jointIds } = model;
  if (block.type === "joint-covered") {
    return { type: "in-reach", part: partIds[block.by]!, thing: jointIds[block.joint]! };
  }
  if (block.type !== "part-covered") return undefined;
  return { type: "in-reach", part: partIds[block.by]!, thing: partIds[block.part]! };
}
