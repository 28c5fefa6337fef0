import { type CodeMatch, compareCodes } from "./fit.ts";

/**
 * What the code on a new part says beside the old one's: the same; a revision; `sister`, another of the codes
 * that such parts have (they differ in something, memory or layout); another part's; or, where a part comes
 * under several codes and the old one's was not read, not to be told.
 */
export type CodeVerdict = CodeMatch | "sister" | "which-old";

const isSame = (a: string, b: string): boolean => compareCodes(a, b) === "same";

/** Codes of parts that differ in something begin alike, for half of their length; what else stands on a part does not. */
function areSisters(a: string, b: string): boolean {
  const [one, other] = [a, b].map((code) => code.replace(/[\s\-_.]/g, "").toUpperCase());
  let alike = 0;
  while (alike < one!.length && one![alike] === other![alike]) alike += 1;
  return !isSame(a, b) && alike >= Math.max(one!.length, other!.length) / 2;
}

/** Whether a part comes under codes that differ, so that the old one's has to be read. */
export const hasSisters = (known: readonly string[]): boolean =>
  known.some((code) => known.some((other) => areSisters(code, other)));

/** `known` are the codes that the guide has for the part; `old` is what stands on the old one, where it was read. */
export function judgeCode(
  known: readonly string[],
  old: string | undefined,
  fresh: string,
): CodeVerdict {
  const found = known.find((code) => isSame(code, fresh));
  if (old !== undefined) {
    const match = compareCodes(old, fresh);
    if (match === "same" || found === undefined) return match;
    return areSisters(old, found) ? "sister" : "same";
  }
  if (found !== undefined) {
    return known.some((code) => areSisters(code, found)) ? "which-old" : "same";
  }
  const matches = known.map((code) => compareCodes(code, fresh));
  return matches.includes("revision") ? "revision" : "other";
}

/** Whether a part goes in without a word about its code. */
export const isPlainCode = (verdict: CodeVerdict): boolean => verdict === "same";
