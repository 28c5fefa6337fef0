import type { Finding } from "../guide/parse.ts";
import type { Guide, PartKind } from "../guide/types.ts";
import { modelOf, type Model } from "../rules/model.ts";
import { type DownStep, moveOf, type Plan, planJob } from "../plan/plan.ts";
import { problemOf } from "../rules/problem.ts";
import { after, blockOf, closedMachine, groupOf, pieceOf, type State } from "../rules/state.ts";

/** Search effort for one part: a warning needs a good plan, not a proof. */
const BUDGET = { nodes: 60, states: 4000, steps: 1e8 };
/** Minutes from which a lead, a tape or a pad is priced like a module. */
const MODULE_MINUTES = 0.3;
const LIGHT = new Set<PartKind>(["cable", "tape", "pad", "antenna", "sticker", "foot"]);

/**
 * Questions to the author of a sound guide: where a fact is likely missing. A question whose path is
 * a key of the guide's `answers` is answered and not asked again; an answer to no question is told.
 */
export function guideWarnings(guide: Guide): readonly Finding[] {
  const model = modelOf(guide);
  const plans = plansOf(guide);
  const asked = [
    ...fromOutside(model),
    ...nothingCovers(model),
    ...halfTheMachine(guide, plans),
    ...leadsAlone(model, plans),
    ...hiddenBare(guide),
    ...loose(model),
    ...holdsItToo(model),
    ...idleAdvice(guide, plans),
    ...servesNothing(guide),
    ...dearLight(guide),
  ];
  const answers = guide.answers ?? {};
  const paths = new Set(asked.map(({ path }) => path));
  const idle = Object.keys(answers)
    .filter((path) => !paths.has(path))
    .map((path) =>
      warning(`/answers/${path}`, "answers a question that is not asked; take it out"),
    );
  return [...asked.filter(({ path }) => !Object.hasOwn(answers, path)), ...idle];
}

const warning = (path: string, message: string): Finding => ({ level: "warning", path, message });

function plansOf(guide: Guide): ReadonlyMap<string, Plan> {
  return new Map(
    Object.keys(guide.parts).flatMap((id) => {
      const plan = planJob(guide, { for: [id] }, undefined, BUDGET);
      return plan.ok ? [[id, plan.value] as const] : [];
    }),
  );
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
  const list = [...joints, ...parts].join(", ");
  return [
    warning("/", `these are reachable from outside: ${list}. Is that all, and is each one true?`),
  ];
}

function nothingCovers(model: Model): readonly Finding[] {
  const isCovered = (p: number): boolean =>
    model.overPart[p]!.some((x) => !model.below[x]!.includes(p));
  return model.jointIds.flatMap((id, j) => {
    if (model.permanent[j] || model.overJoint[j]!.length > 0) return [];
    if (!model.joins[j]!.every(isCovered)) return [];
    return [warning(`/joints/${id}`, `"${id}" lies inside and nothing covers it. What does?`)];
  });
}

const liftsOf = (plan: Plan): readonly (readonly string[])[] =>
  plan.down.flatMap((step) => (step.do === "lift" ? [step.parts] : []));

function halfTheMachine(guide: Guide, plans: ReadonlyMap<string, Plan>): readonly Finding[] {
  const half = Object.keys(guide.parts).length / 2;
  return [...plans].flatMap(([id, plan]) => {
    const most = Math.max(0, ...liftsOf(plan).map((parts) => parts.length));
    if (most <= half) return [];
    return [
      warning(
        `/parts/${id}`,
        `the best plan for "${id}" lifts ${most} parts at once. Is a cover, an order or a joint missing?`,
      ),
    ];
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
        warning(
          path,
          `for "${id}", "${step.parts[0]!}" is lifted with ${rest.join(", ")} hanging on by leads. ` +
            "Are the leads long enough? If not, write an order.",
        ),
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
    .map(([id]) =>
      warning(
        `/joints/${id}/hidden`,
        `"${id}" hides, but no cover or order says behind what. What is it?`,
      ),
    );
}

function loose(model: Model): readonly Finding[] {
  return model.partIds.flatMap((id, p) => {
    if (p === model.frame || model.jointsOfPart[p]!.some((j) => model.rigid[j])) return [];
    const by = model.jointsOfPart[p]!.length === 0 ? "by nothing" : "by slack leads alone";
    return [warning(`/parts/${id}`, `"${id}" is held ${by}. What keeps it in place?`)];
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
    const names = others.join(", ");
    return [
      warning(
        `/parts/${part}`,
        `"${part}" is joined to one neighbour and lies over ${names}. Does it hold that too?`,
      ),
    ];
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
      warning(
        `/orders/${i}`,
        `no plan is changed by "${order.first}" before "${order.then}". Is it needed?`,
      ),
    ];
  });
}

const servesNothing = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints)
    .filter(([, joint]) => joint.kind === "connector" && (joint.serves ?? []).length === 0)
    .map(([id]) =>
      warning(`/joints/${id}/serves`, `"${id}" serves nothing. What is dead without it?`),
    );

const dearLight = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.parts)
    .filter(([, { kind, lift }]) => LIGHT.has(kind) && (lift ?? MODULE_MINUTES) >= MODULE_MINUTES)
    .map(([id, { kind, lift }]) =>
      warning(
        `/parts/${id}/lift`,
        `a ${kind} at ${lift ?? MODULE_MINUTES} minutes costs as much as a module. Is that so?`,
      ),
    );
