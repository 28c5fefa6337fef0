import { Meter } from "../base/meter.ts";
import type { Guide } from "../guide/index.ts";
import type { Job } from "../rules/index.ts";
import { FIRST } from "../work/index.ts";
import { type DownStep, type Plan, planJob, reworkOf } from "./plan.ts";
import { guide, part, plug, screws, smallGuide } from "../../testing/builders.ts";
import { naiveWork, Rules } from "../../testing/naive-rules.ts";
import { largeGuide } from "../../testing/large-guide.ts";
import { randomCase, randomOuterCase } from "../../testing/random-guide.ts";

function planned(facts: Guide, job: Job): Plan {
  const plan = planJob(facts, job);
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  return plan.value;
}

const names = (steps: readonly DownStep[]): string[] =>
  steps.map((step) => (step.do === "release" ? step.joint : `lift ${step.parts.join("+")}`));

/** Replays a plan under the rules written straight down; gives its work. */
function replay(facts: Guide, job: Job, plan: Plan): number {
  const rules = new Rules(facts, job);
  let bench = rules.start();
  let work = 0;
  for (const step of plan.down) {
    expect({ step, may: rules.may(bench, step) }).toEqual({ step, may: true });
    work += rules.cost(bench, step);
    bench = rules.apply(bench, step);
  }
  expect(rules.isReached(bench)).toBe(true);
  return work;
}

describe("a job on the small machine", () => {
  test("a fan: base off, battery unplugged, never out", () => {
    const plan = planned(smallGuide(), { for: ["fan"] });
    expect(plan.proven).toBe(true);
    expect(names(plan.down)).toContain("battery-plug");
    expect(names(plan.down)).not.toContain("battery-screws");
    // base 0.7×2 + clips 2.2 + lift 0.6; plugs 0.6×2; fan screws 0.4×2; lift 0.6
    expect(plan.work).toBeCloseTo(1.4 + 2.2 + 0.6 + 1.2 + 0.8 + 0.6, 6);
  });

  test("the battery is unplugged before any other connector and before the board is touched", () => {
    const steps = names(planned(smallGuide(), { for: ["board"] }).down);
    const power = steps.indexOf("battery-plug");
    expect(power).toBeGreaterThan(steps.indexOf("lift base"));
    for (const later of ["fan-plug", "board-screws"]) {
      expect(steps.indexOf(later)).toBeGreaterThan(power);
    }
  });

  test("book mode keeps advice; short mode names what it dropped and why", () => {
    const book = names(planned(smallGuide(), { for: ["fan"], mode: "book" }).down);
    expect(book.indexOf("fan-plug")).toBeLessThan(book.indexOf("fan-screws"));
    const dropping: Guide = {
      ...smallGuide(),
      orders: [
        { first: "battery", then: "board", strength: "advised", why: "the book takes it out" },
      ],
    };
    expect(planned(dropping, { for: ["board"] }).dropped).toMatchObject([
      { first: "battery", why: "the book takes it out" },
    ]);
    expect(planned(dropping, { for: ["board"], mode: "book" }).dropped).toEqual([]);
    expect(names(planned(dropping, { for: ["board"], mode: "book" }).down)).toContain(
      "lift battery",
    );
  });

  test("build-up is the strip-down mirrored, with a gate before the power and one before the base", () => {
    const plan = planned(smallGuide(), { for: ["fan"] });
    expect(plan.up).toHaveLength(plan.down.length);
    const base = plan.up.findIndex((step) => step.do === "place" && step.parts.includes("base"));
    const plug = plan.up.findIndex((step) => step.do === "make" && step.joint === "battery-plug");
    // Dead, all that the base hides; live, the plug alone. Screws are counted.
    expect(plan.gates).toEqual([
      { before: plug, joints: ["fan-plug"] },
      { before: base, joints: ["battery-plug"] },
    ]);
  });

  test("rework of a plug is the way to it, power off first, and opening it", () => {
    const rework = reworkOf(smallGuide(), "fan-plug");
    expect(rework).toMatchObject({ ok: true, value: { work: 5.4 } });
  });

  test("errors name the path", () => {
    expect(planJob(smallGuide(), { for: ["wing"] })).toEqual({
      ok: false,
      error: { type: "part-unknown", path: "/for/0", id: "wing" },
    });
    expect(planJob(smallGuide(), { for: [] })).toMatchObject({ error: { type: "job-empty" } });
    const riveted = guide({
      parts: { frame: part(), lid: part("frame") },
      joints: {
        rivets: { kind: "rivets", joins: ["lid", "frame"], permanent: true },
      },
      covers: [],
    });
    expect(planJob(riveted, { for: ["lid"] })).toMatchObject({ ok: true });
    const shut = { ...riveted, covers: [{ part: "lid", over: ["seam"] }] };
    const sealed: Guide = {
      ...shut,
      parts: { ...shut.parts, inner: part("frame") },
      joints: { ...shut.joints, seam: screws(["inner", "frame"]) },
    };
    expect(planJob(sealed, { for: ["inner"] })).toMatchObject({ error: { type: "no-plan" } });
  });
});

describe("rules", () => {
  test("what is fastened only to the part that is lifted comes along", () => {
    const facts = guide({
      parts: { frame: part(), tray: part("frame"), drive: part("tray") },
      joints: { "tray-screws": screws(["tray", "frame"]), hold: screws(["drive", "tray"]) },
      covers: [{ part: "tray", over: ["deep"] }],
    });
    const deep: Guide = {
      ...facts,
      parts: { ...facts.parts, inner: part("frame") },
      joints: { ...facts.joints, deep: plug(["frame", "inner"]) },
    };
    expect(names(planned(deep, { for: ["inner"] }).down)).toContain("lift tray+drive");
  });

  test("a slack lead lets a part be turned over; the plug beneath is reached then", () => {
    const facts = guide({
      parts: { frame: part(), board: part("frame"), button: part("frame") },
      joints: {
        "board-screws": screws(["board", "frame"]),
        "button-ribbon": plug(["board", "button"], { slack: true }),
        "button-screws": screws(["button", "frame"]),
      },
      covers: [{ part: "frame", over: ["button-ribbon"] }],
    });
    const steps = names(planned(facts, { for: ["button"] }).down);
    expect([...steps].sort()).toEqual([
      "board-screws",
      "button-ribbon",
      "button-screws",
      "lift board",
      "lift button",
    ]);
    expect(steps.indexOf("button-ribbon")).toBeGreaterThan(steps.indexOf("lift board"));
  });

  test("parts that come new stay on the old target and need not be moved", () => {
    const facts = guide({
      parts: { frame: part(), deck: part("frame"), pad: part("deck") },
      joints: { "deck-screws": screws(["deck", "frame"]), "pad-screws": screws(["pad", "deck"]) },
    });
    expect(names(planned(facts, { for: ["deck"] }).down)).toContain("pad-screws");
    const withPad = planned(facts, { for: ["deck"], new: ["pad"] });
    expect(names(withPad.down)).toEqual(["deck-screws", "lift deck+pad"]);
    expect(withPad.unused).toEqual([]);
    expect(planned(facts, { for: ["pad"], new: ["deck"] }).unused).toEqual(["deck"]);
    expect(planned(facts, { for: ["deck"] }).transfers).toEqual([
      { part: "pad", joints: ["pad-screws"] },
    ]);
  });

  test("what was glued to the old part, or to a tape that goes with it, moves over; where it lay does not", () => {
    const glue = (a: string, b: string) => ({ kind: "adhesive", joins: [a, b] }) as const;
    const facts = guide({
      parts: {
        frame: part(),
        pack: part("frame", { kind: "battery" }),
        strip: part("pack", { kind: "tape" }),
        lead: part("frame", { kind: "cable" }),
        flex: part("frame", { kind: "cable" }),
      },
      joints: {
        bed: glue("frame", "pack"),
        "strip-glue": { ...glue("pack", "strip"), permanent: true },
        "lead-tape": { kind: "tape", joins: ["pack", "lead"] },
        "flex-tape": { kind: "tape", joins: ["strip", "flex"] },
        clamp: screws(["lead", "frame"]),
        hold: screws(["flex", "frame"]),
      },
    });
    expect(planned(facts, { for: ["pack"] }).transfers).toEqual([
      { part: "lead", joints: ["lead-tape"] },
      { part: "flex", joints: ["flex-tape"] },
    ]);
  });

  test("the handling is counted: bits that differ, turns that differ", () => {
    const { handling } = planned(smallGuide(), { for: ["fan"], mode: "book" });
    expect(handling.changes).toBe(3);
    expect(handling.turns).toBe(0);
    expect(handling.minutes).toBeCloseTo(0.6, 9);
  });
});

describe("a machine too large to prove within the looks that there are", () => {
  test("still gets a legal plan, with the bound and the gap said", () => {
    const facts = largeGuide(120, 3);
    const job: Job = { for: ["frame"] };
    const answer = planJob(facts, job, undefined, new Meter(100_000));
    if (!answer.ok) throw new Error("no plan");
    const plan = answer.value;
    expect(plan.bound).toBeLessThanOrEqual(plan.work);
    expect(plan.proven).toBe(plan.bound === plan.work);
    expect(plan.finished).toBe(false);
    expect(plan.bound).toBeGreaterThan(0);
    expect(replay(facts, job, plan)).toBeCloseTo(plan.work, 3);
  });

  test("what came to its end with few looks is what comes with many, to the letter", () => {
    for (const facts of [largeGuide(40, 3), largeGuide(40, 4)]) {
      for (const part of Object.keys(facts.parts)) {
        const few = planJob(facts, { for: [part] }, undefined, new Meter(FIRST));
        if (!few.ok || !few.value.finished) continue;
        expect(few).toEqual(planJob(facts, { for: [part] }));
      }
    }
  });
});

describe("against every state there is", () => {
  /** A seeded case planned, and held against the least work of all states; nothing where those are too many. */
  function hold(seed: number, { guide: facts, job }: ReturnType<typeof randomCase>): void {
    const naive = naiveWork(facts, job, 2500);
    if (naive === "gave-up") return;
    const plan = planJob(facts, job);
    if (naive === undefined) {
      expect({ seed, ok: plan.ok }).toEqual({ seed, ok: false });
      return;
    }
    if (!plan.ok) throw new Error(`seed ${seed}: no plan, the naive search has ${naive}`);
    expect({ seed, proven: plan.value.proven }).toEqual({ seed, proven: true });
    expect(plan.value.work).toBeCloseTo(naive, 3);
    expect(replay(facts, job, plan.value)).toBeCloseTo(naive, 6);
  }
  const batches = (count: number): number[] => Array.from({ length: count }, (_, i) => i);

  test.each(batches(60))("seeded guides, batch %i", (batch) => {
    for (let seed = batch * 10 + 1; seed <= batch * 10 + 10; seed++) hold(seed, randomCase(seed));
  });
  test.each(batches(30))("with an outer battery or a plug to open, batch %i", (batch) => {
    for (let seed = batch * 10 + 1; seed <= batch * 10 + 10; seed++) {
      hold(seed, randomOuterCase(seed, 5));
    }
  });
});
