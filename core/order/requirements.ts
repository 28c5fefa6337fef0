import type { Model, Move, Precedence, Problem, State } from "../rules/index.ts";

/**
 * For each move of a plan, sets of moves of which one must have been made before it: what parts a
 * cover from what it covers (any lift that takes one of the two), what holds a group, power, orders,
 * and the lifts that a lift must stay behind (of the groups that it was taken from). Legal under these is legal under the rules.
 */
export function requirementsOf(
  problem: Problem,
  start: State,
  plan: readonly Move[],
): readonly (readonly (readonly number[])[])[] {
  const { model } = problem;
  const { liftsOf, coversOf, opened, liftedBefore } = askedOf(model, start, plan);
  const ordered = (orders: readonly Precedence[]): readonly (readonly number[])[] =>
    orders.flatMap(({ first }): readonly (readonly number[])[] => {
      if (first.joint !== undefined) return opened([first.joint]);
      return liftedBefore(first.part!);
    });
  const dead = (): readonly (readonly number[])[] => deadBy(problem, start, plan);
  return plan.map((move, index) => {
    const behind = waitsFor(liftsOf, move, index).map((k) => [k]);
    if (move.do === "release") {
      return [
        ...behind,
        ...coversOf(model.overJoint[move.joint]!, model.host[move.joint]!),
        ...(model.afterPower[move.joint] ? dead() : []),
        ...ordered(problem.beforeJoint[move.joint]!),
      ];
    }
    const group = new Set(move.parts);
    const holding = move.parts
      .flatMap((p) => model.jointsOfPart[p]!)
      .filter((j) => model.rigid[j] && model.joins[j]!.some((q) => !group.has(q)));
    return [
      ...behind,
      ...opened([...new Set(holding)]),
      ...move.parts.flatMap((p) =>
        coversOf(
          model.overPart[p]!.filter((x) => !group.has(x)),
          p,
        ),
      ),
      ...(move.parts.some((p) => model.esd[p]) ? dead() : []),
      ...move.parts.flatMap((p) => ordered(problem.beforePart[p]!)),
    ];
  });
}

/** Sets of moves of which one each is made once the machine is dead; an empty one where the plan has none such. */
export function deadBy(
  { model }: Problem,
  start: State,
  plan: readonly Move[],
): readonly (readonly number[])[] {
  const { coversOf, opened, liftedBefore } = askedOf(model, start, plan);
  return model.cuts.flatMap(({ joint, battery, partedFrom }) => [
    ...opened([joint]),
    ...(battery === undefined ? [] : coversOf(partedFrom, battery)),
    ...(battery === undefined || partedFrom.length > 0 ? [] : liftedBefore(battery)),
  ]);
}

/** The lifts of a plan after which two parts lie apart. */
export function partings(model: Model, plan: readonly Move[], x: number, y: number): number[] {
  const liftsOf = liftsIn(model, plan);
  return apart(liftsOf[x]!, liftsOf[y]!);
}

function liftsIn(model: Model, plan: readonly Move[]): readonly (readonly number[])[] {
  const liftsOf = model.partIds.map((): number[] => []);
  for (const [i, move] of plan.entries()) {
    if (move.do === "lift") for (const p of move.parts) liftsOf[p]!.push(i);
  }
  return liftsOf;
}

/** Which moves of a plan open, lift and uncover. */
function askedOf(model: Model, start: State, plan: readonly Move[]) {
  const releaseOf = new Map<number, number>();
  for (const [i, move] of plan.entries()) if (move.do === "release") releaseOf.set(move.joint, i);
  const liftsOf = liftsIn(model, plan);
  return {
    liftsOf,
    coversOf: (xs: readonly number[], under: number): number[][] =>
      xs
        .filter((x) => start.stack[x] === start.stack[under])
        .map((x) => apart(liftsOf[x]!, liftsOf[under]!)),
    opened: (joints: readonly number[]): number[][] =>
      joints
        .filter((j) => !start.open[j])
        .map((j) => (releaseOf.has(j) ? [releaseOf.get(j)!] : [])),
    liftedBefore: (p: number): readonly (readonly number[])[] =>
      start.lifted[p] ? [] : [liftsOf[p]!],
  };
}

/** The lifts that a lift must stay behind: of the groups that it was taken from. */
function waitsFor(
  liftsOf: readonly (readonly number[])[],
  move: Move,
  index: number,
): readonly number[] {
  if (move.do === "release") return [];
  const [first, ...others] = move.parts;
  return liftsOf[first!]!.filter((k) => k < index && others.every((p) => liftsOf[p]!.includes(k)));
}

/** What is in one of two rising lists and not in the other, rising. */
function apart(a: readonly number[], b: readonly number[]): number[] {
  const found: number[] = [];
  for (let i = 0, k = 0; i < a.length || k < b.length;) {
    const [x, y] = [a[i] ?? Infinity, b[k] ?? Infinity];
    if (x !== y) found.push(Math.min(x, y));
    if (x <= y) i += 1;
    if (y <= x) k += 1;
  }
  return found;
}
