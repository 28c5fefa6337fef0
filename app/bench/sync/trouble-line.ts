import { unreachable } from "../../../core/base/result.ts";
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
