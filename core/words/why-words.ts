import type { Step } from "../plan/index.ts";
import type { Block, Model } from "../rules/index.ts";
import { jointWord, partWord } from "./names.ts";
import { stepWords } from "./step-words.ts";

/** Why a step comes now: what it makes way for. → Before the battery plug: it lies over it. */
export function whyWords(model: Model, later: Step, block: Block): string {
  const { guide } = model;
  const what = "joint" in later ? `the ${jointWord(guide, later.joint)}` : undefined;
  switch (block.type) {
    case "joint-covered":
      return `Before the ${jointWord(guide, model.jointIds[block.joint]!)}: it lies over it.`;
    case "part-covered":
      return `Before the ${partWord(guide, model.partIds[block.part]!)}: it lies over it.`;
    case "power-first":
    case "battery-in":
      return what === undefined
        ? "Before a board is lifted: power off."
        : `Before ${what}: power off.`;
    case "order":
      return `Before "${stepWords(guide, later)}": ${block.order.why}.`;
    default:
      return `Before "${stepWords(guide, later)}".`;
  }
}
