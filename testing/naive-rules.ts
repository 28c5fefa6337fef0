import { type Guide, isPermanent, jointMinutes, partMinutes } from "../core/guide/index.ts";
import type { DownStep } from "../core/plan/index.ts";
import type { Job } from "../core/rules/index.ts";

/**
 * The rules of the format page once more, written straight down with sets of ids and no cleverness:
 * the yardstick the planner is held against, and the judge of its plans.
 */
export class Rules {
  constructor(
    private readonly guide: Guide,
    private readonly job: Job,
  ) {}

  start(): Bench {
    return { open: new Set(), stacks: [new Set(Object.keys(this.guide.parts))], lifted: new Set() };
  }

  isOver(x: string, id: string): boolean {
    if (this.guide.covers.some((cover) => cover.part === x && cover.over.includes(id))) return true;
    for (let at = this.guide.parts[x]?.on; at !== undefined; at = this.guide.parts[at]!.on) {
      if (at === id) return true;
    }
    return false;
  }

  stackOf(bench: Bench, p: string): ReadonlySet<string> {
    return bench.stacks.find((stack) => stack.has(p))!;
  }

  isPowerOff(bench: Bench): boolean {
    return Object.entries(this.guide.joints).every(([id, j]) => {
      if (j.power !== true) return true;
      if (!bench.open.has(id)) return false;
      const battery = j.joins.find((p) => this.guide.parts[p]!.kind === "battery");
      if (j.kind === "connector" || battery === undefined) return true;
      if (j.joins[0] !== battery) return bench.lifted.has(battery);
      const others = j.joins.filter((p) => p !== battery);
      return others.every((p) => this.stackOf(bench, p) !== this.stackOf(bench, battery));
    });
  }

  private ordersHold(bench: Bench, id: string): boolean {
    return this.guide.orders
      .filter((order) => order.then === id)
      .filter((order) => order.strength === "must" || this.job.mode === "book")
      .every(({ first }) => bench.open.has(first) || bench.lifted.has(first));
  }

  private isEsd(p: string): boolean {
    const facts = this.guide.parts[p]!;
    return (facts.handling ?? []).includes("esd") && facts.beforePower !== true;
  }

  isForGood(id: string): boolean {
    return isPermanent(this.guide.joints[id]!);
  }

  wantsPowerOff(id: string): boolean {
    const joint = this.guide.joints[id]!;
    if (joint.power === true || joint.beforePower === true) return false;
    return joint.kind === "connector" || joint.joins.some((p) => this.isEsd(p));
  }

  mayRelease(bench: Bench, id: string): boolean {
    const joint = this.guide.joints[id]!;
    if (bench.open.has(id) || isPermanent(joint)) return false;
    const stack = this.stackOf(bench, joint.joins[0]!);
    if ([...stack].some((x) => this.isOver(x, id))) return false;
    if (this.wantsPowerOff(id) && !this.isPowerOff(bench)) return false;
    return this.ordersHold(bench, id);
  }

  group(bench: Bench, from: string, carriesOnly = false): Set<string> {
    const group = new Set([from]);
    for (let grew = true; grew;) {
      grew = false;
      for (const [id, joint] of Object.entries(this.guide.joints)) {
        if (bench.open.has(id) || joint.slack === true) continue;
        if (carriesOnly && ["connector", "tape", "route"].includes(joint.kind)) continue;
        if (!joint.joins.some((p) => group.has(p))) continue;
        for (const p of joint.joins) {
          if (!group.has(p)) grew = true;
          group.add(p);
        }
      }
    }
    return group;
  }

  mayLift(bench: Bench, parts: ReadonlySet<string>): boolean {
    const [first] = parts;
    const group = this.group(bench, first!);
    if (group.size !== parts.size || [...group].some((p) => !parts.has(p))) return false;
    const stack = this.stackOf(bench, first!);
    if (stack.size === parts.size) return false;
    for (const x of stack) {
      if (!parts.has(x) && [...parts].some((p) => this.isOver(x, p))) return false;
    }
    if ([...parts].some((p) => this.isEsd(p)) && !this.isPowerOff(bench)) return false;
    return [...parts].every((p) => this.ordersHold(bench, p));
  }

  may(bench: Bench, step: DownStep): boolean {
    return step.do === "release"
      ? this.mayRelease(bench, step.joint)
      : this.mayLift(bench, new Set(step.parts));
  }

  cost(bench: Bench, step: DownStep): number {
    if (step.do === "release") {
      const { off, on } = jointMinutes(this.guide.joints[step.joint]!);
      return off + on;
    }
    const left = new Set(step.parts);
    let sum = 0;
    for (const p of step.parts) {
      if (!left.has(p)) continue;
      const piece = [...this.group(bench, p, true)];
      piece.forEach((q) => left.delete(q));
      const minutes = piece.map((q) => partMinutes(this.guide.parts[q]!));
      sum += Math.max(...minutes.map((m) => m.lift)) + Math.max(...minutes.map((m) => m.place));
    }
    return sum;
  }

  apply(bench: Bench, step: DownStep): Bench {
    if (step.do === "release") return { ...bench, open: new Set([...bench.open, step.joint]) };
    const parts = new Set(step.parts);
    const stacks = bench.stacks.map((s) => new Set([...s].filter((p) => !parts.has(p))));
    return {
      open: bench.open,
      stacks: [...stacks.filter((s) => s.size > 0), parts],
      lifted: new Set([...bench.lifted, ...parts]),
    };
  }

  steps(bench: Bench): DownStep[] {
    const steps: DownStep[] = Object.keys(this.guide.joints)
      .filter((id) => this.mayRelease(bench, id))
      .map((joint) => ({ do: "release", joint }));
    const seen = new Set<string>();
    for (const p of Object.keys(this.guide.parts)) {
      if (seen.has(p)) continue;
      const group = this.group(bench, p);
      group.forEach((q) => seen.add(q));
      if (this.mayLift(bench, group)) steps.push({ do: "lift", parts: [...group].sort() });
    }
    return steps;
  }

  isReached(bench: Bench): boolean {
    for (const id of this.job.reach ?? []) {
      const host = this.guide.joints[id]?.joins[0] ?? id;
      if ([...this.stackOf(bench, host)].some((x) => this.isOver(x, id))) return false;
    }
    if ((this.job.open ?? []).some((id) => !bench.open.has(id))) return false;
    return this.job.for.every((target) => this.isFree(bench, target));
  }

  private isFree(bench: Bench, target: string): boolean {
    const fresh = new Set(this.job.new ?? []);
    const unit = new Set([target]);
    for (let grew = true; grew;) {
      grew = false;
      for (const joint of Object.values(this.guide.joints)) {
        if (!isPermanent(joint) || !joint.joins.some((p) => unit.has(p))) continue;
        for (const p of joint.joins) {
          if (!unit.has(p)) grew = true;
          unit.add(p);
        }
      }
    }
    const bin = new Set([...unit].flatMap((p) => [...this.stackOf(bench, p)]));
    if ([...bin].some((p) => !unit.has(p) && !fresh.has(p))) return false;
    return Object.entries(this.guide.joints).every(
      ([id, joint]) =>
        bench.open.has(id) ||
        isPermanent(joint) ||
        !joint.joins.some((p) => bin.has(p)) ||
        joint.joins.every((p) => bin.has(p)),
    );
  }
}

export interface Bench {
  readonly open: ReadonlySet<string>;
  readonly stacks: readonly ReadonlySet<string>[];
  readonly lifted: ReadonlySet<string>;
}

const keyOf = (bench: Bench): string =>
  [
    [...bench.open].sort().join(),
    bench.stacks
      .map((s) => [...s].sort().join("+"))
      .sort()
      .join(),
    [...bench.lifted].sort().join(),
  ].join("|");

/**
 * The least work over every state there is, cheapest first; undefined when the goal is out of
 * reach, "gave-up" past `most` states.
 */
export function naiveWork(guide: Guide, job: Job, most: number): number | undefined | "gave-up" {
  const rules = new Rules(guide, job);
  const best = new Map<string, { bench: Bench; work: number }>();
  const open = new Map<string, { bench: Bench; work: number }>();
  open.set(keyOf(rules.start()), { bench: rules.start(), work: 0 });
  while (open.size > 0) {
    const [key, at] = [...open].reduce((a, b) => (b[1].work < a[1].work ? b : a));
    open.delete(key);
    best.set(key, at);
    if (rules.isReached(at.bench)) return at.work;
    if (best.size > most) return "gave-up";
    for (const step of rules.steps(at.bench)) {
      const bench = rules.apply(at.bench, step);
      const next = keyOf(bench);
      const work = at.work + rules.cost(at.bench, step);
      if (best.has(next) || (open.get(next)?.work ?? Infinity) <= work) continue;
      open.set(next, { bench, work });
    }
  }
  return undefined;
}
