import { fail, ok, type Result } from "../base/result.ts";
import type { Order } from "../guide/index.ts";
import type { Job, Model } from "./model.ts";

export type JobError =
  | { readonly type: "job-empty"; readonly path: string }
  | { readonly type: "part-unknown"; readonly path: string; readonly id: string }
  | { readonly type: "id-unknown"; readonly path: string; readonly id: string }
  | { readonly type: "joint-unknown"; readonly path: string; readonly id: string }
  | { readonly type: "joint-permanent"; readonly path: string; readonly id: string }
  | { readonly type: "no-plan"; readonly path: string; readonly ids: readonly string[] }
  /** The search ended before it found one, and it is not shown that there is none. */
  | { readonly type: "not-finished"; readonly path: string; readonly ids: readonly string[] };

/** An order with numbers: a joint or a part before a joint or a part. */
export interface Precedence {
  readonly first: { readonly joint: number | undefined; readonly part: number | undefined };
  readonly why: string;
}

export interface Goal {
  /** What is to come off: the target and all that is tied to it for good (U). */
  readonly units: readonly { readonly target: number; readonly parts: ReadonlySet<number> }[];
  readonly fresh: ReadonlySet<number>;
  readonly reachParts: readonly number[];
  readonly reachJoints: readonly number[];
  readonly openJoints: readonly number[];
}

/** Guide, job and mode as one value for the search. */
export interface Problem {
  readonly model: Model;
  readonly goal: Goal;
  /** Orders that hold in this mode, by the joint or part they bind. */
  readonly beforeJoint: readonly (readonly Precedence[])[];
  readonly beforePart: readonly (readonly Precedence[])[];
}

/** The problem of a job; an id that the guide does not have comes back as an error with its path. */
export function problemOf(model: Model, job: Job): Result<Problem, JobError> {
  const reach = job.reach ?? [];
  const open = job.open ?? [];
  if (job.for.length + reach.length + open.length === 0)
    return fail({ type: "job-empty", path: "/for" });
  const off = job.off ?? [];
  const lists = { for: job.for, off, new: job.new ?? [] };
  for (const [name, ids] of Object.entries(lists)) {
    const index = ids.findIndex((id) => !model.partOf.has(id));
    if (index >= 0)
      return fail({ type: "part-unknown", path: `/${name}/${index}`, id: ids[index]! });
  }
  const stray = reach.findIndex((id) => !model.partOf.has(id) && !model.jointOf.has(id));
  if (stray >= 0) return fail({ type: "id-unknown", path: `/reach/${stray}`, id: reach[stray]! });
  const odd = open.findIndex((id) => model.permanent[model.jointOf.get(id) ?? -1] !== false);
  if (odd >= 0) {
    const type = model.jointOf.has(open[odd]!) ? "joint-permanent" : "joint-unknown";
    return fail({ type, path: `/open/${odd}`, id: open[odd]! });
  }
  const part = (id: string) => model.partOf.get(id)!;
  return ok({
    model,
    goal: {
      units: [...new Set([...job.for, ...off])].map((id) => ({
        target: part(id),
        parts: permanentUnit(model, part(id)),
      })),
      fresh: new Set(lists.new.map(part)),
      reachParts: reach.filter((id) => model.partOf.has(id)).map(part),
      reachJoints: reach.filter((id) => model.jointOf.has(id)).map((id) => model.jointOf.get(id)!),
      openJoints: open.map((id) => model.jointOf.get(id)!),
    },
    ...precedences(model, (job.mode ?? "short") === "book"),
  });
}

/** The parts tied to one by permanent joints, itself included, however long the chain. */
export function permanentUnit(model: Model, target: number): ReadonlySet<number> {
  const unit = new Set([target]);
  for (const p of unit) {
    for (const j of model.jointsOfPart[p]!) {
      if (model.permanent[j]) for (const q of model.joins[j]!) unit.add(q);
    }
  }
  return unit;
}

export const holdsInMode = (order: Order, book: boolean): boolean =>
  order.strength === "must" || book;

function precedences(model: Model, book: boolean): Pick<Problem, "beforeJoint" | "beforePart"> {
  const beforeJoint: Precedence[][] = model.jointIds.map(() => []);
  const beforePart: Precedence[][] = model.partIds.map(() => []);
  for (const order of model.guide.orders) {
    if (!holdsInMode(order, book)) continue;
    const first = {
      joint: model.jointOf.get(order.first),
      part: model.partOf.get(order.first),
    };
    const then = model.jointOf.get(order.then);
    const list =
      then === undefined ? beforePart[model.partOf.get(order.then)!]! : beforeJoint[then]!;
    list.push({ first, why: order.why });
  }
  return { beforeJoint, beforePart };
}
