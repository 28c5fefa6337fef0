import type { Precedence, Problem } from "./problem.ts";
import type { State } from "./state.ts";

/** Two parts that are made to travel together for good. */
export type Glue = readonly [number, number];

export interface Relaxation {
  /**
   * Whether the goal can be closed when only the `allowed` joints may be opened (and `glue` holds).
   * Monotone in `allowed`, and never behind any real plan: false means that no plan exists.
   */
  reaches(allowed: Uint8Array, glue?: Glue): boolean;
  /** Parts that the last call found liftable away from the frame. */
  readonly lifted: Uint8Array;
}

/**
 * The relaxed machine: a set of opened joints and a set of *parted* pairs of parts, both only growing.
 * A component c of the closed joints can be parted from q when the least set that holds c and,
 * for each of its parts, every part over it that is not yet parted, does not hold q: every real
 * lift that takes c without q lifts a superset of that set.
 * Cost of a call: rounds × (joints + covers + parts² / 32).
 */
export function relaxationOf(problem: Problem, start: State): Relaxation {
  const { model, goal } = problem;
  const n = model.partIds.length;
  const m = model.jointIds.length;
  const W = Math.ceil(n / 32);
  const over = new Uint32Array(n * W);
  for (const [p, list] of model.overPart.entries()) for (const x of list) setBit(over, p, x);
  const apart = new Uint32Array(n * W);
  for (let p = 0; p < n; p++) {
    for (let q = 0; q < n; q++) if (start.stack[p] !== start.stack[q]) setBit(apart, p, q);
  }
  const wholeWord = new Uint32Array(W);
  for (let p = 0; p < n; p++) wholeWord[p >> 5]! |= 1 << (p & 31);

  const open = new Uint8Array(m);
  const lifted = new Uint8Array(n);
  const parted = new Uint32Array(n * W);
  const root = new Int16Array(n);
  const held = new Uint32Array(n * W);
  const up = new Uint32Array(n * W);
  let powered = false;

  function setBit(rows: Uint32Array, row: number, bit: number): void {
    rows[row * W + (bit >> 5)]! |= 1 << (bit & 31);
  }
  const hasBit = (rows: Uint32Array, row: number, bit: number): boolean =>
    (rows[row * W + (bit >> 5)]! & (1 << (bit & 31))) !== 0;

  const isDone = ({ first }: Precedence): boolean =>
    first.joint === undefined ? lifted[first.part!] === 1 : open[first.joint] === 1;
  const isFree = (list: readonly number[], from: number): boolean =>
    list.every((x) => hasBit(parted, x, from));

  function openAll(allowed: Uint8Array): boolean {
    let grew = false;
    for (let again = true; again; ) {
      again = false;
      powered = model.powerJoints.every((j) => open[j] === 1);
      for (let j = 0; j < m; j++) {
        if (open[j] || !allowed[j] || (model.afterPower[j] && !powered)) continue;
        if (!isFree(model.overJoint[j]!, model.host[j]!)) continue;
        if (!problem.beforeJoint[j]!.every(isDone)) continue;
        open[j] = 1;
        again = grew = true;
      }
    }
    return grew;
  }

  function find(p: number): number {
    while (root[p] !== p) p = root[p] = root[root[p]!]!;
    return p;
  }

  function components(glue: Glue | undefined): void {
    for (let p = 0; p < n; p++) root[p] = p;
    const union = (list: readonly number[]) => {
      const to = find(list[0]!);
      for (let i = 1; i < list.length; i++) root[find(list[i]!)] = to;
    };
    for (let j = 0; j < m; j++) if (!open[j] && model.rigid[j]) union(model.joins[j]!);
    if (glue) union(glue);
    for (let p = 0; p < n; p++) root[p] = find(p);
  }

  /** up[c]: what must come along when component c is lifted, c itself included. */
  function closeUpward(glue: Glue | undefined, bridges: readonly number[]): void {
    held.fill(0);
    up.fill(0);
    for (let p = 0; p < n; p++) setBit(held, root[p]!, p);
    if (glue) for (const q of bridges) setBit(up, root[glue[0]]!, q);
    for (let p = 0; p < n; p++) {
      const c = root[p]! * W;
      for (let w = 0; w < W; w++) up[c + w]! |= over[p * W + w]! & ~parted[p * W + w]!;
    }
    for (let again = true; again; ) {
      again = false;
      for (let c = 0; c < n; c++) {
        if (root[c] !== c) continue;
        for (let q = 0; q < n; q++) {
          const d = root[q]!;
          if (d === c || !hasBit(up, c, q)) continue;
          for (let w = 0; w < W; w++) {
            const more = (held[d * W + w]! | up[d * W + w]!) & ~up[c * W + w]!;
            if (more !== 0) {
              up[c * W + w]! |= more;
              again = true;
            }
          }
        }
      }
    }
    for (let c = 0; c < n * W; c++) up[c]! |= held[c]!;
  }

  /**
   * Glued parts lie in one rigid group whenever they are lifted, so every part without which the
   * closed joints of the start no longer link them comes along; all parts, when nothing links them.
   */
  function bridgesOf([x, y]: Glue): readonly number[] {
    const links = (without: number): boolean => {
      const seen = new Set([x]);
      for (const p of seen) {
        for (const j of model.jointsOfPart[p]!) {
          if (start.open[j] || !model.rigid[j] || model.joins[j]!.includes(without)) continue;
          for (const q of model.joins[j]!) seen.add(q);
        }
      }
      return seen.has(y);
    };
    if (!links(-1)) return model.partIds.map((_, p) => p);
    return model.partIds.flatMap((_, q) => (q === x || q === y || links(q) ? [] : [q]));
  }

  function mayLift(c: number): boolean {
    for (let p = 0; p < n; p++) {
      if (!hasBit(up, c, p)) continue;
      if (model.esd[p] && !powered) return false;
      if (!problem.beforePart[p]!.every(isDone)) return false;
    }
    return true;
  }

  function partAll(): boolean {
    let grew = false;
    for (let c = 0; c < n; c++) {
      if (root[c] !== c || !mayLift(c)) continue;
      for (let q = 0; q < n; q++) {
        if (hasBit(up, c, q) || hasBit(parted, c, q)) continue;
        grew = true;
        for (let w = 0; w < W; w++) parted[q * W + w]! |= held[c * W + w]!;
      }
      let any = false;
      for (let w = 0; w < W; w++) {
        if ((wholeWord[w]! & ~up[c * W + w]! & ~apart[c * W + w]!) !== 0) any = true;
      }
      for (let p = 0; p < n; p++) {
        if (root[p] !== c) continue;
        for (let w = 0; w < W; w++) parted[p * W + w]! |= wholeWord[w]! & ~up[c * W + w]!;
        if (any && !lifted[p]) {
          lifted[p] = 1;
          grew = true;
        }
      }
    }
    return grew;
  }

  const outside = (j: number, unit: ReadonlySet<number>): boolean =>
    model.joins[j]!.some((p) => !unit.has(p) && !goal.fresh.has(p));

  function isUnitFree(target: number, unit: ReadonlySet<number>): boolean {
    for (const p of unit) {
      for (const j of model.jointsOfPart[p]!) {
        if (!open[j] && !model.permanent[j] && outside(j, unit)) return false;
      }
    }
    for (let q = 0; q < n; q++) {
      if (unit.has(q)) continue;
      const isApart = hasBit(parted, target, q);
      if (!goal.fresh.has(q)) {
        if (!isApart) return false;
        continue;
      }
      const leaves =
        isApart &&
        model.jointsOfPart[q]!.every((j) => open[j] || !model.joins[j]!.some((p) => unit.has(p)));
      const stays = model.jointsOfPart[q]!.every(
        (j) => open[j] || model.permanent[j] || !outside(j, unit),
      );
      if (!leaves && !stays) return false;
    }
    return true;
  }

  const isReached = (): boolean =>
    goal.reachJoints.every((j) => isFree(model.overJoint[j]!, model.host[j]!)) &&
    goal.reachParts.every((p) => isFree(model.overPart[p]!, p)) &&
    goal.units.every(({ target, parts }) => isUnitFree(target, parts));

  return {
    lifted,
    reaches(allowed, glue) {
      open.set(start.open);
      lifted.set(start.lifted);
      parted.set(apart);
      const bridges = glue ? bridgesOf(glue) : [];
      for (;;) {
        openAll(allowed);
        if (isReached()) return true;
        components(glue);
        closeUpward(glue, bridges);
        if (!partAll()) return false;
      }
    },
  };
}
