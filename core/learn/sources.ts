import type { Guide } from "../guide/index.ts";
import type { Source } from "./beliefs.ts";
import { begunWith } from "./guides.ts";
import type { Claim, Sighting } from "./log.ts";

/** Where a fact of a learnt guide comes from, by whom and when it was told, as far as somebody told it. */
export interface FactSource {
  /** What lies over something else, or the part or joint itself where it was entered. */
  readonly part: string;
  readonly over: string | undefined;
  readonly source: Source | "assumed";
  readonly by: string | undefined;
  readonly at: string | undefined;
}

/** The source of every part, joint and cover of a learnt guide; none of one that was written. */
export function sourcesOf(guide: Guide): readonly FactSource[] {
  const begun = begunWith(guide);
  if (!begun) return [];
  const { known, before: beliefs } = begun;
  const covers = guide.covers.flatMap(({ part, over }) =>
    over.map((thing): FactSource => {
      const claim: Claim = { how: "over", first: part, then: thing };
      const key = beliefs.numberOf(claim);
      const source = (key === undefined ? undefined : beliefs.sourceOf(key)) ?? "assumed";
      const told = source === "seen" ? undefined : known.findLast((one) => tells(one, claim));
      return { part, over: thing, source, by: told?.by, at: told?.at };
    }),
  );
  const things = known.flatMap((one): readonly FactSource[] => {
    const part = one.do === "part" ? one.part : one.do === "joint" ? one.joint : undefined;
    return part === undefined
      ? []
      : [{ part, over: undefined, source: "said", by: one.by, at: one.at }];
  });
  return [...things, ...covers];
}

const isSame = (a: Claim, b: Claim): boolean =>
  a.how === b.how && a.first === b.first && a.then === b.then;

/** Whether a sighting is what somebody said of a claim. */
function tells(one: Sighting, claim: Claim): boolean {
  if (one.do === "snag" || one.do === "decide") return isSame(one.claim, claim);
  if (one.do !== "answer") return false;
  return [...one.claims, ...(one.inTheWay ?? [])].some((other) => isSame(other, claim));
}
