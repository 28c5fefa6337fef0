import jsonMergePatch from "json-merge-patch";
import { fail, ok, type Result } from "../base/result.ts";
import type { Finding } from "./finding.ts";
import { guideInWays, waysInCode } from "./hands.ts";
import { parseGuide } from "./parse.ts";
import type { Guide } from "./types.ts";

/**
 * The guide of one underside code: itself for its own codes, else the merge patch (RFC 7396) of the
 * variant of that code; with ways of the hand, as who goes them has it (see `codeWithWays`). An unknown code, or a patch
 * that breaks the guide, is a finding.
 */
export function guideForCode(guide: Guide, code: string): Result<Guide, readonly Finding[]> {
  if (allCodes(guide).includes(code)) return ofCode(guide, code);
  const named = waysInCode(code);
  const own = ofCode(guide, named.code);
  return own.ok ? guideInWays(own.value, named.ways) : own;
}

function ofCode(guide: Guide, code: string): Result<Guide, readonly Finding[]> {
  const variant = guide.variants?.[code];
  if (!variant) {
    if (guide.codes.includes(code)) return ok(guide);
    const about = { type: "code-unknown", code, known: allCodes(guide) } as const;
    return fail([{ level: "error", path: "/variants", about }]);
  }
  const { variants, ...copy } = structuredClone(guide);
  const patched = jsonMergePatch.apply(copy, structuredClone(variant.patch)) as object;
  return parseGuide({ ...patched, codes: [code] });
}

/** Every underside code a guide answers to: its own, then its variants', in the file's order. */
export const allCodes = (guide: Guide): readonly string[] => [
  ...guide.codes,
  ...Object.keys(guide.variants ?? {}),
];
