import { readGuide, shippedFaults, perfectDeed, viewAfter } from "../../testing/practice.ts";
import { planJob } from "../plan/index.ts";
import { modelOf } from "../rules/index.ts";
import type { ScrewsJoint } from "../guide/index.ts";
import { mixUp, screwOf } from "../screws/index.ts";
import { snagOf } from "../snag/index.ts";
import { type Deed, gradeOf, type Setting } from "./exercise.ts";
import { exerciseOf, Machine, offeredBy, offeredByFaults } from "./practice.ts";
import { holdings } from "./questions.ts";

const faults = shippedFaults();
const tern = new Machine(readGuide("marrowby-tern-15"), faults);
const ferro = new Machine(readGuide("halden-ferro-13"), faults);
const set = (subject: string, level = 1, seed = 1): Setting => ({
  kind: subject.split(":")[0] as Setting["kind"],
  subject,
  level,
  seed,
});

/** Plays an exercise to its end by what `next` does. */
function played(machine: Machine, setting: Setting, next: (deeds: readonly Deed[]) => Deed) {
  const deeds: Deed[] = [];
  for (let i = 0; i < 200; i++) {
    const view = viewAfter(machine, setting, deeds);
    if (view.outcome) return { view, outcome: view.outcome, deeds };
    deeds.push(next(deeds));
  }
  throw new Error(`${setting.subject} does not end`);
}

describe.each([
  ["tern", tern],
  ["ferro", ferro],
] as const)("on the %s, whoever knows it all", (_, machine) => {
  const offered = [
    ...offeredBy(machine.model.guide),
    ...offeredByFaults(faults).slice(0, 2),
  ].filter(({ kind }) => kind !== "paste");

  test.each(offered.map((one) => [one.subject, one.level] as const))(
    "%s comes out right",
    (subject, level) => {
      for (const seed of [1, 2, 3]) {
        const setting = set(subject, level, seed);
        if (!exerciseOf(machine, setting, []).ok) {
          // Only what asks for a plug in the way, or a part that hangs, may be missing on a machine.
          expect(subject).toMatch(/^(build|holds):/);
          continue;
        }
        const { outcome } = played(machine, setting, (deeds) =>
          perfectDeed(machine, setting, deeds),
        );
        expect(outcome.damage).toEqual([]);
        if (setting.kind !== "find") expect(gradeOf(outcome)).toBe("right");
      }
    },
  );
});

test("the same setting is the same exercise; another seed asks something else sooner or later", () => {
  const asked = (seed: number) =>
    JSON.stringify(viewAfter(tern, set("screw:marrowby-tern-15", 1, seed), []));
  expect(asked(1)).toBe(asked(1));
  expect(new Set([1, 2, 3, 4, 5, 6].map(asked)).size).toBeGreaterThan(2);
});

describe("order", () => {
  const setting = set("order:marrowby-tern-15:battery", 2);
  const part = "battery";

  test("is as long as the least-work plan, and says nothing of it above the first level", () => {
    const plan = planJob(tern.model.guide, { for: [part] });
    const { outcome } = played(tern, setting, (deeds) => perfectDeed(tern, setting, deeds));
    expect(outcome.least).toBe(plan.ok ? plan.value.work : NaN);
    expect(outcome.minutes).toBeCloseTo(outcome.least, 6);
    expect(viewAfter(tern, setting, [])).toMatchObject({ hint: undefined });
    expect(viewAfter(tern, { ...setting, level: 1 }, [])).toMatchObject({
      hint: expect.anything() as unknown,
    });
  });

  test("a step the facts forbid says why and takes its time; a plug that is pulled on tears", () => {
    const step = { do: "lift", parts: [part] } as const;
    const view = viewAfter(tern, setting, [{ do: "try", step }]);
    expect(view).toMatchObject({ kind: "order", minutes: 0.25, refused: { step }, done: [] });
    const torn = played(tern, setting, (deeds) =>
      deeds.length === 0
        ? { do: "try", step: { do: "lift", parts: ["board"] } }
        : perfectDeed(tern, setting, deeds),
    );
    expect(gradeOf(torn.outcome)).not.toBe("right");
  });

  test("steps that this machine does not have are nothing", () => {
    const deeds: Deed[] = [
      { do: "try", step: { do: "release", joint: "none" } },
      { do: "try", step: { do: "lift", parts: ["battery", "none"] } },
      { do: "say", answer: "battery" },
    ];
    expect(viewAfter(tern, setting, deeds)).toEqual(viewAfter(tern, setting, []));
  });

  test("needless steps are minutes above the least", () => {
    const plan = tern.planFor(part)!;
    const needless = tern.model.jointIds.find((joint) => {
      const step = { do: "release", joint } as const;
      const isIn = plan.down.some((one) => one.do === "release" && one.joint === joint);
      const tried = viewAfter(tern, setting, [{ do: "try", step }]);
      return !isIn && tried.kind === "order" && tried.done.length === 1;
    })!;
    const { outcome } = played(tern, setting, (deeds) =>
      deeds.length === 0
        ? { do: "try", step: { do: "release", joint: needless } }
        : perfectDeed(tern, setting, deeds),
    );
    expect(outcome.minutes).toBeGreaterThan(outcome.least);
    expect(outcome.damage).toEqual([]);
  });
});

describe("build-up with a fault", () => {
  const subject = offeredBy(tern.model.guide).find(({ kind }) => kind === "build")!.subject;
  const setting = set(subject, 3);

  test("noticed before it is covered it costs nothing; read to the end it costs the way back and is dead", () => {
    const told = viewAfter(tern, setting, [{ do: "leave" }]);
    const { outcome, view } = played(tern, setting, () => ({ do: "on" }));
    expect(view).toMatchObject({
      kind: "build",
      fault: (told as typeof view & { fault: object }).fault,
    });
    expect(outcome.damage).toMatchObject([{ type: "unmade" }]);
    expect(outcome.minutes).toBeGreaterThan(0);
    // The way back is a plan of its own, on the machine that is shut: no shorter than the joint alone.
    const { joint } = outcome.damage[0] as { joint: string };
    const back = planJob(tern.model.guide, { for: [], reach: [joint] });
    expect(outcome.minutes).toBeGreaterThanOrEqual(back.ok ? back.value.work : 0);
  });

  test("each step that is read is one of the build-up, the one that is left out is not among them", () => {
    const { view } = played(tern, setting, () => ({ do: "on" }));
    const plan = tern.planFor(subject.split(":")[2]!)!;
    if (view.kind !== "build") throw new Error("no build-up");
    const read = view.done.map((step) => JSON.stringify(step));
    const missing = plan.up.filter((step) => !read.includes(JSON.stringify(step)));
    expect(missing).toEqual([{ do: "make", joint: view.fault!.joint }]);
  });

  test("what was made is no fault: it costs a look, and above the second level it is one", () => {
    const deeds: Deed[] = [{ do: "on" }, { do: "on" }, { do: "on" }];
    const before = viewAfter(tern, setting, deeds);
    const fault = (viewAfter(tern, setting, [{ do: "leave" }]) as { fault?: { joint: string } })
      .fault!;
    if (before.kind !== "build") throw new Error("no build-up");
    const other = before.due.find((id) => id !== fault.joint)!;
    const after = viewAfter(tern, setting, [...deeds, { do: "missing", joint: other }]);
    expect(after).toMatchObject({ looked: [other], outcome: undefined });
  });
});

test("which screw: one that does harm in another hole that is offered, wherever the machine has such", () => {
  const vortan = new Machine(readGuide("brandel-vortan-16"), faults);
  for (const machine of [tern, ferro, vortan]) {
    const { guide } = machine.model;
    for (let seed = 1; seed <= 30; seed++) {
      const view = viewAfter(machine, set(`screw:${guide.id}`, 1, seed), [{ do: "leave" }]);
      if (view.kind !== "screw") throw new Error("no screw");
      const lotOf = (id: string) => screwOf(guide.joints[id] as ScrewsJoint);
      const right = lotOf(view.right[0]!);
      const others = view.options.filter((id) => !view.right.includes(id)).map(lotOf);
      expect(others.some((other) => mixUp(right, other) !== undefined)).toBe(true);
    }
  }
});

test("what still holds: exactly what the snag finder names for that machine", () => {
  for (const machine of [tern, ferro]) {
    const model = modelOf(machine.model.guide);
    for (const target of ["battery", "fan"]) {
      if (!model.partOf.has(target)) continue;
      for (const { joint, lift, machine: from } of holdings(
        model,
        target,
        machine.planFor(target)!,
      ).slice(0, 6)) {
        const suspects = snagOf(model, { job: { for: [target] }, from, stuck: lift[0]! });
        expect(suspects.map(({ id }) => id)).toContain(joint);
      }
    }
  }
});

describe("find the fault", () => {
  const setting = set("find:dead", 4);
  test("the answers of a machine are the same however it is asked, and chances are told below the fourth level only", () => {
    const view = viewAfter(tern, setting, []);
    if (view.kind !== "find") throw new Error("no fault");
    const [first, second] = view.checks;
    const checked = (ids: readonly string[]) =>
      viewAfter(
        tern,
        setting,
        ids.map((check) => ({ do: "check", check })),
      );
    const [ab, ba] = [checked([first!.id, second!.id]), checked([second!.id, first!.id])];
    if (ab.kind !== "find" || ba.kind !== "find") throw new Error("no fault");
    expect(new Set(ab.found.map((one) => JSON.stringify(one)))).toEqual(
      new Set(ba.found.map((one) => JSON.stringify(one))),
    );
    expect(view.chances).toBeUndefined();
    expect(viewAfter(tern, { ...setting, level: 3 }, [])).toMatchObject({
      chances: expect.anything() as unknown,
    });
  });

  test("replacing on a guess is more than the advised way, and is told", () => {
    const view = viewAfter(tern, setting, []);
    if (view.kind !== "find") throw new Error("no fault");
    const cause = (viewAfter(tern, setting, [{ do: "leave" }]) as typeof view).cause!;
    const wrong = view.repairs.filter(({ id }) => id !== cause).map(({ id }) => id);
    const deeds: Deed[] = [...wrong, cause].map((id) => ({ do: "repair", cause: id }));
    const end = viewAfter(tern, setting, deeds);
    expect(end.outcome!.minutes).toBeGreaterThan(end.outcome!.least);
    expect(end.outcome!.damage.length).toBeGreaterThan(0);
    expect(end.outcome!.damage.every(({ type }) => type === "replaced")).toBe(true);
  });
});

test("a subject that a guide does not have, or that is of another kind, is no exercise", () => {
  for (const subject of [
    "opens:none",
    "order:marrowby-tern-15:none",
    "find:none",
    "paste:none",
    "holds:x:none",
  ]) {
    expect(exerciseOf(tern, set(subject), [])).toEqual({
      ok: false,
      error: { type: "no-exercise", subject },
    });
  }
  const setting = { ...set("opens:wire-plug"), kind: "screw" as const };
  expect(exerciseOf(tern, setting, []).ok).toBe(false);
});
