import { Meter } from "../base/meter.ts";
import type { Finding, Guide, PartKind } from "../guide/index.ts";
import { type DownStep, moveOf, type Plan, planJob } from "../plan/index.ts";
import {
  after,
  blockOf,
  closedMachine,
  groupOf,
  type Model,
  modelOf,
  pieceOf,
  problemOf,
  type State,
} from "../rules/index.ts";
import { handQuestions } from "./hand-questions.ts";
import { question } from "./question.ts";
import { safetyQuestions } from "./safety-questions.ts";

/** Minutes from which a lead, a tape or a pad is priced like a module. */
const MODULE_MINUTES = 0.3;
/** Looks for the plan of one part: no part takes those of all others; and for all of them together. */
const PLAN = 20_000_000;
export const ALL_PLANS = 80_000_000;
const LIGHT = new Set<PartKind>(["cable", "tape", "pad", "antenna", "sticker", "seal", "foot"]);

/**
 * Questions to the author of a sound guide: where a fact is likely missing. A question whose path is
 * a key of the guide's `answers` is answered (what is reachable from outside is agreed to item by item: its
 * path names them all, so that what is added later is asked anew) and not asked again; an answer to no question is told.
 */
export function guideQuestions(guide: Guide, meter = new Meter(ALL_PLANS)): readonly Finding[] {
  const model = modelOf(guide);
  const plans = plansOf(guide, meter);
  const asked = [
    ...unproven(guide, plans),
    ...fromOutside(model),
    ...nothingCovers(model),
    ...halfTheMachine(guide, plans),
    ...leadsAlone(model, plans),
    ...hiddenBare(guide),
    ...loose(model),
    ...holdsItToo(model),
    ...idleAdvice(guide, plans),
    ...handQuestions(model, plans),
    ...servesNothing(guide),
    ...dearLight(guide),
    ...outsideViews(guide),
    ...samePlaces(guide),
    ...coverCircles(model),
    ...liveEarly(guide, model, meter),
    ...plugsInPack(guide),
    ...ordersLikeCovers(model),
    ...bareJoints(model),
    ...liesLoose(model),
    ...safetyQuestions(model),
  ];
  const answers = guide.answers ?? {};
  const paths = new Set(asked.map(({ path }) => path));
  const idle = Object.keys(answers)
    .filter((path) => !paths.has(path))
    .map((path) => question(`/answers/${path}`, { type: "answer-idle" }));
  return [...asked.filter(({ path }) => !Object.hasOwn(answers, path)), ...idle];
}

/** The plans of all parts that are proven; of others nothing is asked. */
function plansOf(guide: Guide, meter: Meter): ReadonlyMap<string, Plan> {
  return new Map(
    Object.keys(guide.parts).flatMap((id) => {
      const plan = planJob(guide, { for: [id] }, undefined, meter.upTo(PLAN));
      return plan.ok && plan.value.proven ? [[id, plan.value] as const] : [];
    }),
  );
}

/** Parts whose least work could not be shown: what is asked by plans is not asked of theirs. */
function unproven(guide: Guide, plans: ReadonlyMap<string, Plan>): readonly Finding[] {
  const ids = Object.keys(guide.parts).filter((id) => !plans.has(id));
  return ids.length > 0 ? [question("", { type: "plans-unproven", ids })] : [];
}

function fromOutside(model: Model): readonly Finding[] {
  const problem = problemOf(model, { for: [model.partIds[model.frame]!] });
  if (!problem.ok) throw new Error("warnings: the frame is no part");
  const state = closedMachine(model);
  const joints = model.jointIds.filter(
    (_, joint) => !blockOf(problem.value, state, { do: "release", joint }),
  );
  const seen = new Set<number>();
  const parts = model.partIds.filter((_, p) => {
    if (seen.has(p)) return false;
    const group = groupOf(model, state, p);
    group.forEach((q) => seen.add(q));
    return !blockOf(problem.value, state, { do: "lift", parts: group });
  });
  const ids = [...joints, ...parts];
  return [question(`/outside/${[...ids].sort().join("+")}`, { type: "from-outside", ids })];
}

function nothingCovers(model: Model): readonly Finding[] {
  const isCovered = (p: number): boolean =>
    model.overPart[p]!.some((x) => !model.below[x]!.includes(p));
  return model.jointIds.flatMap((id, j) => {
    if (model.permanent[j] || model.overJoint[j]!.length > 0) return [];
    if (!model.joins[j]!.every(isCovered)) return [];
    return [question(`/joints/${id}`, { type: "inside-uncovered", joint: id })];
  });
}

const liftsOf = (plan: Plan): readonly (readonly string[])[] =>
  plan.down.flatMap((step) => (step.do === "lift" ? [step.parts] : []));

function halfTheMachine(guide: Guide, plans: ReadonlyMap<string, Plan>): readonly Finding[] {
  const half = Object.keys(guide.parts).length / 2;
  return [...plans].flatMap(([id, plan]) => {
    const most = Math.max(0, ...liftsOf(plan).map((parts) => parts.length));
    if (most <= half) return [];
    return [question(`/parts/${id}`, { type: "lifts-half", part: id, parts: most })];
  });
}

function leadsAlone(model: Model, plans: ReadonlyMap<string, Plan>): readonly Finding[] {
  const found = new Map<string, Finding>();
  for (const [id, plan] of plans) {
    for (const { step, state } of stateAlong(model, plan.down)) {
      if (step.do !== "lift") continue;
      const parts = step.parts.map((p) => model.partOf.get(p)!);
      const piece = pieceOf(model, state, parts[0]!);
      const rest = parts.filter((p) => !piece.includes(p)).map((p) => model.partIds[p]!);
      if (rest.length === 0) continue;
      const path = `/parts/${step.parts[0]!}`;
      found.set(
        path,
        question(path, { type: "hangs-by-leads", target: id, part: step.parts[0]!, along: rest }),
      );
    }
  }
  return [...found.values()];
}

/** Each step of a strip-down with the state before it. */
function stateAlong(
  model: Model,
  down: readonly DownStep[],
): readonly { readonly step: DownStep; readonly state: State }[] {
  let state = closedMachine(model);
  return down.map((step) => {
    const before = state;
    state = after(state, moveOf(model, step));
    return { step, state: before };
  });
}

function hiddenBare(guide: Guide): readonly Finding[] {
  const known = new Set([
    ...guide.covers.flatMap(({ over }) => over),
    ...guide.orders.flatMap(({ first, then }) => [first, then]),
  ]);
  return Object.entries(guide.joints)
    .filter(([id, joint]) => joint.hidden !== undefined && !known.has(id))
    .map(([id]) => question(`/joints/${id}/hidden`, { type: "hidden-bare", joint: id }));
}

function loose(model: Model): readonly Finding[] {
  return model.partIds.flatMap((id, p) => {
    if (p === model.frame || model.jointsOfPart[p]!.some((j) => model.rigid[j])) return [];
    const bySlack = model.jointsOfPart[p]!.length > 0;
    return [question(`/parts/${id}`, { type: "held-by-nothing", part: id, bySlack })];
  });
}

/** A part that is joined to one neighbour inside and covers another: a bracket often holds both. */
function holdsItToo(model: Model): readonly Finding[] {
  return model.guide.covers.flatMap(({ part, over }) => {
    const x = model.partOf.get(part)!;
    const neighbours = new Set(
      model.jointsOfPart[x]!.filter((j) => !model.permanent[j])
        .flatMap((j) => model.joins[j]!)
        .filter((p) => p !== x && !model.below[p]!.includes(x)),
    );
    if (neighbours.size !== 1 || neighbours.has(model.frame)) return [];
    const others = over.filter((id) => {
      const under = model.partOf.get(id);
      return under !== undefined && !neighbours.has(under);
    });
    if (others.length === 0) return [];
    return [question(`/parts/${part}`, { type: "holds-too", part, others })];
  });
}

/** Advice that no part's short plan goes against changes nothing. */
function idleAdvice(guide: Guide, plans: ReadonlyMap<string, Plan>): readonly Finding[] {
  const dropped = [...plans.values()].flatMap((plan) => plan.dropped);
  return guide.orders.flatMap((order, i) => {
    if (order.strength === "must") return [];
    const matters = dropped.some(({ first, then }) => first === order.first && then === order.then);
    if (matters) return [];
    return [
      question(`/orders/${i}`, { type: "advice-idle", first: order.first, then: order.then }),
    ];
  });
}

const servesNothing = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints)
    .filter(([, joint]) => joint.kind === "connector" && (joint.serves ?? []).length === 0)
    .map(([id]) => question(`/joints/${id}/serves`, { type: "serves-nothing", joint: id }));

const dearLight = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.parts)
    .filter(([, { kind, lift }]) => LIGHT.has(kind) && (lift ?? MODULE_MINUTES) >= MODULE_MINUTES)
    .map(([id, { kind, lift }]) =>
      question(`/parts/${id}/lift`, {
        type: "priced-like-module",
        kind,
        minutes: lift ?? MODULE_MINUTES,
      }),
    );

function outsideViews(guide: Guide): readonly Finding[] {
  const isOutside = (view: string, x: number, y: number): boolean => {
    const { width, height } = guide.views[view]!;
    return x < 0 || y < 0 || x > width || y > height;
  };
  const points = Object.entries(guide.joints).flatMap(([id, { at }]) =>
    (at ?? []).flatMap(({ view, x, y }, i) =>
      isOutside(view, x, y)
        ? [question(`/joints/${id}/at/${i}`, { type: "point-outside", view })]
        : [],
    ),
  );
  const shapes = Object.entries(guide.parts).flatMap(([id, { shape }]) =>
    shape &&
    (isOutside(shape.view, shape.x, shape.y) ||
      isOutside(shape.view, shape.x + shape.w, shape.y + shape.h))
      ? [question(`/parts/${id}/shape`, { type: "point-outside", view: shape.view })]
      : [],
  );
  return [...points, ...shapes];
}

/** Millimetres within which two screws are in one hole. */
const ONE_HOLE = 1;

function samePlaces(guide: Guide): readonly Finding[] {
  const screws = Object.entries(guide.joints).flatMap(([id, { kind, at }]) =>
    kind === "screws" ? (at ?? []).map((point, i) => ({ id, i, ...point })) : [],
  );
  return screws.flatMap((one, k) => {
    const other = screws
      .slice(0, k)
      .find(
        ({ id, view, x, y }) =>
          id !== one.id && view === one.view && Math.hypot(x - one.x, y - one.y) < ONE_HOLE,
      );
    if (!other) return [];
    const path = `/joints/${one.id}/at/${one.i}`;
    return [question(path, { type: "same-place", joint: one.id, other: other.id })];
  });
}

/** Two parts that lie over each other; longer circles go through one of these or through a layer. */
const coverCircles = (model: Model): readonly Finding[] =>
  model.partIds.flatMap((id, p) =>
    model.overPart[p]!.filter((x) => x > p && model.overPart[x]!.includes(p)).map((x) => {
      const parts = [id, model.partIds[x]!];
      return question(`/parts/${id}/over/${parts[1]!}`, { type: "cover-circle", parts });
    }),
  );

/** Connectors that may be opened live, though the way to the battery does without them. */
function liveEarly(guide: Guide, model: Model, meter: Meter): readonly Finding[] {
  const plugs = model.cuts.map(({ joint }) => model.jointIds[joint]!);
  const plan = planJob(guide, { for: [], open: plugs }, undefined, meter.upTo(PLAN));
  if (plugs.length === 0 || !plan.ok) return [];
  const needed = new Set(
    plan.value.down.flatMap((step) => (step.do === "release" ? [step.joint] : [])),
  );
  return Object.entries(guide.joints)
    .filter(([id, { kind, beforePower }]) => {
      return kind === "connector" && beforePower === true && !needed.has(id);
    })
    .map(([id]) =>
      question(`/joints/${id}/beforePower`, { type: "live-early", joint: id, plug: plugs[0]! }),
    );
}

const plugsInPack = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints)
    .filter(
      ([, { kind, power, joins }]) =>
        kind === "connector" && power === true && guide.parts[joins[0]!]!.kind === "battery",
    )
    .map(([id]) => question(`/joints/${id}/joins/0`, { type: "plug-in-pack", joint: id }));

/** A part that must come off before something that it does not lie over: a cover is likelier meant. */
const ordersLikeCovers = (model: Model): readonly Finding[] =>
  model.guide.orders.flatMap(({ first, then, strength }, i) => {
    const part = model.partOf.get(first);
    if (part === undefined || strength === "advised") return [];
    const joint = model.jointOf.get(then);
    const over =
      joint === undefined ? model.overPart[model.partOf.get(then)!]! : model.overJoint[joint]!;
    if (over.includes(part) || (joint !== undefined && model.joins[joint]!.includes(part))) {
      return [];
    }
    return [question(`/orders/${i}`, { type: "order-or-cover", part: first, under: then })];
  });

/** A part that is covered, while all that holds it is not: a cover of the joints, or an order, is likely forgotten. */
const bareJoints = (model: Model): readonly Finding[] =>
  model.guide.covers.flatMap(({ part, over }, i) => {
    const x = model.partOf.get(part)!;
    return over.flatMap((id, k) => {
      const p = model.partOf.get(id);
      if (p === undefined) return [];
      const holding = model.jointsOfPart[p]!.filter(
        (j) => !model.permanent[j] && !model.joins[j]!.includes(x),
      );
      const isBare = (j: number): boolean => {
        const orders = model.guide.orders.filter(({ then }) => then === model.jointIds[j]);
        return !model.overJoint[j]!.includes(x) && !orders.some(({ first }) => first === part);
      };
      if (holding.length === 0 || !holding.every(isBare)) return [];
      const joints = holding.map((j) => model.jointIds[j]!);
      const path = `/covers/${i}/over/${k}`;
      return [question(path, { type: "joints-bare", part, under: id, joints })];
    });
  });

/** A part that nothing holds, no lead, and that covers nothing but what it lies on. */
const liesLoose = (model: Model): readonly Finding[] =>
  model.partIds.flatMap((id, p) => {
    const { on, kind } = model.guide.parts[id]!;
    if (on === undefined || kind === "cable" || kind === "antenna") return [];
    if (model.guide.covers.some(({ part }) => part === id)) return [];
    if (model.jointsOfPart[p]!.some((j) => model.rigid[j] || model.permanent[j])) return [];
    return [question(`/parts/${id}/on`, { type: "lies-loose", part: id, on })];
  });
