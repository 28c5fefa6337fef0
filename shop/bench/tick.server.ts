import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  admitNext,
  foldOn,
  type BenchState,
  type Entry,
  type Folded,
  leavesFor,
  type LedgerEvent,
  routeDown,
  type SentTick,
  stopById,
} from "../../core/bench/index.ts";
import { byOurClock, type Doing, may, type Person } from "../../core/people/index.ts";
import { savedState } from "../../core/plan/index.ts";
import type { Job, JobError, Model } from "../../core/rules/index.ts";
import { isAtBench, type NotNow, type TickError, type TickReply } from "../../core/ticket/index.ts";
import { stopAsk } from "../../core/words/index.ts";
import { eventById } from "../../data/bench/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import { allPeople } from "../../data/people/index.server.ts";
import type { Act } from "../act.server.ts";
import { ratesOf } from "../stage/index.server.ts";
import { wasIn } from "../people/index.server.ts";
import { planAside } from "../plan/index.server.ts";
import { grow, type Growing, MOST_TRIES } from "./grow.server.ts";
import { ledgerOf, sentFrom, type OpenLedger } from "./ledgers.server.ts";

/**
 * Writes one event. `after` is the number of events the client knows. An event that stands already is
 * acknowledged again and written once; its id with other content, or by somebody else, is refused.
 * Gives the events that the client has not seen: its own, and a new plan where its step made the old
 * one impossible. It is judged first (a new plan takes its time, in a worker) and then written in a
 * transaction of its own, if nothing has come between; else it is judged anew.
 */
export async function tick(act: Act, number: number, sent: SentTick): Promise<TickReply> {
  const { db } = act;
  const at = momentOf(act, sent);
  const actor = await makerOf(act, sent.by, at);
  if (!actor) return fail({ type: "not-yours" });
  const doing = doingAt(sent.entry);
  if (!may(actor, doing)) return fail({ type: "not-allowed", doing });
  const event: LedgerEvent = { id: sent.id, at, by: actor.id, entry: sent.entry };
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const isFresh = tries > 0;
    const ledger = await ledgerOf(db, number, actor.id, isFresh);
    if (!ledger.ok) return ledger;
    const known = ledger.value.events.find(({ id }) => id === event.id);
    if (known) return isSame(known, event) ? ok(sentFrom(ledger.value, sent.after)) : taken();
    const judged = await judge(act, ledger.value, event, sent.after);
    if (!judged.ok) {
      // What was kept may be behind: a refusal is given by what is on disk.
      if (isFresh) return judged;
      continue;
    }
    if ((await grow(db, ledger.value, judged.value)) === "written") {
      const events = [...ledger.value.events, ...judged.value.added];
      return ok(sentFrom({ ...ledger.value, events }, sent.after));
    }
    const elsewhere = await eventById(db, event.id);
    if (elsewhere && elsewhere.stream !== ledger.value.stream) return taken();
  }
  return fail({ type: "busy" });
}

/** When a tick was made, by the shop's clock. */
function momentOf({ now }: Act, { at, now: theirs }: SentTick): string {
  if (theirs === undefined) return at;
  const ms = byOurClock(Date.parse(at), Date.parse(theirs), now().getTime());
  return new Date(ms).toISOString();
}

/**
 * Who made a tick: whoever was signed in at this screen at that moment, and works here still. At no screen (the demo's
 * loader) whoever acts.
 */
async function makerOf(
  { db, actor, screen, now }: Act,
  by = actor.id,
  at: string,
): Promise<Person | undefined> {
  if (screen === undefined) return by === actor.id ? actor : undefined;
  const ms = Date.parse(at);
  if (ms > now().getTime() + AHEAD_MS || !(await wasIn(db, by, screen, ms))) return undefined;
  if (by === actor.id) return actor;
  return (await allPeople(db)).find(({ id, gone }) => id === by && !gone);
}

/** Nothing was done later than now, as far as two clocks tell. */
const AHEAD_MS = 5 * 60_000;

const doingAt = (entry: Entry): Doing =>
  entry.do === "close" && entry.explained !== undefined ? "close-short" : "tick";

const taken = (): TickReply => fail({ type: "id-taken" });

const isSame = (a: LedgerEvent, b: LedgerEvent): boolean =>
  a.by === b.by && canonical(a.entry) === canonical(b.entry);

/** An entry as text that does not depend on the order of its keys. */
const canonical = (entry: Entry): string =>
  JSON.stringify(entry, (_, value: unknown) =>
    typeof value === "object" && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

/** What this event adds to the ledger as it stands, or why it may not be written. */
async function judge(
  act: Act,
  ledger: OpenLedger,
  event: LedgerEvent,
  after: number,
): Promise<Result<Growing, TickError>> {
  const { facts, events, folded } = ledger;
  if (!isAtBench(facts)) return fail({ type: "not-at-bench" });
  if (after > events.length) return fail({ type: "ahead", length: events.length });
  if (after !== events.length) return fail({ type: "stale", events: sentFrom(ledger, after) });
  const admitted = admitNext(folded, event);
  if (!admitted.ok) return fail({ type: "refused", refusal: admitted.error });
  const next = foldOn(folded.model, folded, [...events, event]);
  const { model } = next;
  const follows = await followUp(act.db, next, folded.state, event);
  if (follows === "busy") return fail({ type: "busy" });
  if (follows === "no-way") return fail({ type: "refused", refusal: { type: "no-way" } });
  const added = follows ? [event, { ...follows, id: act.newId() }] : [event];
  return ok({ added, moves: movesOn(model, event.entry) });
}

/** That a job is closed, or held, with the words for the ticket's record. */
function movesOn({ guide }: Model, entry: Entry): Growing["moves"] {
  if (leavesFor(guide, entry) === undefined) return undefined;
  if (entry.do === "close") return { note: entry.explained ?? "count at zero" };
  const stop = entry.do === "answer" ? stopById(guide, entry.stop) : undefined;
  if (entry.do !== "answer" || !stop) return undefined;
  const note = `held: ${stopAsk(guide, stop)} ${entry.answer}`;
  return { note, deed: { kind: "held", note } };
}

/** Entries after which the steps that were left may not lead to the end any more. */
const LEADS_ON: ReadonlySet<string> = new Set<Entry["do"]>(["release", "lift", "rework", "learn"]);

/** A new plan from here, when the steps that are left no longer lead to the end. */
async function followUp(
  db: Database,
  { model, state }: Folded,
  before: BenchState,
  event: LedgerEvent,
): Promise<Omit<LedgerEvent, "id"> | "no-way" | "busy" | undefined> {
  const { entry, at, by, id: causedBy } = event;
  if (!LEADS_ON.has(entry.do)) return undefined;
  const isBack = entry.do === "rework";
  if (entry.do !== "rework" && (state.phase !== "down" || routeDown(model, state).complete))
    return undefined;
  const job = entry.do === "rework" ? jobToOpen(before, entry.joint) : state.job!;
  const plan = await replan(db, model, state, job);
  if (!plan.ok && plan.error.type === "not-now") return "busy";
  if (!plan.ok && isBack) return "no-way";
  if (!plan.ok) throw new Error(`no way on from here: ${JSON.stringify(plan.error)}`);
  return { at, by, causedBy, entry: plan.value };
}

/** The job of going back to a joint, done the way the job was. */
const jobToOpen = ({ job }: BenchState, joint: string): Job => ({
  for: [],
  open: [joint],
  ...(job?.mode === undefined ? {} : { mode: job.mode }),
});

/** The entry that leads on from the machine as it is now, for the same job or another one. */
export async function replan(
  db: Database,
  model: Model,
  { machine }: BenchState,
  job: Job,
): Promise<Result<Entry, JobError | NotNow>> {
  const from = savedState(model, machine);
  const { careful: under } = await ratesOf(db);
  const plan = await planAside({ guide: model.guide, job, from, under });
  return plan.ok ? ok({ do: "replan", job, down: plan.value.down }) : plan;
}
