import jsonMergePatch from "json-merge-patch";
import { fail, ok, type Result } from "../base/result.ts";
import type { Finding } from "./finding.ts";
import { parseGuide } from "./parse.ts";
import type { Guide, HandWay } from "./types.ts";

/** The ways somebody goes, by the choice: `{ hinges: "flat" }`. A choice that is not named goes its first way. */
export type HandWays = Readonly<Record<string, string>>;

const MARK = "#";

/**
 * An underside code with the ways of the hand that a job goes by: what a ledger is pinned to, and what its plan is kept
 * by. Without a way other than the first of each choice it is the code itself.
 */
export function codeWithWays(guide: Guide, code: string, ways: HandWays): string {
  const other = otherWays(guide, ways);
  return other.length === 0
    ? code
    : `${code}${MARK}${other.map(([choice, way]) => `${choice}:${way}`).join(",")}`;
}

/** Reads what `codeWithWays` wrote. */
export function waysInCode(text: string): { readonly code: string; readonly ways: HandWays } {
  const at = text.lastIndexOf(MARK);
  if (at < 0) return { code: text, ways: {} };
  const pairs = text
    .slice(at + 1)
    .split(",")
    .map((pair) => pair.split(":"));
  return {
    code: text.slice(0, at),
    ways: Object.fromEntries(pairs.map(([choice = "", way = ""]) => [choice, way])),
  };
}

/** Ways that are there and are not the first of their choice, by the alphabet. */
function otherWays(guide: Guide, ways: HandWays): readonly (readonly [string, string])[] {
  return Object.entries(guide.hands ?? {})
    .flatMap(([choice, { ways: known }]) => {
      const way = ways[choice];
      const isOther = way !== undefined && Object.keys(known).indexOf(way) > 0;
      return isOther ? [[choice, way] as const] : [];
    })
    .sort(([a], [b]) => a.localeCompare(b, "en"));
}

/**
 * The guide of who goes these ways: each one's patch over parts and joints (RFC 7396), then its orders besides. A way that
 * the guide does not have is left out. A patch that breaks the guide, or adds or takes a part or joint, is a finding.
 */
export function guideInWays(guide: Guide, ways: HandWays): Result<Guide, readonly Finding[]> {
  const other = otherWays(guide, ways);
  if (other.length === 0) return ok(guide);
  let facts: object = structuredClone(guide);
  for (const [choice, way] of other) {
    const { patch = {}, orders = [] } = guide.hands![choice]!.ways[way] as HandWay;
    const patched = jsonMergePatch.apply(facts, structuredClone(patch)) as Guide;
    facts = { ...patched, orders: [...patched.orders, ...orders] };
  }
  const read = parseGuide(facts);
  if (!read.ok) return read;
  const stranger = (["parts", "joints"] as const).flatMap((map) => {
    const [before, now] = [new Set(Object.keys(guide[map])), Object.keys(read.value[map])];
    const apart = [
      ...now.filter((id) => !before.has(id)),
      ...[...before].filter((id) => !now.includes(id)),
    ];
    return apart.map((id): Finding => ({
      level: "error",
      path: `/${map}/${id}`,
      about: { type: "way-changes-machine", id },
    }));
  });
  return stranger.length > 0 ? fail(stranger) : read;
}
