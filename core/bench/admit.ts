import { jointWord, partWord, wordList } from "../words/names.ts";
import { problemOf } from "../rules/problem.ts";
import { moveOf } from "../plan/plan.ts";
import { blockOf } from "../rules/state.ts";
import { blockWords } from "../words/block-words.ts";
import { fail, ok, unreachable, type Result } from "../base/result.ts";
import type { Entry } from "./events.ts";
import { type BenchState, doneIndex, type Machinery, remainingDown, remainingUp } from "./fold.ts";
import { looseOf, screwsIn } from "./lots.ts";
import { canTry, checksOf, closesMachine, unproven } from "./checks.ts";
import { heldBy, openStop, stopById } from "./stops.ts";
import { gateJoints, upBlock, type DoneLift, type UpBlock } from "./mirror.ts";

/** Why an entry is not taken into the ledger, as a code and in words for the bench. */
export interface Refusal {
  readonly code:
    | "phase"
    | "order"
    | "count"
    | "gate"
    | "unknown"
    | "take-back"
    | "open-count"
    | "stop"
    | "proof";
  readonly message: string;
}

const refuse = (code: Refusal["code"], message: string): Result<never, Refusal> =>
  fail({ code, message });
const GOOD: Result<true, Refusal> = ok(true);

/** Whether the rules allow an entry now: every event is admitted before it is written. */
export function admit(
  machinery: Machinery,
  state: BenchState,
  entry: Entry,
): Result<true, Refusal> {
  const held = heldBy(machinery, state);
  if (held && !["answer", "take-back"].includes(entry.do)) {
    return refuse("stop", `This job is held. ${held.otherwise}`);
  }
  switch (entry.do) {
    case "start":
      if (state.phase !== "idle" && state.phase !== "closed") {
        return refuse("phase", "This job has been started already.");
      }
      return admitJob(machinery, entry);
    case "replan":
      if (state.phase !== "down" && state.phase !== "swap") {
        return refuse("phase", "The job can be changed only while the machine comes apart.");
      }
      return admitJob(machinery, entry);
    case "release":
    case "lift":
      return admitDown(machinery, state, entry);
    case "swap":
      return state.phase === "swap"
        ? GOOD
        : refuse("phase", "The swap comes when the strip-down is done.");
    case "confirm":
      return admitConfirm(machinery, state, entry.joint);
    case "place":
    case "make":
      return admitUp(machinery, state, entry);
    case "take-back":
      return admitTakeBack(state, entry.event);
    case "close":
      return admitClose(machinery, state, entry);
    case "habit":
      return GOOD;
    case "answer":
      return admitAnswer(machinery, state, entry);
    case "check":
      return admitCheck(machinery, state, entry);
    case "rework":
      return admitRework(machinery, state, entry.joint);
    case "snag":
      return machinery.model.partOf.has(entry.stuck) && isId(machinery, entry.held)
        ? GOOD
        : refuse("unknown", "This guide has no such part or joint.");
    default:
      return unreachable(entry);
  }
}

function admitJob(
  { model }: Machinery,
  entry: Extract<Entry, { do: "start" | "replan" }>,
): Result<true, Refusal> {
  return problemOf(model, entry.job).ok
    ? GOOD
    : refuse("unknown", "The job names a part that this guide does not have.");
}

function admitDown(
  machinery: Machinery,
  state: BenchState,
  entry: Extract<Entry, { do: "release" | "lift" }>,
): Result<true, Refusal> {
  const { guide, model } = machinery;
  if (state.phase !== "down") {
    return refuse("phase", "The strip-down is over; take back the last step to go on with it.");
  }
  if (!isKnown(machinery, entry)) return refuse("unknown", "This guide has no such step.");
  const move = moveOf(model, entry);
  const block = blockOf(state.problem!, state.machine, move);
  if (block) return refuse("order", blockWords(model, block));
  const keys = remainingDown(model, state).map((step) => JSON.stringify(moveOf(model, step)));
  if (!keys.includes(JSON.stringify(move))) {
    return refuse("order", "This job does not need that step; change the job to add it.");
  }
  const stop = openStop(machinery, state, entry);
  if (stop) return refuse("stop", `Answer first: ${stop.ask}`);
  if (entry.do === "lift") return GOOD;
  const joint = guide.joints[entry.joint]!;
  if (joint.kind !== "screws") return GOOD;
  return admitCount(screwsIn(state.lots.get(entry.joint), joint.count), entry);
}

function isKnown(
  { model }: Machinery,
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
    return refuse("count", "A count is a whole number from 0 to 200.");
  }
  if (count === expected || entry.differs) return GOOD;
  const off = Math.abs(count - expected);
  return refuse(
    "count",
    `${count} of ${expected}: ${off} ${count < expected ? "short" : "over"}. Say why before going on.`,
  );
}

function admitConfirm(
  { guide, model }: Machinery,
  state: BenchState,
  id: string,
): Result<true, Refusal> {
  const joint = model.jointOf.get(id);
  if (joint === undefined || state.phase !== "up" || !state.made.includes(joint)) {
    return refuse("gate", `The ${jointWord(guide, id)} is not made yet.`);
  }
  return GOOD;
}

function admitUp(
  machinery: Machinery,
  state: BenchState,
  entry: Extract<Entry, { do: "place" | "make" }>,
): Result<true, Refusal> {
  const { model } = machinery;
  if (state.phase !== "up") {
    return refuse("phase", "The build-up begins when the swap is done.");
  }
  if (!isKnown(machinery, entry)) return refuse("unknown", "This guide has no such step.");
  const index = doneIndex(model, state, entry);
  if (index < 0) return refuse("order", "That is in place already, or was never taken off.");
  const move = state.done[index]!;
  const block = upBlock(state.problem!, state.done, state.undone, index);
  if (block) return refuse("order", upWords(machinery, block));
  if (move.do === "lift") {
    const gate = admitGate(machinery, state, move);
    if (!gate.ok || !closesMachine(machinery, state, entry)) return gate;
    const left = unproven(machinery, state, "open");
    return left.length === 0
      ? GOOD
      : refuse("proof", `Before this goes on, try out: ${wordList(left.map(({ what }) => what))}.`);
  }
  const lot = state.lots.get(guideJointId(machinery, move.joint));
  return lot && entry.do === "make" ? admitCount(lot.out, entry) : GOOD;
}

const guideJointId = ({ model }: Machinery, j: number): string => model.jointIds[j]!;

function admitGate(
  { guide, model }: Machinery,
  state: BenchState,
  move: DoneLift,
): Result<true, Refusal> {
  const open = gateJoints(model, state.machine, state.made, move).filter(
    (j) => !state.confirmed.has(j),
  );
  if (open.length === 0) return GOOD;
  const names = wordList(open.map((j) => jointWord(guide, model.jointIds[j]!)));
  return refuse("gate", `Last chance: confirm the ${names} before this goes on.`);
}

function admitTakeBack(state: BenchState, id: string): Result<true, Refusal> {
  if (state.phase === "closed") return refuse("phase", "This job is closed.");
  if (state.live.length <= 1) return refuse("take-back", "There is nothing to take back.");
  return state.live.at(-1) === id
    ? GOOD
    : refuse("take-back", "Only the last step can be taken back; somebody went on since.");
}

function admitClose(
  machinery: Machinery,
  state: BenchState,
  entry: Extract<Entry, { do: "close" }>,
): Result<true, Refusal> {
  if (state.phase !== "up") return refuse("phase", "The machine is not built up yet.");
  const left = remainingUp(machinery.model, state);
  if (left.length > 0) {
    return refuse("phase", `${left.length} steps of the build-up are left to do.`);
  }
  const unsure = unproven(machinery, state, "shut");
  if (unsure.length > 0) {
    return refuse("proof", `Still to be tried out: ${wordList(unsure.map(({ what }) => what))}.`);
  }
  if (!Number.isInteger(entry.left) || entry.left < 0 || entry.left > 200) {
    return refuse("count", "Screws left over: a whole number from 0 to 200.");
  }
  const over = entry.left - expectedLeft(state);
  if (over === 0 || (entry.explained ?? "").trim() !== "") return GOOD;
  return refuse(
    "open-count",
    `The count does not come out at nought: ${Math.abs(over)} ${over > 0 ? "over" : "short"}. ` +
      "Find it, or write down what happened.",
  );
}

const isId = ({ model }: Machinery, id: string): boolean =>
  model.partOf.has(id) || model.jointOf.has(id);

/** An answer that lets a held job go on says how it came about. */
function admitAnswer(
  machinery: Machinery,
  state: BenchState,
  entry: Extract<Entry, { do: "answer" }>,
): Result<true, Refusal> {
  const stop = stopById(machinery.guide, entry.stop);
  if (!stop) return refuse("unknown", "This guide has no such question.");
  const isHeld = heldBy(machinery, state)?.id === stop.id;
  if (isHeld && (entry.answer !== stop.good || (entry.note ?? "").trim() === "")) {
    return refuse("stop", "This job is held: write down what was done about it to go on.");
  }
  return GOOD;
}

function admitCheck(
  machinery: Machinery,
  state: BenchState,
  entry: Extract<Entry, { do: "check" }>,
): Result<true, Refusal> {
  if (state.phase !== "up") return refuse("phase", "Checks come in the build-up.");
  const check = checksOf(machinery, state).find(({ what }) => what === entry.what);
  if (!check) return refuse("unknown", "Nothing in this job touched that.");
  if (entry.result === "na" && (entry.note ?? "").trim() === "") {
    return refuse("proof", "Say why it does not apply.");
  }
  if (entry.round === "shut" && remainingUp(machinery.model, state).length > 0) {
    return refuse("phase", "The machine is not shut yet.");
  }
  if (canTry(machinery, state, check)) return GOOD;
  const open = check.because.map((id) => jointWord(machinery.guide, id));
  return refuse("proof", `Not everything it hangs on is made yet: ${wordList(open)}.`);
}

function admitRework(
  { guide, model }: Machinery,
  state: BenchState,
  id: string,
): Result<true, Refusal> {
  const joint = model.jointOf.get(id);
  if (state.phase !== "up") return refuse("phase", "Going back comes in the build-up.");
  return joint !== undefined && state.made.includes(joint)
    ? GOOD
    : refuse("order", `The ${jointWord(guide, id)} was not made in this job.`);
}

/** Screws that by the ledger lie on the bench at the end. */
export const expectedLeft = (state: BenchState): number =>
  [...state.lots.values()].reduce((sum, lot) => sum + looseOf(lot), 0);

export function upWords({ guide, model }: Machinery, block: UpBlock): string {
  const joint = (j: number): string => jointWord(guide, model.jointIds[j]!);
  const part = (p: number): string => partWord(guide, model.partIds[p]!);
  const because = (why: string | undefined): string => (why === undefined ? "." : `: ${why}.`);
  switch (block.type) {
    case "not-in-place":
      return `The ${part(block.part)} is not in place yet.`;
    case "covers-joint":
      return `Make the ${joint(block.joint)} first: the ${part(block.by)} would lie over it.`;
    case "covers-part":
      return `Put the ${part(block.part)} in first: the ${part(block.by)} would lie over it.`;
    case "make-before":
      return `Make the ${joint(block.joint)} first${because(block.why)}`;
    case "place-before":
      return `Put the ${part(block.part)} in first${because(block.why)}`;
    default:
      return unreachable(block);
  }
}
