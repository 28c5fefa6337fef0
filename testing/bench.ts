import { admit } from "../core/bench/admit.ts";
import type { Entry, LedgerEvent } from "../core/bench/events.ts";
import { gateOf, machineOf, routeDown, routeUp } from "../core/bench/route.ts";
import { foldLedger, type BenchState, type Machinery } from "../core/bench/fold.ts";
import { unproven } from "../core/bench/checks.ts";
import { openStop } from "../core/bench/stops.ts";
import { planJob } from "../core/plan/plan.ts";
import type { Job } from "../core/rules/problem.ts";

/** A bench that writes what it admits, as the server does. */
export class Bench {
  readonly events: LedgerEvent[] = [];
  constructor(
    readonly machine: Machinery,
    job: Job,
  ) {
    const plan = planJob(machine.guide, job);
    if (!plan.ok) throw new Error("no plan");
    this.push({ do: "start", job, down: plan.value.down });
  }
  get state(): BenchState {
    return foldLedger(this.machine, this.events);
  }
  /** Goes on with a job from where the machine is; gives the refusal. */
  replan(job: Job) {
    const { guide, model } = this.machine;
    const plan = planJob(guide, job, machineOf(model, this.state.machine));
    if (!plan.ok) throw new Error("no way on from here");
    return this.tick({ do: "replan", job, down: plan.value.down });
  }
  push(entry: Entry): void {
    const id = `e${this.events.length}`;
    this.events.push({ id, at: "2026-01-01T00:00:00Z", by: "t", entry });
  }
  /** Admits and writes, stops answered and checks passed on the way; gives the refusal's words, if any. */
  tick(entry: Entry): string | undefined {
    const answer = admit(this.machine, this.state, entry);
    if (!answer.ok) {
      const wanted = this.wanted(answer.error.code, entry);
      if (!wanted) return answer.error.message;
      return this.tick(wanted) ?? this.tick(entry);
    }
    this.push(entry);
    return undefined;
  }
  private wanted(code: string, entry: Entry): Entry | undefined {
    const { machine, state } = this;
    if (code === "stop" && (entry.do === "release" || entry.do === "lift")) {
      const stop = openStop(machine, state, entry);
      return stop && { do: "answer", stop: stop.id, answer: stop.good };
    }
    if (code !== "proof") return undefined;
    const round = entry.do === "close" ? "shut" : "open";
    const check = unproven(machine, state, round)[0];
    return check && { do: "check", round, what: check.what, result: "pass" };
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
    return this.state.phase === "down" ? routeDown(this.machine, this.state).steps[0] : undefined;
  }
  /** Builds up, to before `until` if it is given; a lot of `short` goes in with so many. */
  up(short: Readonly<Record<string, number>> = {}, until?: string): void {
    for (;;) {
      const next = routeUp(this.machine, this.state)[0];
      if (!next) return;
      const joint = next.step.do === "make" ? next.step.joint : "";
      if (joint === until) return;
      for (const { joint, confirmed } of gateOf(this.machine, this.state, next.step)) {
        if (!confirmed) this.must({ do: "confirm", joint });
      }
      const count = short[joint];
      const differs = { reason: "stuck" as const };
      const entry = count === undefined ? next.step : { ...next.step, count, differs };
      this.must(entry);
    }
  }
}
