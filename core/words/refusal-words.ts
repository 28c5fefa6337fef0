import { unreachable } from "../base/result.ts";
import type { Refusal, UpBlock } from "../bench/index.ts";
import type { Model } from "../rules/index.ts";
import { blockWords } from "./block-words.ts";
import { jointWord, partWord, wordList } from "./names.ts";
import { stopAsk, stopOtherwise } from "./stop-words.ts";

/** Why an entry was not taken, as a sentence for the person at the bench. */
export function refusalWords(model: Model, refusal: Refusal): string {
  const { guide } = model;
  const joints = (ids: readonly string[]): string =>
    wordList(ids.map((id) => jointWord(guide, id)));
  switch (refusal.type) {
    case "held":
      return `This job is held. ${stopOtherwise(refusal.stop)}`;
    case "started-already":
      return "This job has been started already.";
    case "change-too-late":
      return "The job can be changed only while the machine comes apart.";
    case "job-unknown":
      return "The job names a part that this guide does not have.";
    case "strip-down-over":
      return "The strip-down is over; take back the last step to go on with it.";
    case "strip-down-left":
      return "The swap comes when the strip-down is done.";
    case "not-building":
      return "That comes in the build-up, when the swap is done.";
    case "step-unknown":
      return "This guide has no such step.";
    case "id-unknown":
      return "This guide has no such part or joint.";
    case "blocked":
      return blockWords(model, refusal.block);
    case "not-in-plan":
      return "This job does not need that step; change the job to add it.";
    case "lift-first":
      return `Lift the ${wordList(refusal.parts.map((id) => partWord(guide, id)))} together first: opened now, this would come apart in the hand.`;
    case "power-unknown":
      return "Find the battery's plug first: nothing is unplugged, and no board comes out, while the battery may be on.";
    case "not-learning":
      return "This guide was written, not learnt here: tell its author what is missing.";
    case "entry-invalid":
      return `This does not fit the rest: look at ${refusal.at} again.`;
    case "stop-open":
      return `Answer first: ${stopAsk(guide, refusal.stop)}`;
    case "count-invalid":
      return "A count is a whole number from 0 to 200.";
    case "count-differs":
      return countWords(refusal.count, refusal.expected);
    case "not-made":
      return `The ${jointWord(guide, refusal.joint)} is not made yet.`;
    case "in-place-already":
      return "That is in place already, or was never taken off.";
    case "up-blocked":
      return upBlockWords(model, refusal.block);
    case "gate-open":
      return `Last chance: look at the ${joints(refusal.joints)} before this goes on.`;
    case "live-glue":
      return `Power first (${joints(refusal.because)}): nothing glued to a pack is loosened while it is live.`;
    case "go-back-to":
      return `The ${jointWord(guide, refusal.joint)} is not in reach, or the power is on: go back to it.`;
    case "checks-left":
      return refusal.round === "open"
        ? `Before this goes on, try out: ${wordList(refusal.checks)}.`
        : `Still to be tried out: ${wordList(refusal.checks)}.`;
    case "closed-already":
      return "This job is closed.";
    case "nothing-to-take-back":
      return "There is nothing to take back.";
    case "not-the-last":
      return "Only the last step can be taken back; somebody went on since.";
    case "build-up-left":
      return refusal.steps === 1
        ? "One step of the build-up is left to do."
        : `${refusal.steps} steps of the build-up are left to do.`;
    case "left-invalid":
      return "Screws left over: a whole number from 0 to 200.";
    case "count-open":
      return (
        `The count does not come out at zero: ${Math.abs(refusal.over)} ` +
        `${refusal.over > 0 ? "over" : "short"}. Find it, or write down what happened.`
      );
    case "stop-unknown":
      return "This guide has no such question.";
    case "held-without-a-word":
      return "This job is held: write down what was done about it to go on.";
    case "where-missing":
      return "Write down where the pack is now: a held job goes on only with that.";
    case "on-already":
      return "The machine is on already.";
    case "no-power-here":
      return "The battery cannot be connected as the machine lies now.";
    case "not-on":
      return "Power it on first: nothing can be tried on a machine that is off.";
    case "wrong-code":
      return `${refusal.code} is not the code of the old ${partWord(guide, refusal.part)}: say why it goes in, or get the right one.`;
    case "no-way":
      return "No sequence leads to that from here; take back the last steps first.";
    case "check-unknown":
      return "Nothing in this job touched that.";
    case "reason-missing":
      return "Say why it does not apply.";
    case "not-shut":
      return "The machine is not shut yet.";
    case "hangs-on-open":
      return refusal.joints.length === 0
        ? "That does not show yet: with the machine shut, or when the picture is there."
        : `Not everything it hangs on is made yet: ${joints(refusal.joints)}.`;
    case "not-made-here":
      return `The ${jointWord(guide, refusal.joint)} was not made in this job.`;
    default:
      return unreachable(refusal);
  }
}

const countWords = (count: number, expected: number): string =>
  `${count} of ${expected}: ${Math.abs(count - expected)} ` +
  `${count < expected ? "short" : "over"}. Say why before going on.`;

function upBlockWords(model: Model, block: UpBlock): string {
  const { guide } = model;
  const joint = (j: number): string => jointWord(guide, model.jointIds[j]!);
  const part = (p: number): string => partWord(guide, model.partIds[p]!);
  const because = (why: string | undefined): string => (why === undefined ? "." : `: ${why}.`);
  switch (block.type) {
    case "not-in-place":
      return `The ${part(block.part)} is not in place yet.`;
    case "covers-joint":
      return `Make the ${joint(block.joint)} first: the ${part(block.by)} would lie over it.`;
    case "covers-part":
      return `Put the ${part(block.part)} in first: the ${part(block.by)} would lie over it.`;
    case "make-before":
      return `Make the ${joint(block.joint)} first${because(block.why)}`;
    case "place-before":
      return `Put the ${part(block.part)} in first${because(block.why)}`;
    default:
      return unreachable(block);
  }
}
