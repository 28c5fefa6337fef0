import { fail, ok, type Result } from "../base/result.ts";
import { moveOf } from "../plan/index.ts";
import { blockOf, type Model } from "../rules/index.ts";
import { type Entry, type LedgerEvent, takenBack } from "./events.ts";
import { apply, type Folded, foldOn } from "./fold.ts";
import { modelAfter } from "./learning.ts";
import { emptyBench } from "./state.ts";

/** What was done on a machine that another version of its guide does not allow, or does not have. */
export interface RenewMisfit {
  readonly type: "renew-misfit";
  readonly entry: Entry;
}

/**
 * A ledger folded by another version of its guide, where all that was done on the machine can be told by it: every
 * step is one that it has, and was allowed by its facts when it was done. A lot that came out by the number of the old
 * version alone has to have the same number in the new one.
 */
export function renewed(
  before: Model,
  newest: Model,
  events: readonly LedgerEvent[],
): Result<Folded, RenewMisfit> {
  const taken = takenBack(events);
  // Of a machine that is learnt, what this job taught counts too.
  const model = modelAfter(newest, events);
  let state = emptyBench(model);
  for (const { id, entry } of events) {
    if (taken.has(id) || entry.do === "take-back") continue;
    try {
      const isDown = entry.do === "release" || entry.do === "lift";
      const block = isDown && blockOf(state.problem!, state.machine, moveOf(model, entry));
      if (block || isRecounted(before, model, entry)) return fail({ type: "renew-misfit", entry });
      state = apply(model, state, entry);
    } catch {
      // It names what this version does not have.
      return fail({ type: "renew-misfit", entry });
    }
  }
  return ok(foldOn(newest, undefined, events));
}

function isRecounted(before: Model, after: Model, entry: Entry): boolean {
  if (entry.do !== "release" || entry.count !== undefined) return false;
  const [was, is] = [before, after].map(({ guide }) => {
    const joint = guide.joints[entry.joint];
    return joint?.kind === "screws" ? joint.count : undefined;
  });
  return was !== is;
}
