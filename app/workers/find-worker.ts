import { expose } from "comlink";
import laptop from "../../faults/laptop.json";
import { type Advice, findOut, reachOf, readCatalogue, type Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { SavedState } from "../../core/plan/index.ts";
import type { Result } from "../../core/base/result.ts";

export interface FaultQuestion {
  readonly guide: Guide;
  readonly told: Told;
  /** What is open of the machine; none: it is shut. */
  readonly from?: SavedState | undefined;
}

/** A thing of the catalogue by its name. */
interface Named {
  readonly id: string;
  readonly name: string;
}

/** What is known of a fault, with the names that the screen shows. */
export interface FaultAnswer {
  readonly advice: Result<Advice, { readonly path: string; readonly id: string }>;
  /** What has to be reached for the check that comes next. */
  readonly reach: readonly string[];
  readonly symptoms: readonly Named[];
  readonly checks: readonly (Named & { readonly outcomes: readonly Named[] })[];
}

const read = readCatalogue(laptop);

/** Finds faults off the page's own thread: the planner is asked for the way to each check. */
const work = {
  findOut({ guide, told, from }: FaultQuestion): FaultAnswer {
    if (!read.ok) throw new Error("the fault catalogue that ships cannot be read");
    const catalogue = read.value;
    const named = (map: Readonly<Record<string, { readonly name: string }>>): readonly Named[] =>
      Object.entries(map).map(([id, { name }]) => ({ id, name }));
    const advice = findOut(guide, catalogue, told, from);
    const next = advice.ok ? advice.value.next : undefined;
    return {
      advice,
      reach: next?.do === "check" ? reachOf(guide, catalogue, next.check) : [],
      symptoms: named(catalogue.symptoms),
      checks: Object.entries(catalogue.checks).map(([id, { name, outcomes }]) => ({
        id,
        name,
        outcomes: named(outcomes),
      })),
    };
  },
};
export type FindWorker = typeof work;

expose(work);
