import { type Catalogue, type FaultMachine, beliefOf } from "../find/index.ts";
import type { Plan } from "../plan/index.ts";

/** A fault to be found as it was drawn: the machine's faults, and how likely each was taken to be. */
export interface DrawnFaults {
  readonly machine: FaultMachine;
  readonly belief: readonly number[];
}

/**
 * What an exercise is judged by, kept with it: the plan of its part, or its faults. Who goes on with it later is
 * judged by this, whatever the planner or the list of faults has learnt since.
 */
export interface Drawn {
  readonly plan?: Plan;
  readonly faults?: DrawnFaults;
}

/** The faults of a machine that show as a symptom, as they stand before anything is found. */
export function drawnFaults(
  machine: FaultMachine,
  catalogue: Catalogue,
  symptom: string,
): DrawnFaults {
  const told = { says: [symptom], found: {}, refuted: [], counts: {} };
  const believed = beliefOf(machine, catalogue, told);
  if (!believed.ok) throw new Error(`no symptom ${symptom}`);
  return { machine, belief: believed.value.state.belief };
}

/** The same with plain lists for sets of steps, as a ledger keeps it; and back. */
export function savedDrawn(drawn: Drawn): object {
  return JSON.parse(
    JSON.stringify(drawn, (_key, value: unknown) =>
      value instanceof Uint32Array ? [...value] : value,
    ),
  ) as object;
}

export function drawnFrom(saved: Drawn): Drawn {
  const { faults } = saved;
  if (!faults) return saved;
  const { machine } = faults;
  const { problem } = machine;
  const steps = <T extends { readonly steps: ArrayLike<number> }>(list: readonly T[]) =>
    list.map((one) => ({ ...one, steps: Uint32Array.from(one.steps) }));
  return {
    ...saved,
    faults: {
      ...faults,
      machine: {
        ...machine,
        problem: {
          ...problem,
          causes: steps(problem.causes),
          checks: steps(problem.checks),
        },
      },
    },
  };
}
