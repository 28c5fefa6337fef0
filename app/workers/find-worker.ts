import { expose } from "comlink";
import laptop from "../../faults/laptop.json";
import { type Advice, findOut, readCatalogue, type Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { Result } from "../../core/base/result.ts";

export interface FaultQuestion {
  readonly guide: Guide;
  readonly told: Told;
}

/** A thing of the catalogue by its name. */
interface Named {
  readonly id: string;
  readonly name: string;
}

/** What is known of a fault, with the names that the screen shows. */
export interface FaultAnswer {
  readonly advice: Result<Advice, { readonly path: string; readonly id: string }>;
  readonly symptoms: readonly Named[];
  readonly checks: readonly (Named & { readonly outcomes: readonly Named[] })[];
}

const read = readCatalogue(laptop);

/** Finds faults off the page's own thread: the planner is asked for the way to each check. */
const work = {
  findOut({ guide, told }: FaultQuestion): FaultAnswer {
    if (!read.ok) throw new Error("the fault catalogue that ships cannot be read");
    const catalogue = read.value;
    const named = (map: Readonly<Record<string, { readonly name: string }>>): readonly Named[] =>
      Object.entries(map).map(([id, { name }]) => ({ id, name }));
    return {
      advice: findOut(guide, catalogue, told),
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
