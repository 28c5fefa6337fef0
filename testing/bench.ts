import { PIN } from "./builders.ts";
import {
  admit,
  type BenchState,
  type Entry,
  foldLedger,
  type LedgerEvent,
  lookBefore,
  type Refusal,
  routeDown,
  routeUp,
} from "../core/bench/index.ts";
import { planJob, savedState } from "../core/plan/index.ts";
import type { Job, Model } from "../core/rules/index.ts";
import { refusalWords } from "../core/words/index.ts";

/** A bench that writes what it admits, as the server does. */
export class Bench {
  readonly events: LedgerEvent[] = [];
  constructor(
    readonly model: Model,
    job: Job,
  ) {
    const plan = planJob(model.guide, job);
    if (!plan.ok) throw new Error("no plan");
    this.push({ do: "start", guide: PIN, job, down: plan.value.down });
  }
  get state(): BenchState {
    return foldLedger(this.model, this.events);
  }
  /** Goes on with a job from where the machine is; gives the refusal. */
  replan(job: Job) {
    const { model } = this;
    const { guide } = model;
    const plan = planJob(guide, job, savedState(model, this.state.machine));
    if (!plan.ok) throw new Error("no way on from here");
    return this.tick({ do: "replan", job, down: plan.value.down });
  }
  push(entry: Entry): void {
    const id = `e${this.events.length}`;
    this.events.push({ id, at: "2026-01-01T00:00:00Z", by: "t", entry });
  }
  /** Admits and writes, stops answered and checks passed on the way; gives the refusal's words, if any. */
  tick(entry: Entry): string | undefined {
    const answer = admit(this.model, this.state, entry);
    if (!answer.ok) {
      const wanted = this.wanted(answer.error);
      if (!wanted) return refusalWords(this.model, answer.error);
      return this.tick(wanted) ?? this.tick(entry);
    }
    this.push(entry);
    return undefined;
  }
  private wanted(refusal: Refusal): Entry | undefined {
    if (refusal.type === "stop-open") {
      return { do: "answer", stop: refusal.stop.id, answer: refusal.stop.good };
    }
    if (refusal.type === "not-on") return { do: "power-on" };
    if (refusal.type !== "checks-left") return undefined;
    return { do: "check", round: refusal.round, what: refusal.checks[0]!, result: "pass" };
  }
  down(): void {
    for (let step = this.nextDown(); step; step = this.nextDown()) {
      this.must(step);
    }
  }
  /** An entry that has to be admitted. */
  private must(entry: Entry): void {
    const refused = this.tick(entry);
    if (refused !== undefined) throw new Error(`${JSON.stringify(entry)}: ${refused}`);
  }
  private nextDown(): Entry | undefined {
    return this.state.phase === "down" ? routeDown(this.model, this.state).steps[0] : undefined;
  }
  /** Builds up, to before `until` if it is given; a lot of `short` goes in with so many. */
  up(short: Readonly<Record<string, number>> = {}, until?: string): void {
    for (;;) {
      const next = routeUp(this.model, this.state)[0];
      if (!next) return;
      const joint = next.step.do === "make" ? next.step.joint : "";
      if (joint === until) return;
      const looks = lookBefore(this.model, this.state, next.step);
      const unseen = looks.filter(({ confirmed }) => !confirmed).map(({ joint }) => joint);
      if (unseen.length > 0) this.must({ do: "seen", joints: unseen });
      const count = short[joint];
      const differs = { reason: "stuck" as const };
      const entry = count === undefined ? next.step : { ...next.step, count, differs };
      this.must(entry);
    }
  }
}
