import { Meter } from "../base/meter.ts";
import type { PartKind } from "../guide/index.ts";
import {
  after,
  blockOf,
  closedMachine,
  isReached,
  type Model,
  modelOf,
  type Move,
  type Problem,
  problemOf,
} from "../rules/index.ts";
import { leastWork } from "../work/index.ts";
import { type Beliefs, FREE, OPEN } from "./beliefs.ts";
import { boldGuide, safeGuide } from "./guides.ts";

/** The kinds of parts that shops replace. */
const USUAL: ReadonlySet<PartKind> = new Set<PartKind>([
  "battery",
  "fan",
  "heatsink",
  "memory",
  "storage",
  "wifi",
  "keyboard",
  "palmrest",
  "jack",
  "motherboard",
  "display",
]);

export const isUsualKind = (kind: PartKind): boolean => USUAL.has(kind);

export interface Way {
  /** The guide that it is a way of, with the numbers that its moves have. */
  readonly model: Model;
  readonly moves: readonly Move[];
  /** Minutes. */
  readonly work: number;
  /** Minutes that no way takes less than. */
  readonly bound: number;
  readonly proven: boolean;
}

/** A usual job with its least work when every open claim is held, and when none is. */
export interface LearntJob {
  readonly part: string;
  readonly safe: Way;
  readonly bold: Way;
  /** Open claims that the bold way goes against: when all are free it is the machine's. */
  readonly against: readonly number[];
  /** Minutes between the two. */
  readonly gap: number;
}

export interface Assessment {
  readonly beliefs: Beliefs;
  readonly jobs: readonly LearntJob[];
  /** Minutes, all jobs together. */
  readonly gap: number;
}

const EPSILON = 1e-6;
/** Looks for one way. */
const WAY = 20_000_000;

/** Parts of usual jobs that came off a machine of this model. */
export const usualParts = (beliefs: Beliefs): readonly string[] =>
  beliefs.model.partIds.filter(
    (id, p) => beliefs.wasDone[p] === 1 && isUsualKind(beliefs.draft.parts[id]!.kind),
  );

/**
 * What the usual jobs take, at best and at worst. From `last` is mended: knowing more only forbids more of what is
 * bold, and only allows more of what is safe; so the bold way still stands unless it is forbidden now, the safe way
 * unless something was set free, and where the two took the same they still do.
 */
export function assess(beliefs: Beliefs, last?: Assessment): Assessment {
  const bold = modelOf(boldGuide(beliefs));
  let safe: Model | undefined;
  const safely = (): Model => (safe ??= modelOf(safeGuide(beliefs)));
  const more = last && moreKnown(last.beliefs, beliefs);
  const jobs = usualParts(beliefs).flatMap((part): LearntJob[] => {
    const before = more && last.jobs.find((job) => job.part === part);
    if (before?.gap === 0) return [{ ...before, bold: before.safe, against: [] }];
    const best =
      before && isWay(bold, part, before.bold.moves)
        ? before.bold
        : wayOf(bold, part, { best: before?.safe, bound: before?.bold.bound ?? 0 });
    if (!best) return [];
    const against = claimsAgainst(beliefs, bold, best.moves);
    if (against.length === 0) return [{ part, safe: best, bold: best, against, gap: 0 }];
    const worst =
      before && !more.isFreer
        ? before.safe
        : wayOf(safely(), part, { best: before?.safe, bound: best.bound });
    if (!worst) return [];
    const gap = worst.work - best.work;
    return [{ part, safe: worst, bold: best, against, gap: gap > EPSILON ? gap : 0 }];
  });
  return { beliefs, jobs, gap: jobs.reduce((sum, { gap }) => sum + gap, 0) };
}

/** Whether the safe guide plans each of these parts with as little work as is said. Minutes. */
export function isAsShort(beliefs: Beliefs, least: ReadonlyMap<string, number>): boolean {
  const safe = modelOf(safeGuide(beliefs));
  return [...least].every(([part, work]) => {
    const way = wayOf(safe, part);
    return way !== undefined && way.work <= work + EPSILON;
  });
}

/** Whether something is known to be free that was open; undefined when something known is open, or otherwise, now. */
function moreKnown(before: Beliefs, now: Beliefs): { readonly isFreer: boolean } | undefined {
  if (before.draft.parts !== now.draft.parts && !isAlike(before, now)) return undefined;
  let isFreer = false;
  for (let key = 0; key < 2 * before.things ** 2; key++) {
    const [was, is] = [before.of(key), now.of(key)];
    if (was === is) continue;
    if (was !== OPEN) return undefined;
    isFreer ||= is === FREE;
  }
  return { isFreer };
}

const isAlike = (before: Beliefs, now: Beliefs): boolean =>
  JSON.stringify([before.draft.parts, before.draft.joints]) ===
  JSON.stringify([now.draft.parts, now.draft.joints]);

function problemFor(model: Model, part: string): Problem {
  const problem = problemOf(model, { for: [part] });
  if (!problem.ok) throw new Error(`${part} is no part of ${model.guide.id}`);
  return problem.value;
}

function wayOf(
  model: Model,
  part: string,
  known: { readonly best?: Way | undefined; readonly bound: number } = { bound: 0 },
): Way | undefined {
  const from = known.best ? { best: known.best, bound: known.bound } : { bound: known.bound };
  const meter = new Meter(WAY);
  const found = leastWork(problemFor(model, part), closedMachine(model), meter, from);
  const { best, bound, proven } = found;
  return best && { model, moves: best.moves, work: best.work, bound, proven };
}

/** Whether these moves are allowed from the closed machine, and free the part. */
export function isWay(model: Model, part: string, moves: readonly Move[]): boolean {
  const problem = problemFor(model, part);
  let state = closedMachine(model);
  for (const move of moves) {
    if (blockOf(problem, state, move)) return false;
    state = after(state, move);
  }
  return isReached(problem, state);
}

/** The open claims that would forbid one of these moves if they held. */
function claimsAgainst(beliefs: Beliefs, model: Model, moves: readonly Move[]): readonly number[] {
  const n = model.partIds.length;
  const found = new Set<number>();
  const add = (key: number): void => {
    if (beliefs.isOpen(key)) found.add(key);
  };
  let state = closedMachine(model);
  for (const move of moves) {
    const { open, lifted, stack } = state;
    const done = move.do === "release" ? [n + move.joint] : move.parts;
    const along = new Set(move.do === "release" ? [] : move.parts);
    for (const y of done) {
      const ground = stack[move.do === "release" ? model.host[move.joint]! : y];
      for (let x = 0; x < n; x++) {
        if (stack[x] === ground && !along.has(x)) add(beliefs.key(0, x, y));
        if (lifted[x] === 0) add(beliefs.key(1, x, y));
      }
      for (let j = 0; j < open.length; j++) if (open[j] === 0) add(beliefs.key(1, n + j, y));
    }
    state = after(state, move);
  }
  return [...found];
}
