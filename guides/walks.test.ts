import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import {
  apply,
  type BenchState,
  type Entry,
  foldLedger,
  lifeOf,
  nextAsk,
  reworkChoices,
} from "../core/bench/index.ts";
import { pick, seeded } from "../core/base/seeded.ts";
import { type Guide, parseGuideText } from "../core/guide/index.ts";
import { planJob, savedState } from "../core/plan/index.ts";
import { type Job, type Model, modelOf, permanentUnit } from "../core/rules/index.ts";
import { PIN } from "../testing/builders.ts";
import { Rules, type Bench } from "../testing/naive-rules.ts";
import { nextEntry } from "../testing/play.ts";

const files = readdirSync(import.meta.dirname).filter((name) => name.endsWith(".json"));
const read = (name: string): Guide => {
  const guide = parseGuideText(readFileSync(path.join(import.meta.dirname, name), "utf8"));
  if (!guide.ok) throw new Error(name);
  return guide.value;
};

/** What is known of a machine by going through what was ticked, without the ledger. */
class Watch {
  private bench: Bench;
  private readonly rules: Rules;
  /** Stops answered since it was powered on last. */
  private said = new Set<string>();
  private isOn = false;
  private isForTest = false;
  /** Gone back to something: where the parts lie is then not followed here. */
  isBack = false;
  readonly opened: string[] = [];
  readonly made: string[] = [];
  readonly lifted = new Set<string>();
  readonly placed = new Set<string>();
  readonly passed = new Set<string>();
  private readonly looked = new Set<string>();
  readonly wrong: string[] = [];

  constructor(
    private readonly guide: Guide,
    job: Job,
  ) {
    this.rules = new Rules(guide, job);
    this.bench = this.rules.start();
  }
  private claim(isTrue: boolean, what: string): void {
    if (!isTrue) this.wrong.push(what);
  }
  private get hasPlug(): boolean {
    return Object.values(this.guide.joints).some(({ power }) => power === true);
  }
  /** Whether every battery is off now: its plug open, an outer one out. */
  private get isOff(): boolean {
    const isOpen = (id: string): boolean =>
      this.opened.filter((one) => one === id).length > this.made.filter((one) => one === id).length;
    return Object.entries(this.guide.joints).every(([id, { power, kind, joins }]) => {
      if (power !== true) return true;
      const outer = joins.find((part) => this.guide.parts[part]!.kind === "battery");
      if (kind === "connector" || outer === undefined) return isOpen(id);
      return isOpen(id) && this.lifted.has(outer) && !this.placed.has(outer);
    });
  }
  private get isDead(): boolean {
    if (this.isOn || this.isForTest || !this.said.has("begin")) return false;
    return !this.hasPlug || (this.isOff && (this.said.has("drain") || this.said.has("unplug")));
  }
  private isLive(part: string): boolean {
    const { handling = [], beforePower } = this.guide.parts[part]!;
    return handling.includes("esd") && beforePower !== true;
  }

  see(entry: Entry): void {
    const { guide } = this;
    switch (entry.do) {
      case "answer":
        this.said.add(entry.stop);
        if (entry.stop === "begin") this.isOn = false;
        if (entry.stop === "unplug") this.isForTest = false;
        if (entry.stop.startsWith("lithium:")) this.looked.add(entry.stop.slice(8));
        break;
      case "power-on":
        this.isOn = true;
        this.isForTest = this.hasPlug && this.isOff;
        this.said = new Set();
        break;
      case "check":
        this.claim(this.isOn, `${entry.what} is passed on a machine that is off`);
        this.passed.add(entry.what);
        break;
      case "release": {
        const joint = guide.joints[entry.joint]!;
        const isHarmed =
          joint.power !== true &&
          joint.beforePower !== true &&
          (joint.kind === "connector" || joint.joins.some((part) => this.isLive(part)));
        this.claim(!isHarmed || this.isDead, `${entry.joint} is opened on a live machine`);
        this.claim(!this.isOn, `${entry.joint} is opened on a machine that is on`);
        const isHot = joint.joins.some((part) => guide.parts[part]!.kind === "heatsink");
        this.claim(!isHot || this.said.has("heat"), `${entry.joint} is opened hot`);
        this.claim(
          this.isBack || this.rules.may(this.bench, entry),
          `${entry.joint} cannot be opened`,
        );
        this.bench = this.rules.apply(this.bench, { do: "release", joint: entry.joint });
        this.opened.push(entry.joint);
        break;
      }
      case "lift": {
        const name = entry.parts.join("+");
        const isHarmed = entry.parts.some((part) => this.isLive(part));
        this.claim(!isHarmed || this.isDead, `${name} is lifted on a live machine`);
        this.claim(this.isBack || this.rules.may(this.bench, entry), `${name} cannot be lifted`);
        for (const part of entry.parts) {
          const { handling = [] } = guide.parts[part]!;
          const isPack = handling.includes("lithium");
          this.claim(!isPack || this.looked.has(part), `${part} is lifted and was not looked at`);
          this.lifted.add(part);
          this.placed.delete(part);
        }
        this.bench = this.rules.apply(this.bench, { do: "lift", parts: entry.parts });
        break;
      }
      case "place":
        this.claim(!this.isOn, `${entry.parts.join("+")} is placed on a machine that is on`);
        this.claim(
          !this.isForTest,
          `${entry.parts.join("+")} is placed with the battery in for a test`,
        );
        for (const part of entry.parts) this.placed.add(part);
        break;
      case "make":
        this.claim(!this.isOn, `${entry.joint} is made on a machine that is on`);
        this.made.push(entry.joint);
        break;
      default:
        break;
    }
  }
}

/** Plays a job through, everything answered as it should be, a function failing once; what was wrong. */
function walked(model: Model, job: Job, fails?: string): readonly string[] {
  const { guide } = model;
  const plan = planJob(guide, job);
  if (!plan.ok) throw new Error(`${guide.id}: no plan for ${job.for.join()}`);
  const start: Entry = { do: "start", guide: PIN, job, down: plan.value.down };
  let state: BenchState = apply(model, foldLedger(model, []), start);
  const watch = new Watch(guide, job);
  const functions = new Set<string>();
  for (let i = 0; state.phase !== "closed"; i++) {
    if (i > 2000) return ["it does not end"];
    const life = lifeOf(model, state);
    const ask = nextAsk(model, state);
    if (ask.type === "nothing") return [...watch.wrong, "it asks for nothing"];
    if (ask.type === "check" && life !== "on") watch.wrong.push("a check on a machine that is off");
    const entry = nextEntry(model, state, undefined)!;
    if (entry.do === "check" && entry.what === fails && !watch.isBack) {
      watch.isBack = true;
      state = goneBack(model, state, entry.what);
      continue;
    }
    watch.see(entry);
    if (entry.do === "swap")
      for (const id of job.for) {
        const isFrame = permanentUnit(model, model.partOf.get(id)!).has(model.frame);
        if (!watch.lifted.has(id) && !isFrame) {
          watch.wrong.push(`${id} is not out at the swap`);
        }
      }
    state = apply(model, state, entry);
  }
  for (const id of watch.opened) {
    const joint = guide.joints[id]!;
    if (joint.kind === "connector") for (const what of joint.serves ?? []) functions.add(what);
    if (!watch.made.includes(id)) watch.wrong.push(`${id} was opened and is not made`);
  }
  for (const id of watch.made) {
    if (!watch.opened.includes(id)) watch.wrong.push(`${id} was made and never opened`);
  }
  if (fails !== undefined) return watch.isBack ? watch.wrong : [`${fails} was never tried`];
  const planned = plan.value.down.flatMap((step) => (step.do === "release" ? [step.joint] : []));
  if ([...watch.opened].sort().join() !== [...planned].sort().join()) {
    watch.wrong.push("other joints were opened than the plan says");
  }
  for (const id of watch.lifted) {
    if (!watch.placed.has(id)) watch.wrong.push(`${id} was lifted and is not back`);
  }
  for (const what of functions) {
    if (!watch.passed.has(what)) watch.wrong.push(`${what} was touched and not tried`);
  }
  return watch.wrong;
}

/** Down again to the first joint that a function hangs on, with the plan that the server would make. */
function goneBack(model: Model, state: BenchState, what: string): BenchState {
  const joint = reworkChoices(model, state, what)[0]!.joint;
  const opened = apply(model, state, { do: "rework", joint });
  const job: Job = { for: [], open: [joint] };
  const plan = planJob(model.guide, job, savedState(model, opened.machine));
  if (!plan.ok) throw new Error(`no way back to ${joint}`);
  // A plug is gone back to by opening it, so there is always something to do.
  expect(plan.value.down.length).toBeGreaterThan(0);
  return apply(model, opened, { do: "replan", job, down: plan.value.down });
}

describe.each(files)("the bench leads through %s", (name) => {
  const guide = read(name);
  const model = modelOf(guide);
  const parts = Object.keys(guide.parts);
  test.each(["short", "book"] as const)("every part by itself, %s", (mode) => {
    const wrong = parts.map((part) => [part, walked(model, { for: [part], mode })] as const);
    expect(wrong.filter(([, found]) => found.length > 0)).toEqual([]);
  });
  test("back to what fails, whatever it is: dead again before a hand goes in", () => {
    const board = parts.find((part) => guide.parts[part]!.kind === "motherboard")!;
    const plan = planJob(guide, { for: [board] });
    if (!plan.ok) throw new Error("no plan");
    const served = plan.value.down.flatMap((step) => {
      const joint = step.do === "release" ? guide.joints[step.joint]! : undefined;
      return joint?.kind === "connector" && joint.power !== true ? (joint.serves ?? []) : [];
    });
    for (const what of new Set(served)) {
      expect([what, walked(model, { for: [board] }, what)]).toEqual([what, []]);
    }
  });
  test("two parts at once, drawn by chance", () => {
    const random = seeded(guide.id.length * 101 + parts.length);
    for (let i = 0; i < 12; i++) {
      const both = [...new Set([pick(random, parts), pick(random, parts)])];
      const mode = pick(random, ["short", "book"] as const);
      expect([both, walked(model, { for: both, mode })]).toEqual([both, []]);
    }
  });
});
