import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { PIN } from "../../testing/builders.ts";
import { NaiveBench, turned } from "../../testing/naive-bench.ts";
import { nextEntry } from "../../testing/play.ts";
import { isMutating } from "../../testing/mutating.ts";
import { must } from "../base/must.ts";
import { pick, seeded } from "../base/seeded.ts";
import { isAppliedFirst, parseGuideText, type Guide } from "../guide/index.ts";
import { planJob, savedState } from "../plan/index.ts";
import { modelOf, type Job } from "../rules/index.ts";
import { admit } from "./admit.ts";
import type { Entry, LedgerEvent } from "./events.ts";
import { foldOn, type Folded } from "./fold.ts";
import { remainingDown, remainingUp } from "./remaining.ts";
import { lookBefore } from "./look.ts";

const folder = path.join(import.meta.dirname, "../../guides");
const guides = readdirSync(folder)
  .filter((name) => name.endsWith(".json"))
  .slice(0, isMutating ? 2 : undefined)
  .map((name) => {
    const guide = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
    if (!guide.ok) throw new Error(name);
    return guide.value;
  });

/** A job played in any order the ledger allows, down and up; its events. */
class Player {
  readonly events: LedgerEvent[] = [];
  private folded: Folded | undefined;
  readonly model;
  constructor(
    readonly guide: Guide,
    job: Job,
    readonly random: () => number,
  ) {
    this.model = modelOf(guide);
    const plan = planJob(guide, job);
    if (!plan.ok) throw new Error(`${guide.id}: no plan`);
    this.push({ do: "start", guide: PIN, job, down: plan.value.down });
  }
  get state() {
    return must(this.folded, "a ledger").state;
  }
  push(entry: Entry): void {
    this.events.push({ id: `e${this.events.length}`, at: "", by: "t", entry });
    this.folded = foldOn(this.model, this.folded, [...this.events]);
  }
  /** All steps that are left and that the ledger admits now. */
  admitted(): readonly Entry[] {
    const { state, model } = this;
    const steps = state.phase === "down" ? remainingDown(model, state) : remainingUp(model, state);
    return steps.filter((step) => admit(model, state, step).ok);
  }
  /** What stands before the steps: stops, the swap, gates, checks. */
  clear(): boolean {
    const { state, model } = this;
    if (state.phase === "up") {
      for (const step of remainingUp(model, state)) {
        const open = lookBefore(model, state, step).find(({ confirmed }) => !confirmed);
        if (open) return this.tick({ do: "confirm", joint: open.joint });
      }
    }
    const next = must(nextEntry(model, state, undefined), "what comes next");
    const isStep = ["release", "lift", "place", "make"].includes(next.do);
    return isStep ? false : this.tick(next);
  }
  private tick(entry: Entry): boolean {
    const admitted = admit(this.model, this.state, entry);
    if (!admitted.ok) throw new Error(`${entry.do}: ${admitted.error.type}`);
    this.push(entry);
    return true;
  }
}

const JOBS = ["motherboard", "fan", "battery", "keyboard"] as const;
const cases = guides.flatMap((guide) =>
  JOBS.flatMap((kind, i) => {
    const part = Object.entries(guide.parts).find(([, facts]) => facts.kind === kind)?.[0];
    const mode = i % 2 === 0 ? ("book" as const) : ("short" as const);
    return part === undefined ? [] : [[guide.model, part, mode, guide] as const];
  }),
);

test.each(cases)(
  "%s, %s, %s: every build-up step that is admitted is, turned round, a legal one; and there always is one",
  (_, part, mode, guide) => {
    const player = new Player(
      guide,
      { for: [part], mode },
      seeded(part.length * 31 + cases.length),
    );
    const startState = savedState(player.model, player.state.machine);
    const seen: ReturnType<typeof savedState>[] = [];
    for (let guard = 0; player.state.phase !== "closed"; guard++) {
      if (guard > 500) throw new Error("the job does not end");
      if (player.clear()) continue;
      const steps = player.admitted();
      const { state, model } = player;
      expect(steps.length).toBeGreaterThan(0);
      if (state.phase === "up") {
        const naive = NaiveBench.after(guide, player.events);
        for (const step of steps) {
          const move = must(naive.waiting(turned(step)), JSON.stringify(step));
          expect({ step, isLegal: naive.isLegalMirror(move) }).toEqual({ step, isLegal: true });
        }
        const next = must(remainingUp(model, state)[0], "a step that is left");
        expect(steps.map((step) => JSON.stringify(step))).toContain(JSON.stringify(next));
      } else seen.push(savedState(model, state.machine));
      player.push(pick(player.random, steps));
    }
    // Whatever the order, it is whole again: all parts in one stack, every joint closed.
    const end = savedState(player.model, player.state.machine);
    expect([end.open, end.stacks.length]).toEqual([startState.open, 1]);
    expect(seen.length).toBeGreaterThan(0);
  },
);

test("turned back step by step, each step leads through the machine it came from", () => {
  for (const guide of guides) {
    const part = Object.entries(guide.parts).find(([, { kind }]) => kind === "motherboard")![0];
    const player = new Player(guide, { for: [part], mode: "short" }, seeded(5));
    const came: string[] = [];
    const now = () => {
      const { open, stacks } = savedState(player.model, player.state.machine);
      const held = open.filter((id) => !isAppliedFirst(guide.joints[id]!));
      return JSON.stringify([held.sort(), stacks.map((s) => [...s].sort().join()).sort()]);
    };
    while (player.state.phase !== "closed") {
      if (player.clear()) continue;
      const isUp = player.state.phase === "up";
      // What is applied first has its place in another order, so the machine is looked at without it.
      if (!isUp && came.at(-1) !== now()) came.push(now());
      const steps = player.admitted();
      const before = now();
      player.push(steps[0]!);
      if (isUp && now() !== before) expect(now()).toBe(came.pop());
    }
    expect(came).toEqual([]);
  }
});
