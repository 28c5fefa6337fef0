import type { Guide } from "../../core/guide/index.ts";
import { shelfItems } from "../../core/stock/index.ts";
import {
  codesOf,
  type FoundOffer,
  offersFrom,
  type SupplierTrouble,
} from "../../core/supply/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { stockOfCodes } from "../../data/stock/index.server.ts";
import { supplierHere } from "../../data/supply/index.server.ts";

const SHELF = { supplier: "Own shelf", source: "shelf" } as const;

export interface Offers {
  readonly offers: readonly FoundOffer[];
  /** Why the supplier's are not among them. */
  readonly trouble: SupplierTrouble | undefined;
}

/** All that can be had for a machine: from the shop's own shelf, and from the supplier, if it answers. */
export async function offersFor(db: Database, guide: Guide): Promise<Offers> {
  const codes = codesOf(guide);
  const supplier = supplierHere();
  const [shelf, answer] = await Promise.all([
    stockOfCodes(db, codes),
    supplier ? supplier.items(codes) : undefined,
  ]);
  const own = offersFrom(guide, SHELF, shelfItems(shelf));
  if (!supplier || !answer) return { offers: own, trouble: { type: "no-supplier" } };
  if (!answer.ok) return { offers: own, trouble: answer.error };
  return {
    offers: [
      ...own,
      ...offersFrom(guide, { supplier: supplier.name, source: "supplier" }, answer.value),
    ],
    trouble: undefined,
  };
}
