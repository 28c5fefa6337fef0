import { type CodeMatch, compareCodes } from "./fit.ts";

/**
 * What the code on a new part says beside the old one's: the same; a revision; `sister`, another of the codes
 * that such parts have (they differ in something, memory or layout); another part's; or, where a part comes
 * under several codes and the old one's was not read, not to be told.
 */
export type CodeVerdict = CodeMatch | "sister" | "which-old";

/** `known` are the codes that the guide has for the part; `old` is what stands on the old one, where it was read. */
export function judgeCode(
  known: readonly string[],
  old: string | undefined,
  fresh: string,
): CodeVerdict {
  const same = (a: string, b: string): boolean => compareCodes(a, b) === "same";
  const of = old ?? (known.length === 1 ? known[0] : undefined);
  if (of !== undefined) {
    const match = compareCodes(of, fresh);
    if (match === "same") return "same";
    if (known.some((code) => same(code, fresh))) return "sister";
    return match;
  }
  if (known.some((code) => same(code, fresh))) return "which-old";
  const matches = known.map((code) => compareCodes(code, fresh));
  return matches.includes("revision") ? "revision" : "other";
}

/** Whether a part goes in without a word about its code. */
export const isPlainCode = (verdict: CodeVerdict): boolean => verdict === "same";
