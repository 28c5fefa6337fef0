import type { Doing } from "../people/index.ts";
import type { Deed } from "./deeds.ts";

const AT_THE_BENCH: ReadonlySet<Deed["kind"]> = new Set<Deed["kind"]>(["worked"]);
const TAKING_BACK: ReadonlySet<Deed["kind"]> = new Set<Deed["kind"]>(["reversed", "not-collected"]);
const FINDING: ReadonlySet<Deed["kind"]> = new Set<Deed["kind"]>([
  "says",
  "checked",
  "unchecked",
  "refuted",
  "found",
  "turned-out",
]);

/** What somebody does who writes this deed: who may is in the table of rights. */
export function doingOf({
  kind,
  release,
}: Pick<Deed, "kind"> & { readonly release?: string }): Doing {
  if (AT_THE_BENCH.has(kind)) return "tick";
  if (TAKING_BACK.has(kind) || release !== undefined) return "release";
  return FINDING.has(kind) ? "find-out" : "decide";
}
