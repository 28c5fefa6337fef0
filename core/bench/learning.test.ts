import { PIN } from "../../testing/builders.ts";
import { must } from "../base/must.ts";
import { parseGuide, type Guide, type GuideJoint } from "../guide/index.ts";
import {
  asSightings,
  enteredCover,
  enteredJoint,
  firstSightings,
  FRAME,
  learningModel,
  learntGuide,
  machineOf,
  outlineOf,
  type Sighting,
} from "../learn/index.ts";
import { planJob, savedState } from "../plan/index.ts";
import {
  admitNext,
  type Entry,
  foldOn,
  type Folded,
  goodEntry,
  type LedgerEvent,
  nextAsk,
  routeDown,
  sightingsIn,
} from "./index.ts";

const SIZE = { width: 300, height: 200 };
const machine = {
  id: "zellick-kite-14",
  maker: "Zellick",
  model: "Kite 14",
  codes: ["ZK-77Q"],
  recognise: "New.",
};
const stub = (): Guide =>
  learntGuide({ machine, sightings: firstSightings(SIZE, ["battery", "fan"], (kind) => kind) });

/** A bench of a machine that nobody knows; what is entered here is undone here. */
class LearningBench {
  folded: Folded;
  private readonly events: LedgerEvent[] = [];

  constructor(guide: Guide, target: string) {
    this.folded = foldOn(learningModel(guide), undefined, []);
    const job = { for: [target], mode: "short" } as const;
    const plan = planJob(this.guide, job);
    if (!plan.ok) throw new Error("no plan to begin with");
    const start = { version: "0".repeat(64), code: "ZK-77Q" };
    this.do({ do: "start", guide: start, job, down: plan.value.down });
  }

  get guide(): Guide {
    return this.folded.model.guide;
  }
  get phase() {
    return this.folded.state.phase;
  }

  refused(entry: Entry): string | undefined {
    const admitted = admitNext(this.folded, this.event(entry));
    return admitted.ok ? undefined : admitted.error.type;
  }

  do(entry: Entry): void {
    expect(this.refused(entry)).toBeUndefined();
    this.events.push(this.event(entry));
    this.folded = foldOn(this.folded.model, this.folded, [...this.events]);
    this.replan();
  }

  /** What the server does when the steps that are left lead nowhere. */
  private replan(): void {
    const { state, model } = this.folded;
    if (state.phase !== "down" || routeDown(model, state).complete) return;
    const from = savedState(model, state.machine);
    const plan = planJob(this.guide, state.job!, from);
    if (!plan.ok) throw new Error("no plan from here");
    const entry: Entry = { do: "replan", job: state.job!, down: plan.value.down };
    this.events.push({ ...this.event(entry), causedBy: this.events.at(-1)!.id });
    this.folded = foldOn(this.folded.model, this.folded, [...this.events]);
  }

  /** Answers what is asked before the next step. */
  answerStops(): void {
    for (;;) {
      const { model, state } = this.folded;
      const ask = nextAsk(model, state);
      if (ask.type !== "stop") return;
      this.do(must(goodEntry(ask), "an answer"));
    }
  }

  over(name: string, kind: "cover" | "bracket", what: string): string {
    const { part, sightings } = enteredCover(this.guide, { name, kind }, what, []);
    this.do({ do: "learn", sightings });
    return part;
  }

  undo(name: string, facts: GuideJoint): string {
    const { joint, sightings } = enteredJoint(this.guide, name, facts, []);
    this.do({ do: "learn", sightings });
    this.answerStops();
    this.do({ do: "release", joint });
    return joint;
  }

  lift(part: string): void {
    this.answerStops();
    this.do({ do: "lift", parts: [part] });
  }

  /** Goes on as all is well until nothing is asked any more; what was asked on the way. */
  toTheEnd(): readonly string[] {
    const asked: string[] = [];
    for (let i = 0; i < 200 && this.phase !== "closed"; i++) {
      const { model, state } = this.folded;
      const ask = nextAsk(model, state);
      asked.push(
        ask.type === "gate"
          ? `gate ${ask.joints.join()}`
          : ask.type === "step"
            ? JSON.stringify(ask.step)
            : ask.type,
      );
      const entry = must(goodEntry(ask), `an entry for ${ask.type}`);
      this.do(ask.type === "close" ? { do: "close", left: 0 } : entry);
    }
    return asked;
  }

  takeBack(): void {
    this.do({ do: "take-back", event: this.folded.state.live.at(-1)! });
  }

  get sightings(): readonly Sighting[] {
    return asSightings(sightingsIn(this.events));
  }

  private event(entry: Entry): LedgerEvent {
    return { id: `event-${this.events.length}`, at: "2026-01-01T00:00:00Z", by: "t", entry };
  }
}

const screws = (joins: readonly string[], count: number): GuideJoint => ({
  kind: "screws",
  joins,
  drive: "PH0",
  thread: "M2",
  length: 4,
  count,
});
const plug = (joins: readonly string[], more: Partial<GuideJoint> = {}): GuideJoint =>
  ({ kind: "connector", type: "wire-plug", joins, ...more }) as GuideJoint;

/** Base off, battery unplugged and out. */
function toTheBattery(): LearningBench {
  const bench = new LearningBench(stub(), "battery");
  bench.answerStops();
  const base = bench.over("Base plate", "cover", "battery");
  bench.undo("Base screws", screws([base, FRAME], 4));
  bench.lift(base);
  bench.undo("Battery plug", plug([FRAME, "battery"], { power: true }));
  bench.undo("Battery screws", screws(["battery", FRAME], 2));
  bench.lift("battery");
  return bench;
}

test("a machine that nobody knows is opened, closed as it was opened, and has a guide then", () => {
  const bench = toTheBattery();
  expect(bench.phase).toBe("swap");
  const asked = bench.toTheEnd();
  expect(bench.phase).toBe("closed");
  expect(asked).toContain("gate battery-plug");
  expect(asked.indexOf("gate battery-plug")).toBeLessThan(
    asked.indexOf(JSON.stringify({ do: "place", parts: ["base-plate"] })),
  );
  const known = firstSightings(SIZE, ["battery", "fan"], (kind) => kind);
  const guide = learntGuide({
    machine,
    sightings: [...known, { do: "closed" }, ...bench.sightings],
  });
  expect(parseGuide(JSON.parse(JSON.stringify(guide))).ok).toBe(true);
  const plan = planJob(guide, { for: ["battery"] });
  expect(
    plan.ok && plan.value.down.map((step) => (step.do === "lift" ? step.parts : step.joint)),
  ).toEqual(["base-screws", ["base-plate"], "battery-plug", "battery-screws", ["battery"]]);
});

test("the next job goes by what is known, and on from where that ends", () => {
  const first = toTheBattery();
  const known = firstSightings(SIZE, ["battery", "fan"], (kind) => kind);
  const guide = learntGuide({
    machine,
    sightings: [...known, { do: "closed" }, ...first.sightings],
  });
  // What was done before is planned by that alone; what nobody has taken out, by all that may be opened.
  const { learning } = learningModel(guide);
  expect(learning?.planBy({ for: ["battery"] }).joints).toHaveProperty("together-1");
  expect(learning?.planBy({ for: ["fan"] }).joints).not.toHaveProperty("together-1");
  const bench = new LearningBench(guide, "fan");
  bench.answerStops();
  expect(nextAsk(bench.folded.model, bench.folded.state)).toEqual({
    type: "step",
    step: { do: "lift", parts: ["fan"] },
  });
  // The plate is over it, and how that comes off is known.
  bench.do({
    do: "learn",
    sightings: [{ do: "snag", claim: { how: "over", first: "base-plate", then: "fan" } }],
  });
  expect(nextAsk(bench.folded.model, bench.folded.state)).toMatchObject({
    step: { joint: "base-screws" },
  });
  bench.do({ do: "release", joint: "base-screws" });
  bench.lift("base-plate");
  // Whoever stands there may do otherwise than the plan: it is only what was known.
  bench.answerStops();
  expect(bench.refused({ do: "release", joint: "battery-plug" })).toBeUndefined();
  bench.undo("Fan screws", screws(["fan", FRAME], 2));
  bench.lift("fan");
  bench.toTheEnd();
  expect(bench.phase).toBe("closed");
  // The battery stayed in this time: it is not in the way of the fan.
  const later = learntGuide({
    machine: machineOf(guide),
    sightings: [
      ...known,
      { do: "closed" },
      ...first.sightings,
      { do: "closed" },
      ...bench.sightings,
    ],
  });
  const plan = planJob(later, { for: ["fan"] });
  expect(plan.ok && plan.value.down.map((step) => step.do === "release" && step.joint)).toEqual([
    "base-screws",
    false,
    "fan-screws",
    false,
  ]);
});

test("while nobody can plan anew, what was learnt leads on all the same", () => {
  const events: LedgerEvent[] = [];
  let folded = foldOn(learningModel(stub()), undefined, []);
  const push = (entry: Entry) => {
    const event = { id: `e${events.length}`, at: "2026-01-01T00:00:00Z", by: "t", entry };
    expect(admitNext(folded, event).ok).toBe(true);
    events.push(event);
    folded = foldOn(folded.model, folded, [...events]);
  };
  const next = () => routeDown(folded.model, folded.state).steps[0];
  push({
    do: "start",
    guide: { version: "0".repeat(64), code: "ZK-77Q" },
    job: { for: ["battery"] },
    down: [{ do: "lift", parts: ["battery"] }],
  });
  push({ do: "answer", stop: "begin", answer: "yes" });
  push({ do: "answer", stop: "lithium:battery", answer: "no" });
  const met = { name: "Base plate", kind: "cover" } as const;
  const { guide } = folded.model;
  push({ do: "learn", sightings: enteredCover(guide, met, "battery", []).sightings });
  expect(next()).toEqual({ do: "lift", parts: ["base-plate"] });
  const clips: GuideJoint = { kind: "clips", joins: ["base-plate", FRAME] };
  const entered = enteredJoint(folded.model.guide, "Base clips", clips, []);
  push({ do: "learn", sightings: entered.sightings });
  expect(next()).toEqual({ do: "release", joint: "base-clips" });
  push({ do: "release", joint: "base-clips" });
  push({ do: "lift", parts: ["base-plate"] });
  expect(next()).toEqual({ do: "lift", parts: ["battery"] });
});

test("nothing is unplugged before the battery's plug is known", () => {
  const bench = new LearningBench(stub(), "fan");
  bench.answerStops();
  const { joint, sightings } = enteredJoint(bench.guide, "Fan plug", plug([FRAME, "fan"]), []);
  bench.do({ do: "learn", sightings });
  expect(bench.refused({ do: "release", joint })).toBe("power-unknown");
});

test("what was entered is taken back with its step, and can be entered otherwise", () => {
  const bench = new LearningBench(stub(), "battery");
  bench.answerStops();
  bench.undo("Battery screws", screws(["battery", FRAME], 3));
  bench.takeBack();
  bench.takeBack();
  expect(Object.keys(bench.guide.joints)).toEqual([]);
  bench.undo("Battery screws", screws(["battery", FRAME], 2));
  expect(bench.guide.joints["battery-screws"]).toMatchObject({ count: 2 });
});

test.each([
  [
    "a joint of a part that is not there",
    { do: "joint", joint: "x", facts: screws(["ghost", FRAME], 1) },
  ],
  ["a joint of one part twice", { do: "joint", joint: "x", facts: screws([FRAME, FRAME], 1) }],
  [
    "a count unlike its places",
    {
      do: "joint",
      joint: "x",
      facts: { ...screws(["fan", FRAME], 3), at: [{ view: "inside", x: 1, y: 1 }] },
    },
  ],
  ["an id that is a part's", { do: "joint", joint: "fan", facts: screws(["battery", FRAME], 1) }],
] as const)("%s is refused", (_, sighting) => {
  const bench = new LearningBench(stub(), "battery");
  expect(bench.refused({ do: "learn", sightings: [sighting as Sighting] })).toBe("entry-invalid");
});

test("a guide that was written learns nothing at the bench", () => {
  const { learnt: _, ...written } = stub();
  const bench = new LearningBench({ ...written, joints: {} }, "battery");
  const sightings: Sighting[] = [{ do: "joint", joint: "x", facts: screws(["fan", FRAME], 1) }];
  expect(bench.refused({ do: "learn", sightings })).toBe("not-learning");
});

test("an outline is what lies between two taps, whichever comes first", () => {
  const at = (x: number, y: number) => ({ view: "inside", x, y });
  expect(outlineOf([at(30, 10), at(10, 40)])).toEqual({
    view: "inside",
    x: 10,
    y: 10,
    w: 20,
    h: 30,
  });
  expect(outlineOf([at(1, 1)])).toBeUndefined();
  expect(outlineOf([at(1, 1), { view: "top", x: 9, y: 9 }])).toBeUndefined();
});

test("what is seen of a machine that is opened again begins with its being closed", () => {
  const event = (id: string, entry: Entry): LedgerEvent => ({
    id,
    at: "2026-01-01T08:00:00Z",
    by: "tobin",
    entry,
  });
  const start: Entry = { do: "start", guide: PIN, job: { for: ["fan"] }, down: [] };
  const told = sightingsIn([
    event("a", start),
    event("b", { do: "lift", parts: ["fan"] }),
    event("c", start),
    event("d", { do: "lift", parts: ["battery"] }),
  ]);
  expect(told.map((one) => one.do)).toEqual(["lift", "closed", "lift"]);
});
