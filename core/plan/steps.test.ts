import { smallGuide } from "../../testing/builders.ts";
import { after, closedMachine, modelOf } from "../rules/index.ts";
import { bitsOf, moveOf, planJob, savedState, stateOf, type Step, stepOf } from "./index.ts";

const guide = smallGuide();
const model = modelOf(guide);

test("a step and a move are the same deed, by ids and by numbers", () => {
  const steps: readonly Step[] = [
    { do: "release", joint: "fan-plug" },
    { do: "lift", parts: ["base", "fan"] },
  ];
  for (const step of steps) expect(stepOf(model, moveOf(model, step))).toEqual(step);
  expect(moveOf(model, { do: "make", joint: "fan-plug" })).toEqual(
    moveOf(model, { do: "release", joint: "fan-plug" }),
  );
  expect(moveOf(model, { do: "place", parts: ["fan", "base"] })).toEqual({
    do: "lift",
    parts: [model.partOf.get("base"), model.partOf.get("fan")],
  });
  expect(() => moveOf(model, { do: "release", joint: "ghost" })).toThrow("has no ghost");
});

test("a machine is stored by ids and comes back as it was", () => {
  let state = closedMachine(model);
  for (const step of [
    { do: "release", joint: "base-screws" },
    { do: "release", joint: "base-clips" },
    { do: "lift", parts: ["base"] },
  ] as const) {
    state = after(state, moveOf(model, step));
  }
  const saved = savedState(model, state);
  expect(saved).toEqual({
    open: ["base-screws", "base-clips"],
    stacks: [["frame", "battery", "board", "fan"], ["base"]],
    lifted: ["base"],
  });
  expect(stateOf(model, saved)).toEqual(state);
});

test("advice is dropped only where the plan goes against it, and by the book never", () => {
  const dropped = (part: string, mode: "short" | "book") => {
    const plan = planJob(guide, { for: [part], mode });
    if (!plan.ok) throw new Error("no plan");
    return plan.value.dropped.map(({ then }) => then);
  };
  const against = {
    ...guide,
    orders: [{ ...guide.orders[0]!, first: "battery-screws", then: "fan-screws" }],
  };
  const plan = planJob(against, { for: ["fan"] });
  expect(plan.ok && plan.value.dropped).toEqual(against.orders);
  const far = planJob(against, { for: ["battery"] });
  expect(far.ok && far.value.dropped).toEqual([]);
  expect(dropped("fan", "book")).toEqual([]);
});

test("the bits of a job, each once, and none for bare hands", () => {
  const plan = planJob(guide, { for: ["fan"] });
  if (!plan.ok) throw new Error("no plan");
  const bits = bitsOf(guide, plan.value.down);
  expect([...bits].sort()).toEqual([...new Set(bits)].sort());
  expect(bits).toContain("PH1");
  expect(bits).not.toContain("");
});

test("a job that names nothing, or what is not there, says where", () => {
  expect(planJob(guide, { for: ["ghost"] })).toMatchObject({ error: { path: "/for/0" } });
  expect(planJob(guide, { for: [] })).toMatchObject({ error: { path: "/for" } });
});
