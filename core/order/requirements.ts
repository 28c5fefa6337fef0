import type { Move, Precedence, Problem, State } from "../rules/index.ts";

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
  const releaseOf = new Map<number, number>();
  for (const [i, move] of plan.entries()) if (move.do === "release") releaseOf.set(move.joint, i);
  const lifts = plan.flatMap((move, i) => (move.do === "lift" ? [{ i, parts: move.parts }] : []));
  const partedBy = (x: number, y: number): number[] =>
    lifts.filter(({ parts }) => parts.includes(x) !== parts.includes(y)).map(({ i }) => i);
  const coversOf = (xs: readonly number[], under: number): number[][] =>
    xs.filter((x) => start.stack[x] === start.stack[under]).map((x) => partedBy(x, under));
  const opened = (joints: readonly number[]): number[][] =>
    joints.filter((j) => !start.open[j]).map((j) => (releaseOf.has(j) ? [releaseOf.get(j)!] : []));
  const ordered = (orders: readonly Precedence[]): number[][] =>
    orders.flatMap(({ first }) => {
      if (first.joint !== undefined) return opened([first.joint]);
      return liftedBefore(first.part!);
    });
  const liftedBefore = (p: number): number[][] =>
    start.lifted[p] ? [] : [lifts.filter(({ parts }) => parts.includes(p)).map(({ i }) => i)];
  const dead = (): number[][] =>
    model.cuts.flatMap(({ joint, battery, partedFrom }) => [
      ...opened([joint]),
      ...(battery === undefined ? [] : coversOf(partedFrom, battery)),
      ...(battery === undefined || partedFrom.length > 0 ? [] : liftedBefore(battery)),
    ]);
  return plan.map((move, index) => {
    const behind = waitsFor(plan, move, index).map((k) => [k]);
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

/** The lifts that a lift must stay behind: of the groups that it was taken from. */
function waitsFor(plan: readonly Move[], move: Move, index: number): readonly number[] {
  if (move.do === "release") return [];
  const { parts } = move;
  return plan
    .slice(0, index)
    .flatMap((other, k) =>
      other.do === "lift" && parts.every((p) => other.parts.includes(p)) ? [k] : [],
    );
}
