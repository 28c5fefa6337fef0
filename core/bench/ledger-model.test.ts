import { readFileSync } from "node:fs";
import path from "node:path";
import { isDeepStrictEqual } from "node:util";
import fc from "fast-check";
import { everythingGuide, PIN } from "../../testing/builders.ts";
import { NaiveBench, turned } from "../../testing/naive-bench.ts";
import { nextEntry } from "../../testing/play.ts";
import { isMutating } from "../../testing/mutating.ts";
import { must } from "../base/must.ts";
import { type Guide, parseGuideText } from "../guide/index.ts";
import { planJob, savedState } from "../plan/index.ts";
import { type Job, type Model, modelOf } from "../rules/index.ts";
import { admit, expectedLeft } from "./admit.ts";
import { checksOpen } from "./checks.ts";
import type { Entry, LedgerEvent } from "./events.ts";
import { type Folded, foldLedger, foldOn } from "./fold.ts";
import type { BenchState } from "./state.ts";
import { lookBefore } from "./look.ts";
import { routeDown, routeUp } from "./route.ts";
import { canPower } from "./power.ts";
import { stopsOf } from "./stops.ts";

const shipped = (name: string): Guide => {
  const file = path.join(import.meta.dirname, `../../guides/${name}.json`);
  const guide = parseGuideText(readFileSync(file, "utf8"));
  if (!guide.ok) throw new Error(name);
  return guide.value;
};

const CASES: readonly { readonly guide: Guide; readonly jobs: readonly Job[] }[] = [
  {
    guide: everythingGuide(),
    jobs: [
      { for: ["board"], mode: "book" },
      { for: ["cooler", "lamp"] },
      { for: ["hinge"], mode: "book" },
      { for: ["board", "battery"] },
    ],
  },
  {
    guide: shipped("marrowby-tern-15"),
    jobs: [{ for: ["fan"] }, { for: ["board"], mode: "book" }],
  },
  { guide: shipped("quillon-lark-13"), jobs: [{ for: ["board"] }] },
  { guide: shipped("corrin-sable-15"), jobs: [{ for: ["battery"] }] },
];

const plans = new Map<string, Entry>();
function startOf(guide: Guide, job: Job): Entry {
  const key = `${guide.id} ${JSON.stringify(job)}`;
  let start = plans.get(key);
  if (!start) {
    const plan = planJob(guide, job);
    if (!plan.ok) throw new Error(`no plan for ${key}`);
    plans.set(key, (start = { do: "start", guide: PIN, job, down: plan.value.down }));
  }
  return start;
}

/** How many entries of each kind the walks had admitted: what never was is not tested. */
const admittedOf = new Map<string, number>();

/** Asked tens of thousands of times: `expect` is called only to say what differs. */
function same(seen: unknown, expected: unknown): void {
  if (!isDeepStrictEqual(seen, expected)) expect(seen).toEqual(expected);
}

/** A bench that is walked on by chance, beside the naive one: they agree on all that is asked. */
class Walk {
  readonly events: LedgerEvent[] = [];
  naive: NaiveBench;
  folded: Folded;
  readonly model: Model;
  constructor(
    readonly guide: Guide,
    job: Job,
  ) {
    this.model = modelOf(guide);
    this.naive = new NaiveBench(guide);
    this.folded = foldOn(this.model, undefined, []);
    const start = startOf(guide, job);
    const bulges = start.do === "start" && job.for.length > 1;
    this.push(bulges ? { ...start, signs: ["base-bulges"] } : start);
  }
  get state(): BenchState {
    return this.folded.state;
  }
  private push(entry: Entry, causedBy?: string): string {
    const id = `e${this.events.length}`;
    this.events.push({ id, at: "2026-01-01T00:00:00Z", by: "t", causedBy, entry });
    this.folded = foldOn(this.model, this.folded, [...this.events]);
    this.naive = NaiveBench.after(this.guide, this.events);
    return id;
  }

  /** Offers an entry; what the ledger says must be what the naive one says. */
  offer(entry: Entry): void {
    const expected = this.naive.may(entry);
    const admitted = admit(this.model, this.state, entry);
    const said = admitted.ok ? "admitted" : `refused: ${admitted.error.type}`;
    if (expected !== "maybe" && admitted.ok !== expected) {
      throw new Error(`${JSON.stringify(entry)} is ${said}, and should not be`);
    }
    if (!admitted.ok) return;
    const before = this.state;
    const id = this.push(entry);
    admittedOf.set(entry.do, (admittedOf.get(entry.do) ?? 0) + 1);
    this.follow(entry, before, id);
    this.compare();
  }

  /** As the server does: a plan that goes on from here, where the old one no longer leads on. */
  private follow(entry: Entry, before: BenchState, causedBy: string): void {
    const isBack = entry.do === "rework";
    if (!isBack && entry.do !== "release" && entry.do !== "lift") return;
    if (!isBack && (this.state.phase !== "down" || routeDown(this.model, this.state).complete))
      return;
    const mode = before.job?.mode === undefined ? {} : { mode: before.job.mode };
    const job: Job = isBack
      ? { for: [], open: [entry.joint], ...mode }
      : must(this.state.job, "job");
    const plan = planJob(this.guide, job, savedState(this.model, this.state.machine));
    if (!plan.ok) throw new Error(`no way on: ${JSON.stringify(plan.error)}`);
    this.push({ do: "replan", job, down: plan.value.down }, causedBy);
  }

  private compare(): void {
    const { naive, state, model } = this;
    same(foldLedger(model, this.events), state);
    same(state.phase, naive.phase);
    same(state.live, naive.live);
    const { open: opened, stacks } = savedState(model, state.machine);
    same([...opened].sort(), [...naive.machine.open].sort());
    const partition = (all: readonly Iterable<string>[]) =>
      all.map((s) => [...s].sort().join()).sort();
    same(partition(stacks), partition(naive.machine.stacks));
    same(
      state.made.map((j) => model.jointIds[j]),
      naive.made,
    );
    same(expectedLeft(state), naive.loose());
    const open = checksOpen(model, state).map(({ what }) => what);
    same(open.sort(), naive.unsettled().sort());
    same(canPower(model, state.machine), naive.canPower());
    same([state.isOn, state.forTest], [naive.on, naive.forTest]);
    if (state.phase === "down") {
      const step = must(routeDown(model, state).steps[0], "a step that is left");
      const stops = stopsOf(model, state, step).map(({ id }) => id);
      same([...stops].sort(), naive.stops(step).sort());
    }
    const [next] = state.phase === "up" ? routeUp(model, state) : [];
    if (next) {
      const stops = stopsOf(model, state, next.step).map(({ id }) => id);
      same([...stops].sort(), naive.stops(turned(next.step), true).sort());
    }
    if (next) {
      const gate = lookBefore(model, state, next.step).filter(({ confirmed }) => !confirmed);
      const move = naive.waiting(turned(next.step))!;
      same(gate.map(({ joint }) => joint).sort(), naive.gate(move).sort());
    }
  }

  /** The entry that a number stands for: mostly what comes next, else one of many that may not be. */
  entryOf(choice: number): Entry {
    const { state, model } = this;
    const held = this.naive.held();
    if (held !== undefined && choice % 10 < 5) {
      return {
        do: "answer",
        stop: held,
        answer: held.startsWith("seal") ? "yes" : "no",
        note: "done",
        ...(choice % 3 === 0 ? {} : { where: "in the fire-safe box" }),
      };
    }
    const next = nextEntry(model, state, undefined);
    if (next && choice % 10 < 8) return varied(next, Math.floor(choice / 10));
    const many = this.others(choice);
    return many[Math.floor(choice / 10) % many.length]!;
  }

  private others(choice: number): readonly Entry[] {
    const { state, model, guide } = this;
    const joints = Object.keys(guide.joints);
    const parts = Object.keys(guide.parts);
    const joint = joints[choice % joints.length]!;
    const someone = parts[choice % parts.length]!;
    const made = state.made.map((j) => model.jointIds[j]!);
    const back = made[choice % Math.max(1, made.length)] ?? joint;
    const done = state.done[choice % Math.max(1, state.done.length)];
    const stop = [
      "begin",
      "unplug",
      "bulge",
      "drain",
      "heat",
      "hinge",
      "lithium:battery",
      "seal:seal",
      "seal:base",
      "x",
    ];
    const asked = stop[choice % stop.length]!;
    const checks = checksOpen(model, state);
    const what = checks[choice % Math.max(1, checks.length)]?.what ?? "fan";
    const turned: Entry[] = !done
      ? []
      : done.do === "lift"
        ? [{ do: "place", parts: done.parts.map((p) => model.partIds[p]!) }]
        : [
            { do: "make", joint: model.jointIds[done.joint]! },
            {
              do: "make",
              joint: model.jointIds[done.joint]!,
              count: 1,
              differs: { reason: "lost" },
            },
            {
              do: "make",
              joint: model.jointIds[done.joint]!,
              count: 2,
              differs: { reason: "stuck" },
            },
            {
              do: "make",
              joint: model.jointIds[done.joint]!,
              count: 5,
              differs: { reason: "found" },
            },
          ];
    return [
      { do: "release", joint },
      { do: "release", joint, count: 2, differs: { reason: "missing-at-intake" } },
      { do: "release", joint: "no-such" },
      { do: "lift", parts: [someone] },
      { do: "lift", parts: [] },
      { do: "make", joint },
      { do: "place", parts: [someone] },
      { do: "swap" },
      { do: "confirm", joint: back },
      { do: "seen", joints: [back, made[0] ?? joint] },
      { do: "broke", what: "undone", at: joint, how: "", tells: "desk" },
      { do: "broke", what: "clip", at: someone, how: "left", tells: "technician" },
      { do: "not-in", joint: made.at(-1) ?? joint },
      { do: "confirm", joint },
      ...turned,
      { do: "answer", stop: asked, answer: "yes" },
      { do: "answer", stop: asked, answer: "no" },
      {
        do: "answer",
        stop: asked,
        answer: asked.startsWith("lithium") || asked === "bulge" ? "no" : "yes",
        note: "done",
        where: "in the fire-safe box",
      },
      { do: "power-on" },
      { do: "power-on" },
      { do: "check", round: "open", what, result: "pass" },
      { do: "check", round: "shut", what, result: "pass" },
      { do: "check", round: "open", what, result: "fail" },
      { do: "check", round: "shut", what, result: "na" },
      { do: "check", round: "shut", what, result: "na", note: "never had one" },
      { do: "check", round: "open", what: "telephone", result: "pass" },
      { do: "rework", joint: back },
      { do: "rework", joint },
      { do: "habit", habit: "mirror" },
      { do: "snag", stuck: someone, held: joint },
      { do: "snag", stuck: joint, held: joint },
      { do: "snag", stuck: someone, held: "no-such" },
      { do: "take-back", event: state.live.at(-1)! },
      { do: "take-back", event: state.live.at(-1)! },
      { do: "take-back", event: state.live[0]! },
      { do: "close", left: 0 },
      { do: "close", left: expectedLeft(state) },
      { do: "close", left: 3, explained: "from another job" },
      { do: "close", left: 300, explained: "many" },
    ];
  }
}

/** What comes next, now and then with a count that is not the one that is expected. */
function varied(entry: Entry, choice: number): Entry {
  if (entry.do === "close") return { ...entry, left: choice % 3 };
  if (entry.do !== "release" && entry.do !== "make") return entry;
  switch (choice % 16) {
    case 0:
      return { ...entry, count: choice % 5, differs: { reason: "lost" } };
    case 1:
      return { ...entry, count: choice % 5, differs: { reason: "missing-at-intake" } };
    case 2:
      return { ...entry, count: choice % 5 };
    default:
      return entry;
  }
}

describe("the ledger beside a naive one", () => {
  const numbers = fc.array(fc.nat({ max: 1_000_000 }), {
    minLength: 60,
    maxLength: 200,
    size: "max",
  });
  const starts = CASES.flatMap(({ guide, jobs }) => jobs.map((job) => ({ guide, job })));
  const walk = (guide: Guide, job: Job, choices: readonly number[]): Walk => {
    const here = new Walk(guide, job);
    for (const choice of choices) here.offer(here.entryOf(choice));
    return here;
  };
  test.each(starts.slice(0, 4).map((start) => [JSON.stringify(start.job), start] as const))(
    "every entry is admitted by both or by neither, and leads to the same machine: %s",
    (_, { guide, job }) => {
      fc.assert(
        fc.property(numbers, (choices) => void walk(guide, job, choices)),
        { numRuns: isMutating ? 3 : 10, seed: 20261127 },
      );
    },
  );
  test.each(
    starts
      .slice(4)
      .map((start) => [`${start.guide.model} ${JSON.stringify(start.job)}`, start] as const),
  )("the same on a shipped guide: %s", (_, { guide, job }) => {
    fc.assert(
      fc.property(numbers, (choices) => void walk(guide, job, choices)),
      { numRuns: isMutating ? 1 : 2, seed: 20261127 },
    );
  });
  (isMutating ? test.skip : test)(
    "the walks came everywhere: every kind of entry was admitted, many times",
    () => {
      const kinds = [
        "release",
        "lift",
        "swap",
        "place",
        "make",
        "seen",
        "answer",
        "check",
        "power-on",
      ];
      const rare = ["confirm", "not-in", "broke", "rework", "take-back", "close", "habit", "snag"];
      const seen = (kind: string) => admittedOf.get(kind) ?? 0;
      expect(kinds.filter((kind) => seen(kind) < 15)).toEqual([]);
      expect(rare.filter((kind) => seen(kind) < 3)).toEqual([]);
    },
  );
});
