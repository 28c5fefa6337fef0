import type { Guide } from "./types.ts";

/** Whether a part has ever come out of a machine, as far as its guide says: in one that was written it has. */
export function hasComeOut({ learnt }: Guide, part: string): boolean {
  if (learnt === undefined) return true;
  return learnt.some(
    (one) => one.do === "lift" && Array.isArray(one["parts"]) && one["parts"].includes(part),
  );
}

/** Of these parts those that nobody has taken out of such a machine yet: what their way takes is not known. */
export const neverOut = (guide: Guide, parts: readonly string[]): readonly string[] =>
  parts.filter((part) => !hasComeOut(guide, part));
