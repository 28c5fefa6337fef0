import { Meter } from "../base/meter.ts";
import type { Problem, State } from "../rules/index.ts";
import { leastWork } from "./least-work.ts";
import { realise } from "./realise.ts";
import { relaxationOf } from "./relax.ts";

/** Whether the relaxed machine reaches the goal: when it does not, no plan does. */
export function isInReach(problem: Problem, start: State, meter = new Meter(Infinity)): boolean {
  const relaxation = relaxationOf(problem, start, meter);
  const all = new Uint8Array(relaxation.size);
  for (const e of relaxation.usable) all[e] = 1;
  return relaxation.reaches(all);
}

/** Whether any plan reaches the goal: the first legal one will do, the full search only in doubt. */
export function isPossible(problem: Problem, start: State, meter: Meter): boolean {
  if (!isInReach(problem, start, meter)) return false;
  const joints = Uint8Array.from(problem.model.permanent, (never) => (never ? 0 : 1));
  if (realise(problem, start, joints, Infinity, meter)) return true;
  return leastWork(problem, start, meter).best !== undefined;
}
