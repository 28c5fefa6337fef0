import { unreachable } from "../base/result.ts";
import type { Block, Model } from "../rules/index.ts";
import { jointWord, partWord, wordList } from "./names.ts";

/** Why a move is refused, as a sentence for the person at the bench. */
export function blockWords(model: Model, block: Block): string {
  const { guide } = model;
  const part = (p: number): string => partWord(guide, model.partIds[p]!);
  const joint = (j: number): string => jointWord(guide, model.jointIds[j]!);
  switch (block.type) {
    case "open-already":
      return `The ${joint(block.joint)} ${isMany(joint(block.joint)) ? "are" : "is"} open already.`;
    case "permanent":
      return `The ${joint(block.joint)} cannot be opened: it is made for good.`;
    case "joint-covered":
      return `The ${part(block.by)} is still over the ${joint(block.joint)}.`;
    case "power-first":
      return `Power first: open the ${joint(block.power)} before this.`;
    case "battery-in":
      return `Power first: lift the ${part(block.battery)} out before this.`;
    case "order": {
      const { joint: j, part: p } = block.order.first;
      const first = j === undefined ? `Lift the ${part(p!)}` : `Open the ${joint(j)}`;
      return `${first} first: ${block.order.why}.`;
    }
    case "still-joined":
      return `The ${joint(block.joint)} still ${isMany(joint(block.joint)) ? "hold" : "holds"} it.`;
    case "not-joined":
      return `The ${wordList(block.parts.map(part))} would not come along: nothing holds it any more.`;
    case "alone-already":
      return `The ${part(block.part)} is off already.`;
    case "part-covered":
      return `The ${part(block.by)} is still over the ${part(block.part)}.`;
    default:
      return unreachable(block);
  }
}

const isMany = (words: string): boolean => /(screws|clips|rivets)$/.test(words);
