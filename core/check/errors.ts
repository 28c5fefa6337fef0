import { Meter } from "../base/meter.ts";
import {
  type About,
  type BlockingFact,
  allCodes,
  guideInWays,
  type Finding,
  type Guide,
  guideForCode,
  type GuideJoint,
  type Named,
  parseGuide,
  polygonIn,
} from "../guide/index.ts";
import { closedMachine, type Model, modelOf, type Problem, problemOf } from "../rules/index.ts";
import { isInReach, isPossible, WHOLE } from "../work/index.ts";
import { blockingFacts, without } from "./culprit.ts";
import { ALL_PLANS, guideQuestions } from "./questions.ts";

/** Looks that the check of a guide may take, its variants included. */
const CHECK = 2 * WHOLE;

const error = (path: string, about: About): Finding => ({ level: "error", path, about });

/**
 * What makes a guide file unfit for use: what the schema refuses; else what names things that are
 * not there or goes in circles; else what no job could be done on. Variants are checked the same
 * way, with paths under /variants/CODE, and so are ways of the hand. An empty list means that every part can be planned for. Where
 * the check ends before all parts were looked at, the last finding says so, and blames nothing.
 */
export function guideErrors(value: unknown, meter = new Meter(CHECK)): readonly Finding[] {
  const parsed = parseGuide(value);
  if (!parsed.ok) return parsed.error;
  const guide = parsed.value;
  const own = checkOne(guide, meter);
  if (own.length > 0) return own;
  return [
    ...allCodes(guide)
      .filter((code) => guide.variants?.[code])
      .flatMap((code) => checkVariant(guide, code, meter)),
    ...Object.keys(guide.hands ?? {}).flatMap((choice) => checkWays(guide, choice, meter)),
  ];
}

/**
 * The errors of a guide file; when there are none, the warnings: questions to the author that the
 * guide's `answers` do not answer yet. Costs a plan of every part, short and book.
 */
export function checkGuide(value: unknown): readonly Finding[] {
  const meter = new Meter(CHECK);
  const errors = guideErrors(value, meter);
  if (errors.length > 0) return errors;
  const parsed = parseGuide(value);
  return parsed.ok ? guideQuestions(parsed.value, meter.upTo(ALL_PLANS)) : parsed.error;
}

/** The underside code of the variant that an error is in; undefined for one in the guide itself. */
export const variantOf = ({ path }: Finding): string | undefined =>
  /^\/variants\/(.+?)\/patch/.exec(path)?.[1];

/** The underside codes whose variants are wrong, each with its first error; the others can be used. */
export function blockedVariants(
  errors: readonly Finding[],
): readonly { readonly code: string; readonly path: string }[] {
  const found = new Map<string, string>();
  for (const error of errors) {
    const code = variantOf(error);
    if (code !== undefined && !found.has(code)) found.set(code, error.path);
  }
  return [...found].map(([code, path]) => ({ code, path }));
}

function checkVariant(guide: Guide, code: string, meter: Meter): readonly Finding[] {
  const variant = guideForCode(guide, code);
  const findings = variant.ok ? checkOne(variant.value, meter) : variant.error;
  return findings.map((found) => ({ ...found, path: `/variants/${code}/patch${found.path}` }));
}

/** What is wrong with the ways of one choice; the first is the guide itself. */
function checkWays(guide: Guide, choice: string, meter: Meter): readonly Finding[] {
  const [, ...others] = Object.keys(guide.hands![choice]!.ways);
  return others.flatMap((way) => {
    const gone = guideInWays(guide, { [choice]: way });
    const findings = gone.ok ? checkOne(gone.value, meter) : gone.error;
    return findings.map((found) => ({
      ...found,
      path: `/hands/${choice}/ways/${way}/patch${found.path}`,
    }));
  });
}

function checkOne(guide: Guide, meter: Meter): readonly Finding[] {
  const names = [...unknownIds(guide), ...doubleIds(guide), ...joinsTwice(guide)];
  const layers = names.length > 0 ? names : layerFindings(guide);
  if (layers.length > 0) return layers;
  const facts = [
    ...coverFindings(guide),
    ...orderCircles(guide),
    ...screwFindings(guide),
    ...outlineFindings(guide),
    ...powerWithoutBattery(guide),
  ];
  if (facts.length > 0) return facts;
  const power = powerFindings(guide, meter);
  return power.length > 0 ? power : targetFindings(guide, meter);
}

function unknownIds(guide: Guide): readonly Finding[] {
  const isPart = (id: string): boolean => Object.hasOwn(guide.parts, id);
  const isJoint = (id: string): boolean => Object.hasOwn(guide.joints, id);
  const known = (id: string): boolean => isPart(id) || isJoint(id);
  const findings: Finding[] = [];
  const need = (good: boolean, path: string, what: Named, id: string): void => {
    if (!good) findings.push(error(path, { type: "id-unknown", what, id }));
  };
  const view = (id: string, path: string): void =>
    need(Object.hasOwn(guide.views, id), path, "view", id);
  for (const [id, part] of Object.entries(guide.parts)) {
    if (part.on !== undefined) need(isPart(part.on), `/parts/${id}/on`, "part", part.on);
    if (part.shape) view(part.shape.view, `/parts/${id}/shape/view`);
  }
  for (const [id, joint] of Object.entries(guide.joints)) {
    joint.joins.forEach((p, i) => need(isPart(p), `/joints/${id}/joins/${i}`, "part", p));
    joint.at?.forEach((point, i) => view(point.view, `/joints/${id}/at/${i}/view`));
  }
  guide.covers.forEach(({ part, over }, i) => {
    need(isPart(part), `/covers/${i}/part`, "part", part);
    over.forEach((id, k) => need(known(id), `/covers/${i}/over/${k}`, "part or joint", id));
  });
  guide.orders.forEach(({ first, then }, i) => {
    need(known(first), `/orders/${i}/first`, "part or joint", first);
    need(known(then), `/orders/${i}/then`, "part or joint", then);
  });
  guide.sources?.forEach(({ of }, i) => {
    of.forEach((id, k) => need(known(id), `/sources/${i}/of/${k}`, "part or joint", id));
  });
  return findings;
}

const doubleIds = (guide: Guide): readonly Finding[] =>
  Object.keys(guide.joints)
    .filter((id) => Object.hasOwn(guide.parts, id))
    .map((id) => error(`/joints/${id}`, { type: "id-twice", id }));

const joinsTwice = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints).flatMap(([id, { joins }]) =>
    joins.flatMap((p, i) =>
      joins.indexOf(p) < i
        ? [error(`/joints/${id}/joins/${i}`, { type: "part-twice", part: p })]
        : [],
    ),
  );

function layerFindings(guide: Guide): readonly Finding[] {
  const frames = Object.keys(guide.parts).filter((id) => guide.parts[id]!.on === undefined);
  const findings: Finding[] = [];
  if (frames.length === 0) {
    findings.push(error("/parts", { type: "no-frame" }));
  }
  for (const id of frames.slice(1)) {
    findings.push(error(`/parts/${id}`, { type: "second-frame", first: frames[0]!, part: id }));
  }
  for (const id of Object.keys(guide.parts)) {
    const circle = circleFrom(guide, id);
    if (circle && circle[0] === id) {
      findings.push(error(`/parts/${id}/on`, { type: "on-circle", parts: circle }));
    }
  }
  return findings;
}

/** The circle of `on` that a part is in, starting with its first id in the alphabet; else undefined. */
function circleFrom(guide: Guide, id: string): readonly string[] | undefined {
  const chain = [id];
  for (let at = guide.parts[id]!.on; at !== undefined; at = guide.parts[at]!.on) {
    if (at === id) {
      const first = chain.indexOf([...chain].sort()[0]!);
      return [...chain.slice(first), ...chain.slice(0, first), chain[first]!];
    }
    if (chain.includes(at)) return undefined;
    chain.push(at);
  }
  return undefined;
}

function coverFindings(guide: Guide): readonly Finding[] {
  return guide.covers.flatMap(({ part, over }, i) =>
    over.flatMap((id, k) => {
      const path = `/covers/${i}/over/${k}`;
      if (id === part) return [error(path, { type: "covers-itself", part })];
      const joint: GuideJoint | undefined = guide.joints[id];
      if (!joint?.joins.includes(part)) return [];
      const other = joint.joins.find((p) => p !== part)!;
      return [error(path, { type: "covers-own-joint", part, joint: id, other })];
    }),
  );
}

function orderCircles(guide: Guide): readonly Finding[] {
  const after = new Map<string, string[]>();
  for (const { first, then } of guide.orders) after.set(first, [...(after.get(first) ?? []), then]);
  const findings: Finding[] = [];
  guide.orders.forEach(({ first, then }, i) => {
    const reached = new Set([then]);
    for (const id of reached) for (const next of after.get(id) ?? []) reached.add(next);
    if (reached.has(first)) {
      findings.push(error(`/orders/${i}`, { type: "order-circle", first, then }));
    }
  });
  return findings;
}

/** The corners of a polygon span its box, to a tenth of a millimetre. */
const outlineFindings = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.parts).flatMap(([id, { shape }]) => {
    if (!shape?.outline) return [];
    const box = polygonIn(shape.view, shape.outline);
    const isSame = box && KEYS.every((key) => Math.abs(box[key] - shape[key]) < 0.11);
    return isSame ? [] : [error(`/parts/${id}/shape/outline`, { type: "outline-apart" })];
  });
const KEYS = ["x", "y", "w", "h"] as const;

function screwFindings(guide: Guide): readonly Finding[] {
  return Object.entries(guide.joints).flatMap(([id, joint]) => {
    if (joint.kind !== "screws") return [];
    const points = joint.at?.length ?? 0;
    const findings: Finding[] = [];
    if (joint.at && points !== joint.count) {
      findings.push(
        error(`/joints/${id}/count`, { type: "count-and-points", count: joint.count, points }),
      );
    }
    if (Array.isArray(joint.order)) {
      joint.order.forEach((number: number, i: number) => {
        if (number <= points) return;
        findings.push(
          error(`/joints/${id}/order/${i}`, { type: "no-such-point", point: number, points }),
        );
      });
    }
    return findings;
  });
}

/** A latch takes a battery off by letting it go: it has to join one. */
const powerWithoutBattery = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints)
    .filter(([, { power, kind, joins }]) => {
      const isPlug = power !== true || kind === "connector";
      return !isPlug && !joins.some((id) => guide.parts[id]!.kind === "battery");
    })
    .map(([id]) => error(`/joints/${id}/power`, { type: "power-no-battery", joint: id }));

/** Power joints that cannot be reached under *power first* and the orders, with the facts that block them. */
function powerFindings(guide: Guide, meter: Meter): readonly Finding[] {
  const model = modelOf(guide);
  return model.cuts.flatMap(({ joint }) => {
    const id = model.jointIds[joint]!;
    const problem = problemOf(model, { for: [], open: [id] });
    if (!problem.ok) return [error(`/joints/${id}`, { type: "power-out-of-reach", plug: id })];
    if (isInReach(problem.value, closedMachine(model), meter)) return [];
    const facts = blockingFacts(problem.value)?.map(({ said }) => said);
    return facts
      ? [error(pathOf(guide, facts), { type: "blocked-by", ids: [id], facts })]
      : [error(`/joints/${id}`, { type: "power-out-of-reach", plug: id })];
  });
}

/**
 * The parts that no job takes off. What keeps several of them is named once: a least set of facts, then
 * what is left without those.
 */
function targetFindings(guide: Guide, meter: Meter): readonly Finding[] {
  const model = modelOf(guide);
  let stuck: readonly string[] = [];
  for (const [looked, id] of model.partIds.entries()) {
    if (meter.isOver) return [notFinished(looked, model.partIds.length)];
    if (!canBeFreed(model, id, meter)) stuck = [...stuck, id];
  }
  if (meter.isOver) return [notFinished(model.partIds.length - 1, model.partIds.length)];
  const findings: Finding[] = [];
  let dropped: NonNullable<ReturnType<typeof blockingFacts>> = [];
  for (const id of stuck) {
    if (!stuck.includes(id)) continue;
    const facts = blockingFacts(without(freeing(model, id), dropped));
    if (!facts) {
      findings.push(error(`/parts/${id}`, { type: "never-off", part: id }));
      stuck = stuck.filter((other) => other !== id);
      continue;
    }
    dropped = [...dropped, ...facts];
    const isFree = (other: string): boolean =>
      isInReach(without(freeing(model, other), dropped), closedMachine(model));
    const ids = stuck.filter((other) => other === id || isFree(other));
    stuck = stuck.filter((other) => !ids.includes(other));
    const said = facts.map((fact) => fact.said);
    findings.push(error(pathOf(guide, said), { type: "blocked-by", ids, facts: said }));
  }
  return findings;
}

function pathOf(guide: Guide, facts: readonly BlockingFact[]): string {
  const [fact] = facts;
  if (fact?.type === "order") {
    const at = guide.orders.findIndex(
      ({ first, then }) => first === fact.first && then === fact.then,
    );
    return `/orders/${at}`;
  }
  if (fact?.type === "cover") {
    const at = guide.covers.findIndex(
      ({ part, over }) => part === fact.part && over.includes(fact.over),
    );
    return `/covers/${at}`;
  }
  return fact && Object.hasOwn(guide.joints, fact.id) ? `/joints/${fact.id}` : `/parts/${fact!.id}`;
}

function freeing(model: Model, id: string): Problem {
  const problem = problemOf(model, { for: [id] });
  if (!problem.ok) throw new Error(`check: ${id} is no part`);
  return problem.value;
}

const notFinished = (looked: number, of: number): Finding =>
  error("", { type: "not-proven", why: "looks", looked, of });

function canBeFreed(model: Model, id: string, meter: Meter): boolean {
  return isPossible(freeing(model, id), closedMachine(model), meter);
}
