import type { PartKind } from "../guide/index.ts";
import type { Model, State } from "../rules/index.ts";
import type { Round } from "./events.ts";
import { type BenchState, type Checked, checkKey } from "./state.ts";
import { functionsOf, HEAT_CHECK, isCharging } from "./functions.ts";

/** A function to be tried out, and what of it was touched in this job. */
export interface Check {
  readonly what: string;
  /** Joints it hangs on that were opened. */
  readonly because: readonly string[];
  /** Joints it hangs on that stayed shut while a part of theirs was moved. */
  readonly moved: readonly string[];
}

/**
 * What has to be proven: every function that hangs on a joint that was opened in this job, or on one whose
 * parts were moved; nothing more, nothing less. Those of opened joints first, in the order they were opened.
 */
export function checksOf(model: Model, state: BenchState): readonly Check[] {
  const { guide } = model;
  const opened = new Set([
    ...state.done.flatMap((move) => (move.do === "release" ? [move.joint] : [])),
    ...state.made,
  ]);
  const moved = [...model.jointIds.keys()].filter(
    (j) => !opened.has(j) && model.joins[j]!.some((p) => state.moved.has(p)),
  );
  const found = new Map<string, { because: string[]; moved: string[] }>();
  const note = (j: number, how: "because" | "moved"): void => {
    const id = model.jointIds[j]!;
    for (const what of functionsOf(guide, id)) {
      const check = found.get(what) ?? { because: [], moved: [] };
      check[how].push(id);
      found.set(what, check);
    }
  };
  for (const j of opened) note(j, "because");
  for (const j of moved) note(j, "moved");
  return [...found].map(([what, { because, moved }]) => ({ what, because, moved }));
}

/** A guide never changes: what its functions hang on is worked out once. */
const hanging = new WeakMap<Model, ReadonlyMap<string, readonly number[]>>();

/** All joints of a guide that a function hangs on. */
export function hangsOn(model: Model, what: string): readonly number[] {
  let all = hanging.get(model);
  if (!all) {
    const found = new Map<string, number[]>();
    for (const [j, id] of model.jointIds.entries()) {
      for (const one of functionsOf(model.guide, id))
        found.set(one, [...(found.get(one) ?? []), j]);
    }
    hanging.set(model, (all = found));
  }
  return all.get(what) ?? [];
}

/** What is heard or seen without a picture: a fan turns, a lamp says that it charges. */
const WITHOUT_PICTURE = new Set<PartKind>(["fan", "battery", "jack"]);

/** Plugs on the way of the picture: of a display, or of a cable that leads to one. */
const pictured = new WeakMap<Model, readonly number[]>();

function picturePlugs(model: Model): readonly number[] {
  const known = pictured.get(model);
  if (known) return known;
  const { guide } = model;
  const kindOf = (p: number): PartKind => guide.parts[model.partIds[p]!]!.kind;
  const leads = (p: number): boolean =>
    kindOf(p) === "cable" &&
    model.jointsOfPart[p]!.some((j) => model.joins[j]!.some((q) => kindOf(q) === "display"));
  const plugs = [...model.jointIds.keys()].filter(
    (j) =>
      guide.joints[model.jointIds[j]!]!.kind === "connector" &&
      model.joins[j]!.some((p) => kindOf(p) === "display" || leads(p)),
  );
  pictured.set(model, plugs);
  return plugs;
}

/**
 * Whether all that a function hangs on is made, in the machine, and the picture that shows it is there, so that
 * it can be tried. How hot it gets shows only when it is shut.
 */
export function canTry(model: Model, machine: State, what: string, round: Round): boolean {
  if (what === HEAT_CHECK && round === "open") return false;
  // A charger goes into a machine that is open only where its guide says so.
  if (isCharging(what) && round === "open" && model.guide.chargerOpen !== true) return false;
  const home = machine.stack[model.frame];
  const isMade = (j: number): boolean =>
    machine.open[j] === 0 && model.joins[j]!.every((p) => machine.stack[p] === home);
  const plugs = hangsOn(model, what);
  const needsPicture = plugs.some(
    (j) =>
      !model.joins[j]!.some((p) => WITHOUT_PICTURE.has(model.guide.parts[model.partIds[p]!]!.kind)),
  );
  return plugs.every(isMade) && (!needsPicture || picturePlugs(model).every(isMade));
}

export const resultOf = (state: BenchState, round: Round, what: string): Checked | undefined =>
  state.checks.get(checkKey(round, what));

const isSettled = (checked: Checked | undefined): boolean =>
  checked?.result === "pass" || checked?.result === "na";

/**
 * The checks that have no good result. What passed with the cover off is not asked again: what may have
 * spoilt it since has made its result void.
 */
export const checksOpen = (model: Model, state: BenchState): readonly Check[] =>
  checksOf(model, state).filter(
    ({ what }) =>
      !isSettled(resultOf(state, "open", what)) && !isSettled(resultOf(state, "shut", what)),
  );
