import { ok, type Result } from "../../core/base/result.ts";
import {
  type Days,
  daysOf,
  earliestDay,
  type Question,
  type WorkLeft,
} from "../../core/days/index.ts";
import { guideErrors } from "../../core/check/index.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";
import { type Plan, planToDo, type SavedState } from "../../core/plan/index.ts";
import type { Catalogue } from "../../core/find/index.ts";
import {
  type Deed,
  type Drawn,
  drawnFor,
  exerciseOf,
  Machine,
  type NoExercise,
  type Setting,
  type View,
} from "../../core/practice/index.ts";
import type { Job, JobError } from "../../core/rules/index.ts";
import { type Known, knownOf, type Tallies, tallyOf } from "../../core/learn/index.ts";

/** A job to be planned on a machine that is closed, or as it lies on the bench now. */
export interface PlanTask {
  readonly guide: Guide;
  readonly job: Job;
  readonly from?: SavedState;
  /** Dearer by less than so many minutes, the careful way is taken. */
  readonly under: number;
}

/** What a worker of the pool runs: the core's planner, the check of a guide, and simulated shops; nothing else. */
export const planTask = ({ guide, job, from, under }: PlanTask): Result<Plan, JobError> =>
  planToDo(guide, job, { from, under });

/** What the shop's guides say of claims that nobody has settled. */
export const tallyTask = (guides: readonly Guide[]): Tallies => tallyOf(guides);

export const knownTask = (guide: Guide): Known | undefined => knownOf(guide);

export const checkTask = (file: unknown): readonly Finding[] => guideErrors(file);

export const daysTask = (question: Question): Days => daysOf(question);

export interface EarliestTask {
  readonly question: Question;
  readonly fresh: Omit<WorkLeft, "ticket" | "promised" | "open">;
}

export const earliestTask = ({ question, fresh }: EarliestTask) => earliestDay(question, fresh);

export interface PracticeTask {
  /** The version of the guide and the underside code: what was worked out of it is kept by them. */
  readonly key: string;
  /** What the exercise was drawn with; none: it is being set. */
  readonly drawn?: Drawn;
  readonly guide: Guide;
  readonly catalogue: Catalogue;
  readonly setting: Setting;
  readonly deeds: readonly Deed[];
}

/** Machines that were practised on last, with what was worked out of them; of too many the oldest is dropped. */
const machines = new Map<string, Machine>();
const MOST_MACHINES = 20;

/** An exercise as it stands, and, where it is being set, what it is judged by from then on. */
export interface Practised {
  readonly view: View;
  readonly drawn: Drawn;
}

export function practiceTask(task: PracticeTask): Result<Practised, NoExercise> {
  const { key, guide, catalogue, setting, deeds, drawn } = task;
  const machine = drawn ? new Machine(guide, catalogue, drawn) : machineOf(key, guide, catalogue);
  const view = exerciseOf(machine, setting, deeds);
  return view.ok ? ok({ view: view.value, drawn: drawn ?? drawnFor(machine, setting) }) : view;
}

function machineOf(key: string, guide: Guide, catalogue: Catalogue): Machine {
  let machine = machines.get(key);
  if (!machine) machines.set(key, (machine = new Machine(guide, catalogue)));
  if (machines.size > MOST_MACHINES) machines.delete(machines.keys().next().value!);
  return machine;
}
