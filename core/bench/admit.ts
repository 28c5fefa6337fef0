import { fail, ok, type Result, unreachable } from "../base/result.ts";
import type { LearntFact } from "../guide/index.ts";
import { type DownStep, moveOf, stepKey } from "../plan/index.ts";
import { blockOf, coverOver, type Model, type Move, problemOf } from "../rules/index.ts";
import { isPlainCode, judgeCode } from "../swap/index.ts";
import { canTry, checksOf, hangsOn } from "./checks.ts";
import type { Entry, Observation } from "./events.ts";
import { doneIndex, remainingDown, remainingUp } from "./remaining.ts";
import type { BenchState } from "./state.ts";
import type { Refusal } from "./refusal.ts";
import { looseOf, screwsIn } from "./lots.ts";
import { comesOut, lookBefore } from "./look.ts";
import { upBlock } from "./mirror.ts";
import { type AgainstHands, againstHands } from "./against-hands.ts";
import { routeDown, tornBy } from "./route.ts";
import { canPower } from "./power.ts";
import { checksDue } from "./proof.ts";
import { heldBy, isAboutPack, openStop, stopById } from "./stops.ts";

const refuse = (refusal: Refusal): Result<never, Refusal> => fail(refusal);
const GOOD: Result<true, Refusal> = ok(true);

/** Whether the rules allow an entry now: every event is admitted before it is written. */
export function admit(model: Model, state: BenchState, entry: Entry): Result<true, Refusal> {
  const held = heldBy(model, state);
  if (held && !["answer", "take-back"].includes(entry.do)) {
    return refuse({ type: "held", stop: held });
  }
  switch (entry.do) {
    case "start":
      if (state.phase !== "idle" && state.phase !== "closed") {
        return refuse({ type: "started-already" });
      }
      return admitJob(model, entry);
    case "replan":
      if (state.phase !== "down" && state.phase !== "swap") {
        return refuse({ type: "change-too-late" });
      }
      return admitJob(model, entry);
    case "release":
    case "lift":
      return admitDown(model, state, entry);
    case "swap":
      return admitSwap(model, state, entry);
    case "confirm":
      return admitConfirm(model, state, [entry.joint]);
    case "seen":
      return admitConfirm(model, state, entry.joints);
    case "not-in":
      return admitNotIn(model, state, entry.joint);
    case "place":
    case "make":
      return admitUp(model, state, entry);
    case "take-back":
      return admitTakeBack(state, entry.event);
    case "close":
      return admitClose(model, state, entry);
    case "habit":
      return GOOD;
    case "answer":
      return admitAnswer(model, state, entry);
    case "power-on":
      return admitPowerOn(model, state);
    case "check":
      return admitCheck(model, state, entry);
    case "rework":
      return admitRework(model, state, entry.joint);
    case "learn":
      return admitLearn(model, state, entry.sightings);
    case "snag":
      return model.partOf.has(entry.stuck) && isId(model, entry.held)
        ? GOOD
        : refuse({ type: "id-unknown" });
    case "broke":
      return admitBroken(model, state, entry);
    case "observe":
      return admitObservation(model, state, entry.what);
    case "renew":
      // The rest is judged where both versions are at hand: see `renewable`.
      return state.phase === "down" || state.phase === "swap"
        ? GOOD
        : refuse({ type: "change-too-late" });
    default:
      return unreachable(entry);
  }
}

/** What came undone by itself was made, in sight, and on the way down; on the way up it is "not in". */
function admitBroken(
  model: Model,
  state: BenchState,
  { what, at }: Extract<Entry, { do: "broke" }>,
): Result<true, Refusal> {
  if (!isId(model, at)) return refuse({ type: "id-unknown" });
  if (state.phase === "idle" || state.phase === "closed") return refuse({ type: "closed-already" });
  if (what !== "undone") return GOOD;
  const joint = model.jointOf.get(at);
  if (state.phase !== "down" && state.phase !== "swap") return refuse({ type: "strip-down-over" });
  if (joint === undefined || model.permanent[joint]) return refuse({ type: "id-unknown" });
  if (state.machine.open[joint] === 1) {
    return refuse({ type: "blocked", block: { type: "open-already", joint } });
  }
  const by = coverOver(model, state.machine, joint);
  return by === undefined
    ? GOOD
    : refuse({ type: "blocked", block: { type: "joint-covered", joint, by } });
}

function admitObservation(
  model: Model,
  { phase }: BenchState,
  what: Observation,
): Result<true, Refusal> {
  if (phase === "closed") return refuse({ type: "closed-already" });
  const named =
    what.type === "in-reach"
      ? [what.part, what.thing]
      : what.type === "held-by"
        ? [what.thing, what.by]
        : [what.about];
  return named.every((id) => isId(model, id)) ? GOOD : refuse({ type: "id-unknown" });
}

/** What is learnt is learnt while the machine comes apart; `model` has it in it already. */
function admitLearn(
  { guide, learning }: Model,
  { phase }: BenchState,
  sightings: readonly LearntFact[],
): Result<true, Refusal> {
  if (!learning) return refuse({ type: "not-learning" });
  if (phase !== "down" && phase !== "swap") return refuse({ type: "strip-down-over" });
  const at = learning.misfit(sightings, guide);
  return at === undefined ? GOOD : refuse({ type: "entry-invalid", at });
}

function admitJob(
  model: Model,
  entry: Extract<Entry, { do: "start" | "replan" }>,
): Result<true, Refusal> {
  return problemOf(model, entry.job).ok ? GOOD : refuse({ type: "job-unknown" });
}

function admitDown(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "release" | "lift" }>,
): Result<true, Refusal> {
  const { guide } = model;
  if (state.phase !== "down") {
    return refuse({ type: "strip-down-over" });
  }
  if (!isKnown(model, entry)) return refuse({ type: "step-unknown" });
  const move = moveOf(model, entry);
  const block = blockOf(state.problem!, state.machine, move);
  if (block) return refuse({ type: "blocked", block });
  const left = remainingDown(model, state);
  const keys = left.map((step) => JSON.stringify(moveOf(model, step)));
  // Of a machine that is learnt the plan is only what is known of it: whoever stands there sees more.
  const isLearning = model.learning !== undefined;
  if (isLearning && model.cuts.length === 0 && needsDead(model, move)) {
    return refuse({ type: "power-unknown" });
  }
  if (!isLearning && !keys.includes(JSON.stringify(move))) {
    return refuse({ type: "not-in-plan" });
  }
  const torn = move.do === "release" && tornBy(model, state.machine, move.joint, left);
  if (torn) return refuse({ type: "lift-first", parts: torn });
  const live = gluedLive(model, state, entry);
  if (live) return refuse({ type: "live-glue", because: live.because });
  const stop = openStop(model, state, entry);
  if (stop) return refuse({ type: "stop-open", stop });
  if (entry.do === "lift") return GOOD;
  const joint = guide.joints[entry.joint]!;
  if (joint.kind !== "screws") return GOOD;
  return admitCount(screwsIn(state.lots.get(entry.joint), joint.count), entry);
}

/** Glue on a pack that is loosened out of turn while the power could be off: that can hurt, and is refused. */
function gluedLive(model: Model, state: BenchState, step: DownStep): AgainstHands | undefined {
  const { guide } = model;
  const joint = step.do === "release" ? guide.joints[step.joint]! : undefined;
  const isGlue = joint?.kind === "adhesive" || joint?.kind === "tape";
  const isOnPack = joint?.joins.some((id) => guide.parts[id]!.handling?.includes("lithium"));
  if (!isGlue || isOnPack !== true) return undefined;
  const [next] = routeDown(model, state).steps;
  if (next && stepKey(next) === stepKey(step)) return undefined;
  return againstHands(model, state, step).find(({ rule }) => rule === "live");
}

const needsDead = (model: Model, move: Move): boolean =>
  move.do === "release" ? model.afterPower[move.joint]! : move.parts.some((p) => model.esd[p]);

function isKnown(
  model: Model,
  entry: Extract<Entry, { do: "release" | "lift" | "place" | "make" }>,
): boolean {
  return entry.do === "release" || entry.do === "make"
    ? model.jointOf.has(entry.joint)
    : entry.parts.length > 0 && entry.parts.every((id) => model.partOf.has(id));
}

function admitCount(
  expected: number,
  entry: Extract<Entry, { do: "release" | "make" }>,
): Result<true, Refusal> {
  const count = entry.count ?? expected;
  if (!Number.isInteger(count) || count < 0 || count > 200) {
    return refuse({ type: "count-invalid" });
  }
  if (count === expected || entry.differs) return GOOD;
  return refuse({ type: "count-differs", count, expected });
}

/** A part whose code is not the old one's goes in with a reason, or not at all. */
function admitSwap(
  { guide }: Model,
  state: BenchState,
  { fitted = [] }: Extract<Entry, { do: "swap" }>,
): Result<true, Refusal> {
  if (state.phase !== "swap") return refuse({ type: "strip-down-left" });
  for (const { part, code, old, why = "" } of fitted) {
    const facts = guide.parts[part];
    if (!facts) return refuse({ type: "id-unknown" });
    const known = facts.codes ?? [];
    if (known.length === 0 && old === undefined) continue;
    if (isPlainCode(judgeCode(known, old, code)) || why.trim() !== "") continue;
    return refuse({ type: "wrong-code", part, code });
  }
  return GOOD;
}

function admitConfirm(
  model: Model,
  state: BenchState,
  ids: readonly string[],
): Result<true, Refusal> {
  const wrong = ids.find((id) => {
    const joint = model.jointOf.get(id);
    return joint === undefined || state.phase !== "up" || !state.made.includes(joint);
  });
  return wrong === undefined ? GOOD : refuse({ type: "not-made", joint: wrong });
}

/** What is seen not to be in is put in at once, if it can be reached and the power is off; else it is gone back to. */
function admitNotIn(model: Model, state: BenchState, id: string): Result<true, Refusal> {
  const made = admitConfirm(model, state, [id]);
  if (!made.ok) return made;
  return comesOut(model, state, id) ? GOOD : refuse({ type: "go-back-to", joint: id });
}

function admitUp(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "place" | "make" }>,
): Result<true, Refusal> {
  if (state.phase !== "up") {
    return refuse({ type: "not-building" });
  }
  if (!isKnown(model, entry)) return refuse({ type: "step-unknown" });
  const index = doneIndex(model, state, entry);
  if (index < 0) return refuse({ type: "in-place-already" });
  const move = state.done[index]!;
  const block = upBlock(state.problem!, state.done, state.undone, index);
  if (block) return refuse({ type: "up-blocked", block });
  const unseen = lookBefore(model, state, entry).filter(({ confirmed }) => !confirmed);
  if (unseen.length > 0) {
    return refuse({ type: "gate-open", joints: unseen.map(({ joint }) => joint) });
  }
  if (move.do === "lift") {
    const due = checksDue(model, state).map(({ what }) => what);
    if (due.length > 0) return refuse({ type: "checks-left", round: "open", checks: due });
  }
  const stop = openStop(model, state, entry);
  if (stop) return refuse({ type: "stop-open", stop });
  if (move.do === "lift") return GOOD;
  const lot = state.lots.get(guideJointId(model, move.joint));
  return lot && entry.do === "make" ? admitCount(lot.out, entry) : GOOD;
}

const guideJointId = (model: Model, j: number): string => model.jointIds[j]!;

function admitTakeBack(state: BenchState, id: string): Result<true, Refusal> {
  if (state.phase === "closed") return refuse({ type: "closed-already" });
  if (state.live.length <= 1) return refuse({ type: "nothing-to-take-back" });
  return state.live.at(-1) === id ? GOOD : refuse({ type: "not-the-last" });
}

function admitClose(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "close" }>,
): Result<true, Refusal> {
  if (state.phase !== "up") return refuse({ type: "not-building" });
  const left = remainingUp(model, state);
  if (left.length > 0) {
    return refuse({ type: "build-up-left", steps: left.length });
  }
  const unsure = checksDue(model, state);
  if (unsure.length > 0) {
    return refuse({ type: "checks-left", round: "shut", checks: unsure.map(({ what }) => what) });
  }
  if (!Number.isInteger(entry.left) || entry.left < 0 || entry.left > 200) {
    return refuse({ type: "left-invalid" });
  }
  const over = entry.left - expectedLeft(state);
  if (over === 0 || (entry.explained ?? "").trim() !== "") return GOOD;
  return refuse({ type: "count-open", over });
}

const isId = (model: Model, id: string): boolean => model.partOf.has(id) || model.jointOf.has(id);

/** An answer that lets a held job go on says how it came about. */
function admitAnswer(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "answer" }>,
): Result<true, Refusal> {
  const stop = stopById(model.guide, entry.stop);
  if (!stop) return refuse({ type: "stop-unknown" });
  const isHeld = heldBy(model, state)?.id === stop.id;
  if (isHeld && (entry.answer !== stop.good || (entry.note ?? "").trim() === "")) {
    return refuse({ type: "held-without-a-word" });
  }
  if (isHeld && isAboutPack(stop) && (entry.where ?? "").trim() === "") {
    return refuse({ type: "where-missing" });
  }
  return GOOD;
}

function admitPowerOn(model: Model, state: BenchState): Result<true, Refusal> {
  if (state.phase !== "up") return refuse({ type: "not-building" });
  if (state.isOn) return refuse({ type: "on-already" });
  return canPower(model, state.machine) ? GOOD : refuse({ type: "no-power-here" });
}

function admitCheck(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "check" }>,
): Result<true, Refusal> {
  if (state.phase !== "up") return refuse({ type: "not-building" });
  const check = checksOf(model, state).find(({ what }) => what === entry.what);
  if (!check) return refuse({ type: "check-unknown" });
  if (entry.result === "na" && (entry.note ?? "").trim() === "") {
    return refuse({ type: "reason-missing" });
  }
  if (entry.round === "shut" && remainingUp(model, state).length > 0) {
    return refuse({ type: "not-shut" });
  }
  const canBe = canTry(model, state.machine, entry.what, entry.round);
  if (!canBe) {
    const open = hangsOn(model, entry.what).filter((j) => state.machine.open[j] === 1);
    return refuse({ type: "hangs-on-open", joints: open.map((j) => model.jointIds[j]!) });
  }
  return entry.result === "na" || state.isOn ? GOOD : refuse({ type: "not-on" });
}

function admitRework(model: Model, state: BenchState, id: string): Result<true, Refusal> {
  const joint = model.jointOf.get(id);
  if (state.phase === "swap") return admitOpening(model, state, joint);
  if (state.phase !== "up") return refuse({ type: "not-building" });
  if (joint === undefined) return refuse({ type: "not-made-here", joint: id });
  const isTouched =
    state.made.includes(joint) ||
    (state.machine.open[joint] === 0 &&
      !model.permanent[joint] &&
      checksOf(model, state).some(({ moved }) => moved.includes(id)));
  return isTouched ? GOOD : refuse({ type: "not-made-here", joint: id });
}

/** At the swap something more may be opened: the standoff of a drive of another length. */
function admitOpening(
  model: Model,
  { machine }: BenchState,
  joint: number | undefined,
): Result<true, Refusal> {
  if (joint === undefined) return refuse({ type: "id-unknown" });
  const isOpen = machine.open[joint] === 1 || model.permanent[joint] === true;
  return isOpen ? refuse({ type: "blocked", block: { type: "open-already", joint } }) : GOOD;
}

/** Screws that by the ledger lie on the bench at the end. */
export const expectedLeft = (state: BenchState): number =>
  [...state.lots.values()].reduce((sum, lot) => sum + looseOf(lot), 0);
