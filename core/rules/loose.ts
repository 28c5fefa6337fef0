import type { Model } from "./model.ts";
import type { State } from "./state.ts";

/** What the closed joints keep in the frame however the machine lies. */
function kept(model: Model, open: (joint: number) => boolean): Uint8Array {
  const is = new Uint8Array(model.partIds.length);
  is[model.frame] = 1;
  const found = [model.frame];
  for (let i = 0; i < found.length; i++) {
    for (const j of model.jointsOfPart[found[i]!]!) {
      if (open(j) || !model.keeps[j]) continue;
      for (const p of model.joins[j]!) {
        if (is[p]) continue;
        is[p] = 1;
        found.push(p);
      }
    }
  }
  return is;
}

const closedMachines = new WeakMap<Model, Uint8Array>();

function keptClosed(model: Model): Uint8Array {
  const known = closedMachines.get(model);
  if (known) return known;
  const closed = kept(model, () => false);
  closedMachines.set(model, closed);
  return closed;
}

/**
 * Parts in the frame that nothing but their weight, paste or a lead keeps there. What nothing keeps in the closed
 * machine is not among them: it is kept by what lies around it.
 */
export function looseIn(
  model: Model,
  { open, stack }: Pick<State, "open" | "stack">,
): readonly number[] {
  const now = kept(model, (j) => open[j] === 1);
  const closed = keptClosed(model);
  const home = stack[model.frame];
  return model.partIds.flatMap((_, p) => (!now[p] && closed[p] && stack[p] === home ? [p] : []));
}
