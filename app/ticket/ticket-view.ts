import { ok, type Result } from "../../core/base/result.ts";
import {
  type BenchState,
  type Broken,
  type Lot,
  type Phase,
  stopById,
} from "../../core/bench/index.ts";
import { type FactChange, type Guide, neverOut } from "../../core/guide/index.ts";
import type { Teaching } from "../../core/lessons/index.ts";
import { bitsOf, type Plan } from "../../core/plan/index.ts";
import type { Ticket, TicketTrouble } from "../../core/ticket/index.ts";
import {
  brokenWords,
  lessonWords,
  type NamedGuide,
  partWord,
  stopAsk,
} from "../../core/words/index.ts";
import type { Proving } from "./ticket-sections.tsx";

/** What the bench has made of a ticket, as its page shows it. */
export interface WorkView {
  readonly guide: NamedGuide;
  readonly phase: Phase;
  /** Parts that new ones were put in for. */
  readonly replaced: readonly string[];
  readonly newer: Newer | undefined;
  readonly plan: (Plan & { readonly bits: readonly string[] }) | undefined;
  /** Parts of the job that nobody has taken out of such a machine yet: their minutes are not known. */
  readonly strange: readonly string[];
  readonly lots: readonly Lot[];
  /** What broke, in this work or in an earlier ticket, and who tells the customer. */
  readonly broken: readonly (Pick<Broken, "tells"> & {
    readonly words: string;
    readonly ticket: number | undefined;
  })[];
  readonly proving: Omit<Proving, "soaks">;
}

/** A version of the guide that a job can go over to. */
interface Newer {
  readonly number: number;
  readonly changes: readonly FactChange[];
}

/** What was found on this machine alone. */
interface OfMachine {
  readonly teaching: Teaching;
  readonly at: string;
  readonly by: string;
}

interface Work {
  readonly newer: Newer | undefined;
  readonly guide: Guide;
  readonly plan: Plan | undefined;
  readonly state: BenchState;
}

/** A ticket's page as plain values that can be sent. */
export const ticketView = <
  T extends {
    readonly work: Result<Work, TicketTrouble>;
    readonly ofMachine: readonly OfMachine[];
    readonly ticket: Ticket;
  },
>(
  page: T,
) => ({
  ...page,
  work: page.work.ok ? ok(workView(page.work.value, markedIn(page.ticket))) : page.work,
  ofMachine: page.work.ok ? saidOfMachine(page.work.value.guide, page.ofMachine) : [],
});

/** Lots that something was marked at when the machine came in. */
const markedIn = ({ intake }: Ticket): readonly string[] =>
  (intake.marks ?? []).flatMap(({ joint }) => joint ?? []);

const saidOfMachine = (guide: Guide, all: readonly OfMachine[]) =>
  all.map(({ teaching, at, by }) => ({ words: lessonWords(guide, teaching), at, by }));

function workView({ guide, plan, state, newer }: Work, marked: readonly string[]): WorkView {
  return {
    newer,
    guide: shownOf(guide, [...state.lots.keys(), ...marked], state),
    phase: state.phase,
    replaced:
      state.phase === "closed"
        ? state.targets.filter((part) => !(state.job?.again ?? []).includes(part))
        : [],
    plan: plan && { ...plan, bits: bitsOf(guide, plan.down) },
    strange: neverOut(guide, state.job?.for ?? []).map((part) => partWord(guide, part)),
    lots: [...state.lots.values()],
    broken: state.broken.map(({ ticket, tells, ...one }) => ({
      words: brokenWords(guide, { ...one, tells }),
      tells,
      ticket,
    })),
    proving: {
      answers: lastOfEach(state.said).map(({ stop, answer, note, where }) => ({
        ask: askOf(guide, stop),
        answer,
        note: where === undefined ? note : `${note ?? ""}; the pack is now: ${where}`,
      })),
      checks: [...state.checks.values()],
      fitted: state.fitted,
    },
  };
}

/** Only the joints and parts that are named: the rest of the guide is not sent. */
function shownOf(
  guide: Guide,
  joints: readonly string[],
  { fitted, targets, job }: BenchState,
): NamedGuide {
  const parts = new Set([
    ...fitted.map(({ part }) => part),
    ...targets,
    ...(job?.for ?? []),
    ...(job?.new ?? []),
  ]);
  for (const id of joints) for (const part of guide.joints[id]?.joins ?? []) parts.add(part);
  const some = <T>(all: Readonly<Record<string, T>>, ids: Iterable<string>) =>
    Object.fromEntries([...ids].flatMap((id) => (all[id] ? [[id, all[id]] as const] : [])));
  return { parts: some(guide.parts, parts), joints: some(guide.joints, joints) };
}

/** Of each stop the answer that was given last, in the order they were asked for first. */
const lastOfEach = (said: BenchState["said"]): BenchState["said"] => [
  ...new Map(said.map((answer) => [answer.stop, answer])).values(),
];

const askOf = (guide: Guide, id: string): string => {
  const stop = stopById(guide, id);
  return stop ? stopAsk(guide, stop) : id;
};
