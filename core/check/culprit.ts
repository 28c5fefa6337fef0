import type { BlockingFact } from "../guide/index.ts";
import { closedMachine, type Model, type Precedence, type Problem } from "../rules/index.ts";
import { isInReach } from "../work/index.ts";

/** A fact of a guide that may be in the way, and how a problem looks without a set of them. */
interface Fact {
  readonly said: BlockingFact;
  readonly key: string;
}

/**
 * A least set of facts (orders, covers, power first) that keeps a goal out of reach: without any one of
 * them it is not blocked by the rest. Undefined when joints and layers alone do so. A set is dropped by
 * halves: what blocks without one half needs nothing of it.
 */
export function blockingFacts(problem: Problem): readonly Fact[] | undefined {
  const all = factsOf(problem);
  const isBlocked = (facts: readonly Fact[]): boolean => {
    const kept = new Set(facts.map(({ key }) => key));
    return !isInReach(withOnly(problem, kept), closedMachine(problem.model));
  };
  if (isBlocked([])) return undefined;
  const drop = (candidates: readonly Fact[], others: readonly Fact[]): readonly Fact[] => {
    if (candidates.length === 0 || isBlocked(others)) return [];
    if (candidates.length === 1) return candidates;
    const middle = candidates.length >> 1;
    const [left, right] = [candidates.slice(0, middle), candidates.slice(middle)];
    const ofRight = drop(right, [...others, ...left]);
    return [...drop(left, [...others, ...ofRight]), ...ofRight];
  };
  return drop(all, []);
}

/** The same problem without some of its facts. */
export function without(problem: Problem, facts: readonly Fact[]): Problem {
  const gone = new Set(facts.map(({ key }) => key));
  return withOnly(
    problem,
    new Set(factsOf(problem).flatMap(({ key }) => (gone.has(key) ? [] : [key]))),
  );
}

function factsOf({ model, beforeJoint, beforePart }: Problem): readonly Fact[] {
  const { partIds, jointIds } = model;
  const orders = [...beforeJoint, ...beforePart].flatMap((list, i) =>
    list.map(({ first }): Fact => {
      const before = first.joint === undefined ? partIds[first.part!]! : jointIds[first.joint]!;
      const then = i < jointIds.length ? jointIds[i]! : partIds[i - jointIds.length]!;
      return { key: `order ${before} ${then}`, said: { type: "order", first: before, then } };
    }),
  );
  const cover = (part: string, over: string): Fact => ({
    key: `cover ${part} ${over}`,
    said: { type: "cover", part, over },
  });
  const covers = [
    ...model.overJoint.flatMap((list, j) => list.map((x) => cover(partIds[x]!, jointIds[j]!))),
    ...model.overPart.flatMap((list, p) =>
      list.filter((x) => !model.below[x]!.includes(p)).map((x) => cover(partIds[x]!, partIds[p]!)),
    ),
  ];
  const power = [
    ...jointIds.filter((_, j) => model.afterPower[j]),
    ...partIds.filter((_, p) => model.esd[p]),
  ].map((id): Fact => ({ key: `power ${id}`, said: { type: "power-first", id } }));
  return [...orders, ...covers, ...power];
}

function withOnly(problem: Problem, kept: ReadonlySet<string>): Problem {
  const { model } = problem;
  const { partIds, jointIds } = model;
  const idOf = ({ first }: Precedence): string =>
    first.joint === undefined ? partIds[first.part!]! : jointIds[first.joint]!;
  const orders = (lists: readonly (readonly Precedence[])[], ids: readonly string[]) =>
    lists.map((list, i) => list.filter((order) => kept.has(`order ${idOf(order)} ${ids[i]!}`)));
  const thinned: Model = {
    ...model,
    overJoint: model.overJoint.map((list, j) =>
      list.filter((x) => kept.has(`cover ${partIds[x]!} ${jointIds[j]!}`)),
    ),
    overPart: model.overPart.map((list, p) =>
      list.filter(
        (x) => model.below[x]!.includes(p) || kept.has(`cover ${partIds[x]!} ${partIds[p]!}`),
      ),
    ),
    afterPower: model.afterPower.map((is, j) => is && kept.has(`power ${jointIds[j]!}`)),
    esd: model.esd.map((is, p) => is && kept.has(`power ${partIds[p]!}`)),
  };
  return {
    ...problem,
    model: thinned,
    beforeJoint: orders(problem.beforeJoint, jointIds),
    beforePart: orders(problem.beforePart, partIds),
  };
}
