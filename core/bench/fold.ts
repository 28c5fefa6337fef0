import { isBare, powerPosture } from "./power.ts";
import { after, type Model, powerBlock, problemOf } from "../rules/index.ts";
import { type Broken, type Entry, type LedgerEvent, takenBack } from "./events.ts";
import { functionsOf } from "./functions.ts";
import { admit } from "./admit.ts";
import type { Refusal } from "./refusal.ts";
import { fail, type Result } from "../base/result.ts";
import { modelAfter } from "./learning.ts";
import { inHandAfter, liesAfter } from "./hands.ts";
import { putIn, takenOut, withMissing } from "./lots.ts";
import { type Done, type DoneLift, placedBack } from "./mirror.ts";
import { doneIndex, remainingDown, stepOfDone } from "./remaining.ts";
import {
  type Answer,
  type BenchState,
  type Checked,
  checkKey,
  emptyBench,
  openedAnew,
} from "./state.ts";

/**
 * The state that events lead to, oldest first. An event that was taken back counts as if it had
 * not been, and an id that comes twice counts once. Events are facts that were admitted before: one
 * that names what the guide does not have throws.
 */
export function foldLedger(model: Model, events: readonly LedgerEvent[]): BenchState {
  const taken = takenBack(events);
  const seen = new Set<string>();
  const live: string[] = [];
  let state: BenchState = { ...emptyBench(model), live };
  for (const event of events) {
    if (taken.has(event.id) || event.entry.do === "take-back" || seen.has(event.id)) continue;
    seen.add(event.id);
    state = apply(model, state, event.entry);
    if (event.entry.do === "start") live.length = 0;
    live.push(event.id);
  }
  return state;
}

/** A ledger, the machine as it is known at its end, and the state it leads to. */
export interface Folded {
  readonly events: readonly LedgerEvent[];
  readonly model: Model;
  readonly state: BenchState;
}

/**
 * As `foldLedger`, from an earlier state where the events only go on from it. Of a machine that is learnt at the
 * bench every event may say more: then all of it is folded by what is known now.
 */
export function foldOn(
  model: Model,
  before: Folded | undefined,
  events: readonly LedgerEvent[],
): Folded {
  const isSame = (event: LedgerEvent, i: number): boolean => before!.events[i]?.id === event.id;
  if (!before || events.length < before.events.length) return folded(model, events);
  const known = before.events.length;
  const goesOn = events.slice(0, known).every(isSame);
  const fresh = events.slice(known);
  const ids = new Set(before.events.map(({ id }) => id));
  const isPlain = fresh.every(({ id, entry }) => entry.do !== "take-back" && !ids.has(id));
  const isKnown = model.learning === undefined;
  if (!goesOn || !isPlain || fresh.length > 1 || !isKnown) return folded(model, events);
  let { state } = before;
  for (const { id, entry } of fresh) {
    const before = entry.do === "start" ? [] : state.live;
    state = { ...apply(model, state, entry), live: [...before, id] };
  }
  return { events, model, state };
}

function folded(begun: Model, events: readonly LedgerEvent[]): Folded {
  const model = modelAfter(begun, events);
  return { events, model, state: foldLedger(model, events) };
}

/** Whether one more entry is allowed; what is learnt with it counts already. */
export function admitNext(
  { model, state, events }: Folded,
  event: LedgerEvent,
): Result<true, Refusal> {
  const next = modelAfter(model, [...events, event]);
  if (next === model) return admit(model, state, event.entry);
  try {
    return admit(next, foldLedger(next, events), event.entry);
  } catch {
    // What it names is not known: the entry before it was taken back.
    return fail({ type: "step-unknown" });
  }
}

/** The state after one more entry; `live` is the caller's. */
export function apply(model: Model, state: BenchState, entry: Entry): BenchState {
  const next = applied(model, state, entry);
  switch (entry.do) {
    case "release":
    case "lift":
    case "place":
    case "make":
      return {
        ...next,
        lies: liesAfter(model, state.lies, entry),
        inHand: inHandAfter(model, state.inHand, entry),
      };
    default:
      return next;
  }
}

function applied(model: Model, state: BenchState, entry: Entry): BenchState {
  switch (entry.do) {
    case "start": {
      const before = openedAnew(model, state);
      const lots = withMissing(model.guide, entry.missing ?? {}, before.lots);
      const broken = [...before.broken, ...earlierOf(before, entry.broken ?? [])];
      const anew = { ...before, lots, broken, signs: entry.signs ?? [] };
      return settled(model, started(model, anew, entry));
    }
    case "replan":
      return settled(model, started(model, state, entry));
    case "release":
      return settled(model, released(model, state, entry));
    case "lift":
      return settled(model, lifted(model, state, entry.parts));
    case "swap":
      return {
        ...state,
        phase: "up",
        rework: undefined,
        fitted: [...state.fitted, ...(entry.fitted ?? [])],
      };
    case "confirm":
      return {
        ...state,
        confirmed: new Set([...state.confirmed, jointNumber(model, entry.joint)]),
      };
    case "seen": {
      const seen = entry.joints.map((joint) => jointNumber(model, joint));
      return { ...state, confirmed: new Set([...state.confirmed, ...seen]) };
    }
    case "not-in":
      return cameOut(model, state, jointNumber(model, entry.joint));
    case "place":
      return putBack(model, state, entry.parts);
    case "make":
      return made(model, state, entry);
    case "close":
      return { ...state, phase: "closed", closed: entry };
    case "habit":
      return { ...state, habit: entry.habit };
    case "answer":
      return answered(state, entry);
    case "power-on":
      return poweredOn(model, state);
    case "check":
      return checked(model, state, entry);
    case "rework":
      return reworked(model, state, entry.joint);
    case "broke":
      return broke(model, state, entry);
    case "learn":
    case "snag":
    case "observe":
    case "renew":
    case "take-back":
      return state;
  }
}

/**
 * Down again from where the build-up (or the swap) stands: what is back counts as never taken off. What was applied to
 * a part that is not in place yet has to be applied once more.
 */
function reworked(model: Model, state: BenchState, joint: string): BenchState {
  const { stack } = state.machine;
  const isApart = (j: number): boolean => new Set(model.joins[j]!.map((p) => stack[p])).size > 1;
  const isLoose = (move: Done): boolean => move.do === "release" && isApart(move.joint);
  const done = state.done.filter((move, i) => !state.undone.has(i) || isLoose(move));
  const open = state.machine.open.slice();
  for (const move of done) if (move.do === "release") open[move.joint] = 1;
  const made = state.made.filter((j) => !open[j]);
  const plan = done.map((move) => stepOfDone(model, move));
  const machine = { ...state.machine, open };
  const rework = state.phase === "up" ? joint : state.rework;
  const anew = { undone: new Set<number>(), plan, rework, triedOpen: false };
  return { ...state, phase: "down", machine, made, done, ...anew };
}

function answered(state: BenchState, entry: Answer): BenchState {
  const answers = new Map(state.answers).set(entry.stop, entry);
  const [kind, part] = entry.stop.split(":");
  const looked =
    kind === "lithium" && part !== undefined && entry.answer === "no"
      ? new Set([...state.looked, part])
      : state.looked;
  const isYes = entry.answer === "yes";
  return {
    ...state,
    answers,
    said: [...state.said, entry],
    looked,
    isOn: state.isOn && !(entry.stop === "begin" && isYes),
    forTest: state.forTest && !(entry.stop === "unplug" && isYes),
  };
}

/** After a power-on every stop is new; what the customer agreed to stands. */
const poweredOn = (model: Model, state: BenchState): BenchState => ({
  ...state,
  isOn: true,
  triedOpen: state.triedOpen || isBare(model, state.machine),
  lies: powerPosture(model, state),
  forTest: model.cuts.length > 0 && !powerBlock(model, state.machine),
  answers: new Map([...state.answers].filter(([stop]) => stop.startsWith("seal:"))),
});

/** A result; one that was given without a word about power (older ledgers have such) says that it was on. */
function checked(model: Model, state: BenchState, entry: Checked): BenchState {
  const on = entry.result === "na" || state.isOn ? state : poweredOn(model, state);
  return { ...on, checks: new Map(on.checks).set(checkKey(entry.round, entry.what), entry) };
}

/** With the battery back on, that it was drained is of no use any more. */
function withPower(model: Model, state: BenchState): BenchState {
  if (!powerBlock(model, state.machine)) return state;
  const gone = ["drain", "unplug"];
  if (!gone.some((stop) => state.answers.has(stop))) return state;
  return {
    ...state,
    answers: new Map([...state.answers].filter(([stop]) => !gone.includes(stop))),
  };
}

/** Results that stand when these joints have been opened or moved: what hangs on them is to be tried again. */
function withoutChecksOf(
  { guide, jointIds }: Model,
  checks: ReadonlyMap<string, Checked>,
  joints: readonly number[],
): ReadonlyMap<string, Checked> {
  const spoilt = new Set(joints.flatMap((j) => functionsOf(guide, jointIds[j]!)));
  return new Map([...checks].filter(([, { what }]) => !spoilt.has(what)));
}

const jointsOfParts = (model: Model, parts: readonly number[]): readonly number[] =>
  parts.flatMap((p) => model.jointsOfPart[p]!);

function started(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "start" | "replan" }>,
): BenchState {
  const problem = problemOf(model, entry.job);
  if (!problem.ok) throw new Error(`ledger: job does not fit the guide at ${problem.error.path}`);
  const kept = state.done.map((move) => stepOfDone(model, move));
  const plan = [...kept, ...entry.down];
  const targets = entry.job.for.length > 0 ? entry.job.for : state.targets;
  return { ...state, phase: "down", job: entry.job, problem: problem.value, plan, targets };
}

/** A strip-down whose steps are all done has come to the swap. */
function settled(model: Model, state: BenchState): BenchState {
  if (state.phase !== "down") return state;
  return remainingDown(model, state).length === 0 ? { ...state, phase: "swap" } : state;
}

const jointNumber = (model: Model, id: string): number => {
  const j = model.jointOf.get(id);
  if (j === undefined) throw new Error(`ledger: the guide has no joint ${id}`);
  return j;
};

const partNumbers = (model: Model, ids: readonly string[]): number[] =>
  ids
    .map((id) => {
      const p = model.partOf.get(id);
      if (p === undefined) throw new Error(`ledger: the guide has no part ${id}`);
      return p;
    })
    .sort((a, b) => a - b);

function released(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "release" }>,
): BenchState {
  const joint = jointNumber(model, entry.joint);
  const machine = after(state.machine, { do: "release", joint });
  const done: Done[] = [...state.done, { do: "release", joint }];
  const facts = model.guide.joints[entry.joint]!;
  const confirmed = new Set([...state.confirmed].filter((j) => j !== joint));
  const made = state.made.filter((j) => j !== joint);
  const checks = withoutChecksOf(model, state.checks, [joint]);
  const next = { ...state, machine, done, confirmed, made, checks };
  if (facts.kind !== "screws") return next;
  const lot = takenOut(state.lots.get(entry.joint), facts.count, entry);
  return { ...next, lots: new Map(state.lots).set(entry.joint, lot) };
}

function lifted(model: Model, state: BenchState, ids: readonly string[]): BenchState {
  const parts = partNumbers(model, ids);
  const stack = state.machine.stack[parts[0]!];
  const rest = [...model.partIds.keys()].filter(
    (p) => state.machine.stack[p] === stack && !parts.includes(p),
  );
  // A look at a battery from outside is none once what was over it is off, where nobody knew that it was.
  const bared = model.learning
    ? rest.filter((p) => model.overPart[p]!.some((x) => parts.includes(x)))
    : [];
  const packs = new Set(bared.map((p) => model.partIds[p]!));
  const looks = new Set([...packs].map((id) => `lithium:${id}`));
  const anchor = rest.sort((a, b) => model.below[a]!.length - model.below[b]!.length || a - b)[0]!;
  return {
    ...state,
    machine: after(state.machine, { do: "lift", parts }),
    looked: new Set([...state.looked].filter((id) => !packs.has(id))),
    answers: new Map([...state.answers].filter(([stop]) => !looks.has(stop))),
    moved: new Set([...state.moved, ...parts]),
    done: [...state.done, { do: "lift", parts, anchor }],
    checks: withoutChecksOf(model, state.checks, jointsOfParts(model, parts)),
  };
}

/** What broke in earlier tickets and is not known yet: a machine that is opened once more has heard of it. */
const earlierOf = ({ broken }: BenchState, earlier: readonly Broken[]): readonly Broken[] =>
  broken.some(({ ticket }) => ticket !== undefined) ? [] : earlier;

/** What broke is kept; what came undone by itself is open from here on. */
function broke(
  model: Model,
  state: BenchState,
  entry: Extract<Entry, { do: "broke" }>,
): BenchState {
  const { what, at, how, tells } = entry;
  const kept = { ...state, broken: [...state.broken, { what, at, how, tells }] };
  if (what !== "undone") return kept;
  return settled(model, released(model, kept, { do: "release", joint: at }));
}

/** A joint that was made and is not in: it waits to be made again, and what hangs on it to be tried. */
function cameOut(model: Model, state: BenchState, joint: number): BenchState {
  const index = state.done.findLastIndex(
    (move, i) => state.undone.has(i) && move.do === "release" && move.joint === joint,
  );
  const open = state.machine.open.slice();
  open[joint] = 1;
  return {
    ...state,
    machine: { ...state.machine, open },
    undone: new Set([...state.undone].filter((i) => i !== index)),
    made: state.made.filter((j) => j !== joint),
    confirmed: new Set([...state.confirmed].filter((j) => j !== joint)),
    checks: withoutChecksOf(model, state.checks, [joint]),
  };
}

function putBack(model: Model, state: BenchState, ids: readonly string[]): BenchState {
  const index = doneIndex(model, state, { do: "place", parts: ids });
  const lift = state.done[index] as DoneLift;
  return withPower(model, {
    ...state,
    machine: placedBack(state.machine, state.done, state.undone, index),
    undone: new Set([...state.undone, index]),
    checks: withoutChecksOf(model, state.checks, jointsOfParts(model, lift.parts)),
  });
}

function made(model: Model, state: BenchState, entry: Extract<Entry, { do: "make" }>): BenchState {
  const index = doneIndex(model, state, entry);
  const joint = jointNumber(model, entry.joint);
  const open = state.machine.open.slice();
  open[joint] = 0;
  const lot = state.lots.get(entry.joint);
  const lots = new Map(state.lots);
  if (lot) {
    lots.set(entry.joint, putIn(lot, entry));
  }
  return withPower(model, {
    ...state,
    machine: { ...state.machine, open },
    undone: new Set([...state.undone, index]),
    made: [...state.made, joint],
    lots,
  });
}
