import type { GuideJoint, Point } from "../guide/index.ts";
import { planJob, type SavedState, stateOf } from "../plan/index.ts";
import type { Job, Model, State } from "../rules/index.ts";

export interface SnagInput {
  readonly job: Job;
  readonly from: SavedState;
  /** The part that should come off and does not. */
  readonly stuck: string;
  /** Where it binds. */
  readonly near?: Point;
  /** How often this shop missed a joint on this model, by joint. */
  readonly missed?: Readonly<Record<string, number>>;
}

/** Something that may still hold the part, the likeliest first. */
export interface Suspect {
  readonly kind: "joint" | "part";
  readonly id: string;
  /** `holds`: a joint that is not ticked; `covers`: a part over it; `ticked`: ticked, but easily missed. */
  readonly why: "holds" | "covers" | "ticked";
  /** The chance it is this one, as far as the facts weigh it: all suspects together are 1. */
  readonly share: number;
  /** Millimetres from where it binds, where both are known. */
  readonly away: number | undefined;
  /** How often it was missed on this model before. */
  readonly missed: number;
}

/** How easily a joint is missed, by kind; hidden ones three times as easily. */
const MISSED: Readonly<Record<GuideJoint["kind"], number>> = {
  clips: 3,
  tape: 2,
  adhesive: 2.5,
  route: 1.5,
  screws: 1.2,
  connector: 1,
  seat: 1,
  latch: 1,
  rivets: 0,
  weld: 0,
};
const HIDDEN = 3;
/** How many times as easily a joint is missed that lies under what is being lifted, or under anything. */
const UNDER_IT = 2.5;
const UNDER = 1.5;
/** A slack lead gives before it holds. */
const SLACK = 0.5;
/** Millimetres at which being away from where it binds halves a suspect; a joint nobody knows the place of weighs so much. */
const NEAR = 30;
const NO_PLACE = 0.1;

/**
 * What still holds a part. The parts that should come along are those of the lift that the plan from
 * here has for it, with all that lies on them. Suspects are the closed joints between these
 * and what stays, then what lies over them; when all is ticked, the ticked joints between them.
 * These are all that this move can pull on: a joint among what stays, or among what comes, holds
 * nothing back. Within each the order is by how easily such a joint is missed (hidden, or under something), how
 * often it was missed before, and how near it is to the place where it binds.
 */
export function snagOf(model: Model, input: SnagInput): readonly Suspect[] {
  const state = stateOf(model, input.from);
  const along = comingAlong(model, state, input);
  const between = model.jointIds.flatMap((_, j) =>
    isBetween(model, state, j, along) && !model.permanent[j] ? [j] : [],
  );
  const closed = between.filter((j) => !state.open[j] && model.rigid[j]);
  const over = partsOver(model, state, along);
  const weigh = (j: number): number => weightOf(model, j, input, along);
  if (closed.length + over.length > 0) {
    return ranked([
      ...closed.map((j) => ({ ...jointSuspect(model, j, "holds", input), share: 2 * weigh(j) })),
      ...over.map((x) => ({ ...partSuspect(model, x), share: 2 })),
    ]);
  }
  return ranked(
    between
      .filter((j) => state.open[j])
      .map((j) => ({ ...jointSuspect(model, j, "ticked", input), share: weigh(j) })),
  );
}

function comingAlong(model: Model, state: State, input: SnagInput): ReadonlySet<number> {
  const plan = planJob(model.guide, input.job, input.from);
  const lift = plan.ok
    ? plan.value.down.find((step) => step.do === "lift" && step.parts.includes(input.stuck))
    : undefined;
  const core = lift?.do === "lift" ? lift.parts : [input.stuck];
  const along = new Set(core.map((id) => model.partOf.get(id)!));
  for (const [p, below] of model.below.entries()) {
    const restsOnIt = below.some((q) => along.has(q)) && state.stack[p] === state.stack[below[0]!];
    if (restsOnIt) along.add(p);
  }
  return along;
}

/** A joint from what comes to what stays: what lies on the bench already pulls on nothing. */
const isBetween = (model: Model, { stack }: State, j: number, along: ReadonlySet<number>) =>
  model.joins[j]!.some(
    (p) =>
      along.has(p) &&
      model.joins[j]!.some((other) => !along.has(other) && stack[other] === stack[p]),
  );

function partsOver(model: Model, state: State, along: ReadonlySet<number>): readonly number[] {
  const over = new Set<number>();
  for (const p of along) {
    for (const x of model.overPart[p]!) {
      if (!along.has(x) && state.stack[x] === state.stack[p]) over.add(x);
    }
  }
  return [...over];
}

/** How likely it is this joint: how easily it is missed, how often it was, how near, what it can pull on. */
function weightOf(
  model: Model,
  j: number,
  { near, missed }: SnagInput,
  along: ReadonlySet<number>,
): number {
  const id = model.jointIds[j]!;
  const joint = model.guide.joints[id]!;
  const over = model.overJoint[j]!;
  const under = over.some((x) => along.has(x)) ? UNDER_IT : over.length > 0 ? UNDER : 1;
  const hidden = joint.hidden === undefined ? under : HIDDEN;
  const pull = joint.slack === true ? SLACK : 1;
  const before = 1 + (missed?.[id] ?? 0);
  return MISSED[joint.kind] * hidden * pull * before * nearness(model, joint, near);
}

/** Fingers feel where it binds to about 15 mm: farther off it is likely another one, and none is ruled out. */
function nearness(model: Model, joint: GuideJoint, near: Point | undefined): number {
  if (!near) return 1;
  const away = distanceTo(joint, near) ?? distanceToParts(model, joint, near);
  return away === undefined ? NO_PLACE : 1 / (1 + (away / NEAR) ** 2);
}

/** Millimetres from a point to the nearest of a joint's points in the same view. */
function distanceTo(joint: GuideJoint, near: Point): number | undefined {
  const all = (joint.at ?? [])
    .filter(({ view }) => view === near.view)
    .map(({ x, y }) => Math.hypot(x - near.x, y - near.y));
  return all.length === 0 ? undefined : Math.min(...all);
}

/** Of a joint without points: to the farther of its parts, as it is where they meet. */
function distanceToParts(model: Model, { joins }: GuideJoint, near: Point): number | undefined {
  const all = joins.flatMap((id) => {
    const { shape } = model.guide.parts[id]!;
    if (shape?.view !== near.view) return [];
    const { x, y, w, h } = shape;
    const beyond = (at: number, from: number, size: number): number =>
      Math.max(from - at, 0, at - from - size);
    return [Math.hypot(beyond(near.x, x, w), beyond(near.y, y, h))];
  });
  return all.length === 0 ? undefined : Math.max(...all);
}

function jointSuspect(
  model: Model,
  j: number,
  why: "holds" | "ticked",
  { near, missed }: SnagInput,
): Omit<Suspect, "share"> {
  const id = model.jointIds[j]!;
  const away = near && distanceTo(model.guide.joints[id]!, near);
  return { kind: "joint", id, why, away, missed: missed?.[id] ?? 0 };
}

const partSuspect = (model: Model, x: number): Omit<Suspect, "share"> => ({
  kind: "part",
  id: model.partIds[x]!,
  why: "covers",
  away: undefined,
  missed: 0,
});

function ranked(suspects: readonly Suspect[]): readonly Suspect[] {
  const sum = suspects.reduce((total, { share }) => total + share, 0);
  return [...suspects]
    .sort((a, b) => b.share - a.share || a.id.localeCompare(b.id))
    .map((suspect) => ({ ...suspect, share: sum === 0 ? 0 : suspect.share / sum }));
}
