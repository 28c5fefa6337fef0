import type { Guide, GuideJoint } from "../core/guide/index.ts";

/** A step as a guide names it. */
export type NaiveStep =
  | { readonly do: "release"; readonly joint: string }
  | { readonly do: "lift"; readonly parts: readonly string[] };

export interface NaiveBreaches {
  /** Steps made with the power on that no fact lets be made so, the way to its plug included. */
  readonly live: number;
  readonly catches: number;
  readonly loose: number;
}

const HOLD = ["screws", "latch"];
const CATCH = ["clips", "seat", "edge-slot", "sata"];

const wordOf = (joint: GuideJoint): string =>
  joint.kind === "connector" ? joint.type : joint.kind;

/** 1 for what holds, 2 for what catches, 3 for what sticks, 0 for all else. */
function rank(joint: GuideJoint): number {
  if (joint.slack === true || joint.power === true || joint.free === true) return 0;
  const word = wordOf(joint);
  return HOLD.includes(word) ? 1 : CATCH.includes(word) ? 2 : word === "adhesive" ? 3 : 0;
}

/** Whether a joint, as long as it is closed, keeps its parts where they are however the machine lies. */
function keeps(guide: Guide, joint: GuideJoint): boolean {
  const word = wordOf(joint);
  if (joint.slack === true || word === "route") return false;
  if (joint.kind === "connector") return CATCH.includes(word);
  return !(
    word === "adhesive" &&
    joint.joins.some((id) => ["heatsink", "pad"].includes(guide.parts[id]!.kind))
  );
}

/** What hangs together with a part while these joints are open. */
function hangs(
  guide: Guide,
  from: string,
  open: ReadonlySet<string>,
  through: (joint: GuideJoint) => boolean,
): ReadonlySet<string> {
  const found = new Set([from]);
  for (let grew = true; grew;) {
    grew = false;
    for (const [id, joint] of Object.entries(guide.joints)) {
      if (open.has(id) || !through(joint) || !joint.joins.some((one) => found.has(one))) continue;
      for (const one of joint.joins) {
        if (!found.has(one)) grew = true;
        found.add(one);
      }
    }
  }
  return found;
}

/** Pairs of joints, the first of which is to be opened before the second, as a plan's steps part their sides. */
function pairsOf(guide: Guide, plan: readonly NaiveStep[]): readonly (readonly [string, string])[] {
  const opened = plan.flatMap((step) => (step.do === "release" ? [step.joint] : []));
  const joinsOf = (id: string): readonly string[] => guide.joints[id]!.joins;
  const pairs: (readonly [string, string])[] = [];
  const isPair = (a: string, b: string): boolean => {
    const [x, y] = [rank(guide.joints[a]!), rank(guide.joints[b]!)];
    return x > 0 && y > 0 && x < y;
  };
  for (const a of opened) {
    for (const b of opened) {
      if (!isPair(a, b)) continue;
      let same = joinsOf(a).filter((part) => joinsOf(b).includes(part)).length >= 2;
      const open = new Set<string>();
      for (const step of plan) {
        if (step.do === "release") open.add(step.joint);
        else {
          const inside = (id: string): boolean => step.parts.includes(id);
          const crosses = (id: string): boolean =>
            joinsOf(id).some(inside) && !joinsOf(id).every(inside);
          if (!crosses(a) || !crosses(b)) continue;
          const out = joinsOf(a).find((id) => !inside(id))!;
          const side = hangs(guide, out, open, (joint) => joint.slack !== true);
          if (joinsOf(b).some((id) => !inside(id) && side.has(id))) same = true;
        }
      }
      if (same) pairs.push([a, b]);
    }
  }
  return pairs;
}

/** How often an order of a plan's steps goes against hands, counted step by step from the facts. */
export function naiveBreaches(
  guide: Guide,
  plan: readonly NaiveStep[],
  order: readonly NaiveStep[],
  postureOf: (step: NaiveStep) => string | undefined,
): NaiveBreaches {
  const pairs = pairsOf(guide, plan);
  const frame = Object.keys(guide.parts).find((id) => guide.parts[id]!.on === undefined)!;
  const plugs = Object.keys(guide.joints).filter((id) => guide.joints[id]!.power === true);
  const opened = new Set<string>();
  const apart = new Map<string, number>();
  const pile = (id: string): number => apart.get(id) ?? 0;
  const kept = (): ReadonlySet<string> =>
    hangs(guide, frame, opened, (joint) => keeps(guide, joint));
  const asBuilt = kept();
  const canDie =
    plugs.length > 0 &&
    plugs.every((id) => plan.some((step) => step.do === "release" && step.joint === id));
  let [live, catches, loose] = [0, 0, 0];
  let lies: string | undefined;
  for (const [at, step] of order.entries()) {
    const isDead = plugs.every((id) => opened.has(id));
    const isMeant =
      step.do === "release"
        ? guide.joints[step.joint]!.beforePower === true || plugs.includes(step.joint)
        : step.parts.every((id) => guide.parts[id]!.beforePower === true);
    if (canDie && !isDead && !isMeant) live += 1;
    if (step.do === "release") {
      const { joint } = step;
      if (pairs.some(([first, then]) => then === joint && !opened.has(first))) catches += 1;
    }
    const wanted = postureOf(step);
    if (wanted !== undefined) {
      if (lies !== undefined && lies !== wanted) {
        const held = kept();
        const inHand = step.do === "lift" ? step.parts : [];
        const isLoose = [...asBuilt].some(
          (id) => !held.has(id) && pile(id) === pile(frame) && !inHand.includes(id),
        );
        if (isLoose) loose += 1;
      }
      lies = wanted;
    }
    if (step.do === "release") opened.add(step.joint);
    else for (const id of step.parts) apart.set(id, at + 1);
  }
  return { live, catches, loose };
}
