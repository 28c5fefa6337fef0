import type { Guide } from "../guide/index.ts";
import { planJob, savedState } from "../plan/index.ts";
import { type Job, type Model, modelOf } from "../rules/index.ts";
import { refusalWords } from "../words/index.ts";
import { admit } from "./admit.ts";
import { checksOf, checksOpen } from "./checks.ts";
import { lifeOf } from "./power.ts";
import { checksDue } from "./proof.ts";
import type { Entry, LedgerEvent } from "./events.ts";
import { foldLedger } from "./fold.ts";
import type { BenchState } from "./state.ts";
import { heldBy, openStop, stopById, stopsOf } from "./stops.ts";
import {
  clips,
  guide,
  part,
  plug as plugOf,
  screws,
  smallGuide,
  PIN,
} from "../../testing/builders.ts";
import { nextEntry } from "../../testing/play.ts";

class TestBench {
  readonly events: LedgerEvent[] = [];
  readonly model: Model;
  constructor(facts: Guide, job: Job) {
    this.model = modelOf(facts);
    const plan = planJob(facts, job);
    if (!plan.ok) throw new Error("no plan");
    this.push({ do: "start", guide: PIN, job, down: plan.value.down });
  }
  get state(): BenchState {
    return foldLedger(this.model, this.events);
  }
  push(entry: Entry): void {
    const id = `e${this.events.length}`;
    this.events.push({ id, at: "2026-01-01T00:00:00Z", by: "t", entry });
  }
  tick(entry: Entry): string | undefined {
    const answer = admit(this.model, this.state, entry);
    if (!answer.ok) return refusalWords(this.model, answer.error);
    this.push(entry);
    return undefined;
  }
  /** Plays on until an entry comes that `isEnough` says to stop before. */
  playTo(isEnough: (entry: Entry) => boolean): Entry | undefined {
    for (let guard = 0; guard < 300; guard++) {
      const entry = nextEntry(this.model, this.state, undefined);
      if (!entry || isEnough(entry)) return entry;
      expect(this.tick(entry)).toBeUndefined();
    }
    return undefined;
  }
}

const fan = () => new TestBench(smallGuide(), { for: ["fan"] });
const battery = () => new TestBench(smallGuide(), { for: ["battery"] });

describe("stops", () => {
  test("the first step waits for its answer, and no is not enough", () => {
    const job = fan();
    const first = { do: "release", joint: "base-clips" } as const;
    expect(job.tick(first)).toMatch(/^Answer first: Charger out/);
    expect(job.tick({ do: "answer", stop: "begin", answer: "no" })).toBeUndefined();
    expect(job.tick(first)).toMatch(/^Answer first/);
    expect(heldBy(job.model, job.state)).toBeUndefined();
    expect(job.tick({ do: "answer", stop: "begin", answer: "yes" })).toBeUndefined();
    expect(job.tick(first)).toBeUndefined();
  });

  test("before a battery is loosened it is looked at; unplugging it asks nothing of the kind", () => {
    const job = battery();
    const asked = job.playTo((entry) => entry.do === "answer" && entry.stop.startsWith("lithium"));
    expect(asked).toEqual({ do: "answer", stop: "lithium:battery", answer: "no" });
    const start = foldLedger(job.model, job.events.slice(0, 1));
    const plug = { do: "release", joint: "battery-plug" } as const;
    expect(stopsOf(job.model, start, plug).map(({ id }) => id)).not.toContain("lithium:battery");
  });

  test("a pack is looked at when it is first in sight, in a job that has nothing to do with it too", () => {
    const job = fan();
    const asked = job.playTo((entry) => entry.do === "answer" && entry.stop.startsWith("lithium"));
    expect(asked).toEqual({ do: "answer", stop: "lithium:battery", answer: "no" });
    expect(job.state.done.at(-1)).toMatchObject({ do: "lift" });
  });

  test("when something spoke for a swollen pack it is asked for before the base is pried", () => {
    const facts = smallGuide();
    const plan = planJob(facts, { for: ["fan"] });
    if (!plan.ok) throw new Error("no plan");
    const job = new TestBench(facts, { for: ["fan"] });
    job.events.length = 0;
    job.push({
      do: "start",
      guide: PIN,
      job: { for: ["fan"] },
      down: plan.value.down,
      signs: ["pad-stuck"],
    });
    const asked = job.playTo((entry) => entry.do === "answer" && entry.stop === "bulge");
    expect(asked).toEqual({ do: "answer", stop: "bulge", answer: "no" });
    expect(job.tick({ do: "answer", stop: "bulge", answer: "yes" })).toBeUndefined();
    expect(heldBy(job.model, job.state)?.id).toBe("bulge");
    expect(fan().playTo((entry) => entry.do === "answer" && entry.stop === "bulge")).toBe(
      undefined,
    );
  });

  test("a swollen pack holds the job until it is said what was done", () => {
    const job = battery();
    job.playTo((entry) => entry.do === "answer" && entry.stop.startsWith("lithium"));
    expect(job.tick({ do: "answer", stop: "lithium:battery", answer: "yes" })).toBeUndefined();
    expect(heldBy(job.model, job.state)?.id).toBe("lithium:battery");
    expect(job.tick({ do: "release", joint: "battery-screws" })).toMatch(/^This job is held. Stop/);
    expect(job.tick({ do: "answer", stop: "lithium:battery", answer: "no" })).toMatch(/write down/);
    const note = "exchanged by the licensed firm";
    const answer = { do: "answer", stop: "lithium:battery", answer: "no", note } as const;
    expect(job.tick(answer)).toMatch(/where the pack is now/);
    expect(job.tick({ ...answer, where: "in the sand box in the yard" })).toBeUndefined();
    expect(heldBy(job.model, job.state)).toBeUndefined();
    expect(
      job.playTo((entry) => entry.do === "lift" && entry.parts[0] === "battery"),
    ).toBeDefined();
  });

  test("once the power is off it is drained before anything that harm can come to", () => {
    const job = fan();
    job.playTo((entry) => entry.do === "answer" && entry.stop === "drain");
    expect(openStop(job.model, job.state, { do: "release", joint: "fan-plug" })?.id).toBe("drain");
  });

  test("seals, hinges and hot coolers ask where they are, and only there", () => {
    const facts = guide({
      parts: {
        frame: part(),
        seal: part("frame", { kind: "seal", name: "Seal" }),
        display: part("frame", { kind: "display" }),
        cooler: part("frame", { kind: "heatsink" }),
      },
      joints: {
        glue: { kind: "adhesive", joins: ["frame", "seal"] },
        hinge: screws(["display", "frame"]),
        hold: screws(["cooler", "frame"]),
        lead: plugOf(["frame", "display"]),
        edge: clips(["display", "frame"]),
      },
    });
    const model = modelOf(facts);
    const state = foldLedger(model, []);
    const ids = (step: Parameters<typeof stopsOf>[2]) =>
      stopsOf(model, state, step).map(({ id }) => id);
    expect(ids({ do: "release", joint: "glue" })).toContain("seal:seal");
    expect(ids({ do: "release", joint: "hinge" })).toContain("hinge");
    expect(ids({ do: "release", joint: "lead" })).not.toContain("hinge");
    expect(ids({ do: "lift", parts: ["cooler"] })).toContain("heat");
    expect(ids({ do: "release", joint: "hold" })).toContain("heat");
    expect(ids({ do: "place", parts: ["cooler"] })).toEqual(["begin"]);
    expect(stopById(facts, "seal:cooler")).toBeUndefined();
    expect(stopById(facts, "weather")).toBeUndefined();
  });
});

describe("checks", () => {
  test("what was opened is checked, nothing more and nothing less", () => {
    const job = fan();
    job.playTo((entry) => entry.do === "swap");
    expect(checksOf(job.model, job.state)).toEqual([
      { what: "fan", because: ["fan-plug"], moved: [] },
    ]);
  });

  test("the cover does not go on before what can be tried is tried, with power; passed, it is not asked again", () => {
    const job = fan();
    const on = job.playTo((entry) => entry.do === "power-on");
    expect(on).toEqual({ do: "power-on" });
    expect(job.state.undone.size).toBeGreaterThan(0);
    const cover = { do: "place", parts: ["base"] } as const;
    const pass = { do: "check", round: "open", what: "fan", result: "pass" } as const;
    expect(job.tick(pass)).toMatch(/^Power it on first/);
    expect(job.tick(cover)).toBe("Before this goes on, try out: fan.");
    expect(job.tick({ do: "power-on" })).toBeUndefined();
    expect(job.tick({ do: "power-on" })).toMatch(/on already/);
    expect(job.tick({ ...pass, result: "na" })).toMatch(/Say why/);
    expect(job.tick({ ...pass, result: "fail" })).toBeUndefined();
    expect(job.tick(cover)).toMatch(/try out: fan/);
    expect(job.tick({ ...pass, what: "keyboard" })).toMatch(/Nothing in this job/);
    expect(job.tick({ ...pass, round: "shut" })).toMatch(/not shut/);
    expect(job.tick(pass)).toBeUndefined();
    expect(job.tick(cover)).toMatch(/^Answer first: Charger out, machine shut down/);
    expect(lifeOf(job.model, job.state)).toBe("on");
    expect(job.tick({ do: "answer", stop: "begin", answer: "yes" })).toBeUndefined();
    expect(lifeOf(job.model, job.state)).toBe("live");
    expect(job.tick(cover)).toBeUndefined();
    expect(job.playTo((entry) => entry.do === "check" || entry.do === "close")).toEqual({
      do: "close",
      left: 0,
    });
  });

  test("set aside before the cover, or never tried: the job is not closed without a word", () => {
    const job = fan();
    job.playTo((entry) => entry.do === "power-on");
    const none = { do: "check", round: "open", what: "fan", result: "na", note: "no fan fitted" };
    expect(job.tick(none as Entry)).toBeUndefined();
    expect(checksOpen(job.model, job.state)).toEqual([]);
    job.playTo((entry) => entry.do === "close");
    expect(job.tick({ do: "close", left: 0 })).toBeUndefined();
  });

  test("going back to a plug makes its check void, and the build-up begins there again", () => {
    const job = fan();
    job.playTo((entry) => entry.do === "check");
    job.tick({ do: "check", round: "open", what: "fan", result: "fail" });
    expect(job.tick({ do: "rework", joint: "board-screws" })).toMatch(/was not made in this job/);
    expect(job.tick({ do: "rework", joint: "fan-plug" })).toBeUndefined();
    const { model } = job;
    const back: Job = { for: [], open: ["fan-plug"] };
    const plan = planJob(model.guide, back, savedState(model, job.state.machine));
    if (!plan.ok) throw new Error("no way back");
    expect(job.tick({ do: "replan", job: back, down: plan.value.down })).toBeUndefined();
    expect(job.state).toMatchObject({ phase: "down", rework: "fan-plug", targets: ["fan"] });
    // It was powered on: every stop is new, the power comes off first, and the plug is opened.
    expect(lifeOf(model, job.state)).toBe("on");
    expect(job.tick(plan.value.down[0]!)).toMatch(/^Answer first: Charger out/);
    job.playTo((entry) => entry.do === "release" && entry.joint === "fan-plug");
    expect(lifeOf(model, job.state)).toBe("dead");
    job.playTo((entry) => entry.do === "swap");
    const opened = job.state.done.map((move) => (move.do === "release" ? move.joint : -1));
    expect(opened.slice(-2).map((j) => model.jointIds[j])).toEqual(["battery-plug", "fan-plug"]);
    const end = job.playTo((entry) => entry.do === "close");
    expect(end).toEqual({ do: "close", left: 0 });
    expect(checksDue(model, job.state)).toEqual([]);
    expect(job.tick(end!)).toBeUndefined();
  });

  test("going back is taken back with the plan that followed it", () => {
    const job = fan();
    job.playTo((entry) => entry.do === "check");
    const before = job.state;
    job.push({ do: "rework", joint: "fan-plug" });
    const back: Job = { for: [], open: ["fan-plug"] };
    const { id } = job.events.at(-1)!;
    const at = "2026-01-01T00:00:00Z";
    job.events.push({
      id: "the-plan-after",
      at,
      by: "t",
      causedBy: id,
      entry: { do: "replan", job: back, down: [] },
    });
    expect(job.state.phase).toBe("swap");
    expect(job.tick({ do: "take-back", event: "the-plan-after" })).toBeUndefined();
    expect(job.state).toEqual({ ...before, live: before.live });
  });
});

describe("what is opened again has to be seen to again", () => {
  /** A fan job built up to the cover, its check passed, and gone back to a joint. */
  function goneBack(job: TestBench, joint: string): void {
    const { model } = job;
    job.push({ do: "rework", joint });
    const back: Job = { for: [], open: [joint] };
    const plan = planJob(model.guide, back, savedState(model, job.state.machine));
    if (!plan.ok) throw new Error("no way back");
    job.push({ do: "replan", job: back, down: plan.value.down });
  }
  test("a plug that is opened again is not made, not confirmed, and its check is void", () => {
    const job = fan();
    job.playTo((entry) => entry.do === "check");
    expect(job.tick({ do: "check", round: "open", what: "fan", result: "pass" })).toBeUndefined();
    const plug = job.model.jointOf.get("fan-plug")!;
    expect(job.state.made).toContain(plug);
    expect(checksOpen(job.model, job.state)).toEqual([]);
    job.push({ do: "confirm", joint: "fan-plug" });
    goneBack(job, "fan-plug");
    job.push({ do: "release", joint: "fan-plug" });
    expect(job.state.made).not.toContain(plug);
    expect(job.state.confirmed.has(plug)).toBe(false);
    expect([...job.state.checks.keys()]).toEqual([]);
    expect(job.tick({ do: "confirm", joint: "fan-plug" })).toMatch(/not made yet/);
  });
  test("a cooler that is opened again has to be measured again; other results stand", () => {
    const cooled = {
      ...smallGuide(),
      parts: {
        ...smallGuide().parts,
        cooler: part("board", { name: "Cooler", kind: "heatsink", handling: ["paste"] }),
      },
      joints: {
        ...smallGuide().joints,
        "cooler-screws": screws(["cooler", "board"], { count: 2 }),
      },
    };
    const job = new TestBench(cooled, { for: ["cooler", "fan"] });
    job.playTo((entry) => entry.do === "close");
    expect([...job.state.checks.keys()].sort()).toEqual([
      "open:fan",
      "shut:temperature under load",
    ]);
    goneBack(job, "cooler-screws");
    job.push({ do: "release", joint: "cooler-screws", count: 2 });
    expect([...job.state.checks.keys()]).toEqual(["open:fan"]);
  });
});

test("the answer that holds a job can be taken back", () => {
  const job = battery();
  job.tick({ do: "answer", stop: "begin", answer: "yes" });
  job.tick({ do: "answer", stop: "lithium:battery", answer: "yes" });
  expect(heldBy(job.model, job.state)?.id).toBe("lithium:battery");
  const last = job.state.live.at(-1)!;
  expect(job.tick({ do: "take-back", event: last })).toBeUndefined();
  expect(heldBy(job.model, job.state)).toBeUndefined();
});

test("the power button is asked for when the power is off, not before; and not where there is no power", () => {
  const job = fan();
  const plug = { do: "release", joint: "fan-plug" } as const;
  const ids = () => stopsOf(job.model, job.state, plug).map(({ id }) => id);
  expect(ids()).not.toContain("drain");
  job.playTo((entry) => entry.do === "release" && entry.joint === "battery-plug");
  expect(ids()).not.toContain("drain");
  job.push({ do: "release", joint: "battery-plug" });
  expect(ids()).toContain("drain");
  const joints = { ...smallGuide().joints, "battery-plug": plugOf(["board", "battery"]) };
  const bare = new TestBench({ ...smallGuide(), joints }, { for: ["fan"] });
  expect(stopsOf(bare.model, bare.state, plug).map(({ id }) => id)).toEqual(["begin"]);
});
