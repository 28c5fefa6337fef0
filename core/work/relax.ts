import type { Model, Precedence, Problem, State } from "../rules/index.ts";

/** Two parts that are made to travel together for good. */
export type Glue = readonly [number, number];

export interface Relaxation {
  /**
   * Whether the goal can be closed when only the `allowed` joints may be opened (and `glue` holds).
   * Monotone in `allowed`, and never behind any real plan: false means that no plan exists.
   */
  reaches(allowed: Uint8Array, glue?: Glue): boolean;
  /** Whether the two parts can be parted at all when only the `allowed` joints may be opened. */
  parts(allowed: Uint8Array, x: number, y: number): boolean;
  /** Calls so far, each costing about (parts × joints) steps: what a budget is counted in. */
  readonly calls: number;
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
  const overJoint = new Uint32Array(m * W);
  for (const [j, list] of model.overJoint.entries()) for (const x of list) setBit(overJoint, j, x);
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
  const pulled = new Uint32Array(W);
  const barred = new Uint32Array(W);
  let powered = false;

  function setBit(rows: Uint32Array, row: number, bit: number): void {
    rows[row * W + (bit >> 5)]! |= 1 << (bit & 31);
  }
  const hasBit = (rows: Uint32Array, row: number, bit: number): boolean =>
    (rows[row * W + (bit >> 5)]! & (1 << (bit & 31))) !== 0;

  const isDone = ({ first }: Precedence): boolean =>
    first.joint === undefined ? lifted[first.part!] === 1 : open[first.joint] === 1;

  function areDone(orders: readonly Precedence[]): boolean {
    for (let i = 0; i < orders.length; i++) if (!isDone(orders[i]!)) return false;
    return true;
  }

  /** Whether all that is over (a row of `rows`) is parted from a part. */
  function isFree(rows: Uint32Array, row: number, from: number): boolean {
    for (let w = 0; w < W; w++) {
      if ((rows[row * W + w]! & ~parted[from * W + w]!) !== 0) return false;
    }
    return true;
  }

  const host = Int16Array.from(model.host);
  const afterPower = Uint8Array.from(model.afterPower, Number);
  const isOrdered = Uint8Array.from(problem.beforeJoint, (list) => (list.length > 0 ? 1 : 0));
  const shut = new Int16Array(m);

  function openAll(allowed: Uint8Array): void {
    let left = 0;
    for (let j = 0; j < m; j++) if (open[j] === 0 && allowed[j] === 1) shut[left++] = j;
    for (let again = true; again;) {
      again = false;
      powered = model.powerJoints.every((j) => open[j] === 1);
      let kept = 0;
      for (let i = 0; i < left; i++) {
        const j = shut[i]!;
        const waits =
          (afterPower[j] === 1 && !powered) ||
          !isFree(overJoint, j, host[j]!) ||
          (isOrdered[j] === 1 && !areDone(problem.beforeJoint[j]!));
        if (waits) {
          shut[kept++] = j;
        } else {
          open[j] = 1;
          again = true;
        }
      }
      left = kept;
    }
  }

  function find(p: number): number {
    while (root[p] !== p) p = root[p] = root[root[p]!]!;
    return p;
  }

  /** Rigid links, three numbers each: a joint, its first part, another of its parts. */
  const links = Int16Array.from(
    model.joins.flatMap(([first, ...rest], j) =>
      model.rigid[j] ? rest.flatMap((p) => [j, first!, p]) : [],
    ),
  );

  function components(glue: Glue | undefined): void {
    for (let p = 0; p < n; p++) root[p] = p;
    for (let i = 0; i < links.length; i += 3) {
      if (open[links[i]!] === 0) root[find(links[i + 2]!)] = find(links[i + 1]!);
    }
    if (glue) root[find(glue[1])] = find(glue[0]);
    for (let p = 0; p < n; p++) root[p] = find(p);
  }

  /** Adds to up[c] the components of its parts and what those pull along, each component once. */
  function pullInto(c: number): void {
    pulled.fill(0);
    for (let w = 0; w < W; w++) pulled[w] = held[c * W + w]!;
    for (let w = 0; w < W; w++) {
      const bits = up[c * W + w]! & ~pulled[w]!;
      if (bits === 0) continue;
      const d = root[w * 32 + 31 - Math.clz32(bits & -bits)]! * W;
      for (let v = 0; v < W; v++) {
        up[c * W + v]! |= held[d + v]! | up[d + v]!;
        pulled[v]! |= held[d + v]!;
      }
      w = -1;
    }
  }

  /** up[c]: what must come along when component c is lifted, c itself included. */
  function closeUpward(glue: Glue | undefined, along: readonly number[]): void {
    held.fill(0);
    up.fill(0);
    for (let p = 0; p < n; p++) setBit(held, root[p]!, p);
    if (glue) for (const q of along) setBit(up, root[glue[0]]!, q);
    for (let p = 0; p < n; p++) {
      const c = root[p]! * W;
      for (let w = 0; w < W; w++) up[c + w]! |= over[p * W + w]! & ~parted[p * W + w]!;
    }
    for (let c = 0; c < n; c++) if (root[c] === c) pullInto(c);
    for (let c = 0; c < n * W; c++) up[c]! |= held[c]!;
  }

  const bridges = new Map<number, readonly number[]>();

  /**
   * Glued parts lie in one rigid group whenever they are lifted, so every part without which the
   * closed joints of the start no longer link them comes along; all parts, when nothing links them.
   */
  function bridgesOf([x, y]: Glue): readonly number[] {
    const key = x * n + y;
    const known = bridges.get(key);
    if (known) return known;
    const path = linkOf(model, start, x, y, -1);
    const found = path
      ? path.filter((q) => linkOf(model, start, x, y, q) === undefined)
      : model.partIds.map((_, p) => p);
    bridges.set(key, found);
    return found;
  }

  /** The parts that no lift may take yet, for power or an order. */
  function markBarred(): void {
    barred.fill(0);
    for (let p = 0; p < n; p++) {
      if ((model.esd[p] && !powered) || !areDone(problem.beforePart[p]!)) setBit(barred, 0, p);
    }
  }

  function isBarred(c: number): boolean {
    for (let w = 0; w < W; w++) if ((up[c * W + w]! & barred[w]!) !== 0) return true;
    return false;
  }

  function partAll(): boolean {
    let grew = false;
    markBarred();
    for (let c = 0; c < n; c++) {
      if (root[c] === c && !isBarred(c) && partFrom(c)) grew = true;
    }
    return grew;
  }

  /**
   * Parts component c from all that need not come along with it; whether that was news. What holds
   * the frame is never lifted: all that shares its stack lies over it.
   */
  function partFrom(c: number): boolean {
    let grew = false;
    let leaves = false;
    for (let w = 0; w < W; w++) {
      const away = wholeWord[w]! & ~up[c * W + w]!;
      if (c !== root[model.frame] && (away & ~apart[c * W + w]!) !== 0) leaves = true;
      for (let bits = away & ~parted[c * W + w]!; bits !== 0; bits &= bits - 1) {
        const q = w * 32 + 31 - Math.clz32(bits & -bits);
        for (let v = 0; v < W; v++) parted[q * W + v]! |= held[c * W + v]!;
        grew = true;
      }
    }
    if (!grew && (!leaves || lifted[c] === 1)) return false;
    for (let v = 0; v < W; v++) {
      for (let bits = held[c * W + v]!; bits !== 0; bits &= bits - 1) {
        const p = v * 32 + 31 - Math.clz32(bits & -bits);
        for (let w = 0; w < W; w++) parted[p * W + w]! |= wholeWord[w]! & ~up[c * W + w]!;
        if (leaves) lifted[p] = 1;
      }
    }
    return true;
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
    goal.reachJoints.every((j) => isFree(overJoint, j, host[j]!)) &&
    goal.reachParts.every((p) => isFree(over, p, p)) &&
    goal.units.every(({ target, parts }) => isUnitFree(target, parts));

  let calls = 0;

  function close(allowed: Uint8Array, isEnough: () => boolean, glue?: Glue): boolean {
    calls += 1;
    open.set(start.open);
    lifted.set(start.lifted);
    parted.set(apart);
    const along = glue ? bridgesOf(glue) : [];
    for (;;) {
      openAll(allowed);
      if (isEnough()) return true;
      components(glue);
      closeUpward(glue, along);
      if (!partAll()) return false;
    }
  }

  return {
    lifted,
    get calls() {
      return calls;
    },
    reaches: (allowed, glue) => close(allowed, isReached, glue),
    parts: (allowed, x, y) => close(allowed, () => hasBit(parted, x, y)),
  };
}

/** The parts between two parts on a way over closed rigid joints that avoids a third; undefined if none. */
function linkOf(
  model: Model,
  start: State,
  x: number,
  y: number,
  without: number,
): readonly number[] | undefined {
  const from = new Int16Array(model.partIds.length).fill(-1);
  from[x] = x;
  const found = [x];
  for (let i = 0; i < found.length && from[y] === -1; i++) {
    for (const j of model.jointsOfPart[found[i]!]!) {
      if (start.open[j] || !model.rigid[j] || model.joins[j]!.includes(without)) continue;
      for (const q of model.joins[j]!) {
        if (from[q] !== -1) continue;
        from[q] = found[i]!;
        found.push(q);
      }
    }
  }
  if (from[y] === -1) return undefined;
  const between: number[] = [];
  for (let p = from[y]!; p !== x; p = from[p]!) between.push(p);
  return between;
}
