import type { Posture } from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";
import { closedMachine, type Job, type Model, type Problem, type State } from "../rules/index.ts";
import type { Broken, Entry, Fitted, Habit, PackSign, Round } from "./events.ts";
import { fromLastTime, type Lot } from "./lots.ts";
import type { Done } from "./mirror.ts";

export type Phase = "idle" | "down" | "swap" | "up" | "closed";

/** The machine and the job as the events have made them. */
export interface BenchState {
  readonly phase: Phase;
  readonly job: Job | undefined;
  readonly problem: Problem | undefined;
  readonly machine: State;
  /** The plan that is followed now, done steps included. */
  readonly plan: readonly DownStep[];
  /** Down moves in the order they were done. */
  readonly done: readonly Done[];
  /** Indices into `done` that the build-up has mirrored. */
  readonly undone: ReadonlySet<number>;
  /** Parts that were lifted since the machine was opened, be they back or not. */
  readonly moved: ReadonlySet<number>;
  /** Joints made in this build-up, in order. */
  readonly made: readonly number[];
  readonly confirmed: ReadonlySet<number>;
  readonly lots: ReadonlyMap<string, Lot>;
  /** Ids of the events that stand, oldest first: the last can be taken back. */
  readonly live: readonly string[];
  readonly closed: Extract<Entry, { do: "close" }> | undefined;
  /** The habit chosen for this job, if any was. */
  readonly habit: Habit | undefined;
  /** Answers to stops that stand, by stop: a power-on makes them void. */
  readonly answers: ReadonlyMap<string, Answer>;
  /** All answers that were given since the machine was opened, for the record. */
  readonly said: readonly Answer[];
  /** What is replaced: a rework does not change it. */
  readonly targets: readonly string[];
  /** The last result of each check, by round and function. */
  readonly checks: ReadonlyMap<string, Checked>;
  /** The joint that is gone back to, while a rework lasts. */
  readonly rework: string | undefined;
  /** Codes of what was put in. */
  readonly fitted: readonly Fitted[];
  /** Powered on, and not shut down since. */
  readonly isOn: boolean;
  /** It was tried while it was open, since it was last taken apart: the next time it is shut. */
  readonly triedOpen: boolean;
  /** The battery was connected for a test only, and is not off again. */
  readonly forTest: boolean;
  /** What broke on this machine, in earlier tickets and in this job, in order. */
  readonly broken: readonly Broken[];
  /** Packs that were looked at since the machine was opened. */
  readonly looked: ReadonlySet<string>;
  /** What at taking in spoke for a swollen pack. */
  readonly signs: readonly PackSign[];
  /** How the machine was laid for the last step that said how. */
  readonly lies: Posture | undefined;
  /** The bit or tool that was used last. */
  readonly inHand: string | undefined;
}

export type Answer = Extract<Entry, { do: "answer" }>;
export type Checked = Extract<Entry, { do: "check" }>;
export const checkKey = (round: Round, what: string): string => `${round}:${what}`;

export const emptyBench = (model: Model): BenchState => ({
  phase: "idle",
  job: undefined,
  problem: undefined,
  machine: closedMachine(model),
  plan: [],
  done: [],
  undone: new Set(),
  moved: new Set(),
  made: [],
  confirmed: new Set(),
  lots: new Map(),
  live: [],
  closed: undefined,
  habit: undefined,
  answers: new Map(),
  said: [],
  targets: [],
  checks: new Map(),
  rework: undefined,
  fitted: [],
  isOn: false,
  triedOpen: false,
  forTest: false,
  broken: [],
  looked: new Set(),
  signs: [],
  lies: undefined,
  inHand: undefined,
});

/** A machine that is closed, to be opened (once more): of an earlier time its screws and what broke are known. */
export const openedAnew = (
  model: Model,
  { habit, fitted, lots, live, broken }: BenchState,
): BenchState => ({
  ...emptyBench(model),
  habit,
  fitted,
  live,
  broken,
  lots: new Map([...lots].map(([id, lot]) => [id, fromLastTime(lot)])),
});
