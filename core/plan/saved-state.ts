import { closedMachine, type Model, type State } from "../rules/index.ts";

/** A machine as it is stored: the joints that are open, and the parts stack by stack. */
export interface SavedState {
  readonly open: readonly string[];
  /** Stacks by their parts; the stack of the frame comes first. */
  readonly stacks: readonly (readonly string[])[];
  readonly lifted: readonly string[];
}

export function stateOf(model: Model, saved: SavedState): State {
  const state = closedMachine(model);
  for (const id of saved.open) state.open[model.jointOf.get(id)!] = 1;
  for (const [s, parts] of saved.stacks.entries()) {
    for (const id of parts) state.stack[model.partOf.get(id)!] = s;
  }
  for (const id of saved.lifted) state.lifted[model.partOf.get(id)!] = 1;
  return state;
}

/** A machine as ids, to be stored or planned from. */
export function savedState(model: Model, state: State): SavedState {
  const stacks = new Map<number, string[]>();
  for (const [p, s] of state.stack.entries()) {
    stacks.set(s, [...(stacks.get(s) ?? []), model.partIds[p]!]);
  }
  const named = (flags: Uint8Array, ids: readonly string[]): string[] =>
    ids.filter((_, i) => flags[i] === 1);
  return {
    open: named(state.open, model.jointIds),
    stacks: [...stacks.values()],
    lifted: named(state.lifted, model.partIds),
  };
}
