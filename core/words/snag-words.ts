import type { Guide } from "../guide/index.ts";
import type { Suspect } from "../snag/index.ts";
import { jointWord, partWord } from "./names.ts";

/** Why something may still hold a stuck part. */
export function suspectWords(guide: Guide, suspect: Suspect): string {
  const { id, why, away, missed } = suspect;
  if (why === "covers") return `The ${partWord(guide, id)} still lies over it.`;
  const joint = guide.joints[id]!;
  const reasons = [
    why === "holds" ? "not ticked: it still holds" : "ticked, but easily missed",
    ...(joint.hidden === undefined ? [] : [`hides: ${joint.hidden}`]),
    ...(joint.kind === "clips" ? ["one clip is enough, and feels like a screw"] : []),
    ...(joint.kind === "screws" && joint.count > 1
      ? [`one of ${joint.count} may still be in`]
      : []),
    ...(away === undefined ? [] : [`${Math.round(away)} mm from where it binds`]),
    ...(missed > 0 ? [`missed ${missed === 1 ? "once" : `${missed} times`} on this model`] : []),
  ];
  return `The ${jointWord(guide, id)}: ${reasons.join("; ")}.`;
}
