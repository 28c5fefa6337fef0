import { clips, guide, part, plug, screws } from "../../testing/builders.ts";
import { isCarefulTaken, planToDo } from "./careful.ts";
import { planJob } from "./plan.ts";

/** A machine whose pack can be unplugged from outside, and whose bezel comes off without that; the plug takes so long. */
const machine = (off: number) =>
  guide({
    parts: {
      frame: part(undefined, { name: "Frame" }),
      board: part("frame", { name: "Board", kind: "motherboard", handling: ["esd"] }),
      battery: part("frame", { name: "Battery", kind: "battery", handling: ["lithium"] }),
      bezel: part("frame", { name: "Bezel", kind: "cover" }),
    },
    joints: {
      "board-screws": screws(["board", "frame"]),
      "battery-plug": plug(["board", "battery"], { power: true, off, on: 0.3 }),
      "bezel-clips": clips(["bezel", "frame"]),
    },
  });
const job = { for: ["bezel"] };

test("where the careful way is hardly dearer the job is done by it; least work stays what it is", () => {
  const near = machine(0.5);
  const least = planJob(near, job);
  const done = planToDo(near, job);
  if (!least.ok || !done.ok) throw new Error("no plan");
  expect(least.value.down.some((step) => "joint" in step && step.joint === "battery-plug")).toBe(
    false,
  );
  expect(least.value.forced.every(({ rule }) => rule === "live")).toBe(true);
  expect(isCarefulTaken(least.value)).toBe(true);
  expect(done.value.down[0]).toEqual({ do: "release", joint: "battery-plug" });
  expect(done.value.forced).toEqual([]);
  expect(done.value.work - least.value.work).toBeCloseTo(least.value.careful!.minutes, 4);
});

test("behind a latch the pack comes out too, and goes back as it is", () => {
  const near = machine(0.5);
  const outer = {
    ...near,
    joints: {
      ...near.joints,
      "battery-plug": { kind: "latch", joins: ["frame", "battery"], power: true } as const,
    },
  };
  const least = planJob(outer, job);
  const done = planToDo(outer, job);
  if (!least.ok || !done.ok) throw new Error("no plan");
  expect(least.value.careful).toMatchObject({ open: ["battery-plug"], off: ["battery"] });
  expect(done.value.down.slice(0, 2)).toEqual([
    { do: "release", joint: "battery-plug" },
    { do: "lift", parts: ["battery"] },
  ]);
  expect(done.value.forced).toEqual([]);
  expect(done.value.up.slice(-2)).toEqual([
    { do: "place", parts: ["battery"] },
    { do: "make", joint: "battery-plug" },
  ]);
});

test("where it is dearer it is only offered", () => {
  const far = machine(5);
  const least = planJob(far, job);
  if (!least.ok) throw new Error("no plan");
  expect(least.value.careful!.minutes).toBeGreaterThan(2);
  expect(isCarefulTaken(least.value)).toBe(false);
  expect(planToDo(far, job)).toEqual(least);
  // A shop says up to how many minutes it is taken all the same; none: never.
  const { minutes } = least.value.careful!;
  expect(planToDo(far, job, { under: minutes })).toEqual(least);
  const done = planToDo(far, job, { under: minutes + 0.1 });
  expect(done.ok && done.value.forced).toEqual([]);
  expect(planToDo(machine(0.5), job, { under: 0 })).toEqual(planJob(machine(0.5), job));
});

test("a job that takes the power off anyway, or cannot be planned, is as it was", () => {
  const board = planToDo(machine(0.5), { for: ["board"] });
  expect(board.ok && board.value.careful).toBeUndefined();
  expect(planToDo(machine(0.5), { for: ["no-such"] }).ok).toBe(false);
});

test("what would lie loose when the machine is turned comes out first, and that is all that is added", () => {
  const turned = guide({
    parts: {
      frame: part(undefined, { name: "Frame" }),
      tray: part("frame", { name: "Tray", kind: "bracket", lift: 0.2, place: 0.2 }),
      lid: part("frame", { name: "Lid", kind: "cover", posture: "deck-up" }),
    },
    joints: {
      "tray-screws": screws(["tray", "frame"], { posture: "underside-up" }),
      "lid-screws": screws(["lid", "frame"], { posture: "deck-up" }),
    },
    orders: [{ first: "tray-screws", then: "lid-screws", strength: "must", why: "they hold it" }],
  });
  const least = planJob(turned, { for: ["lid"] });
  const done = planToDo(turned, { for: ["lid"] });
  if (!least.ok || !done.ok) throw new Error("no plan");
  expect(least.value.forced.map(({ rule }) => rule)).toEqual(["loose"]);
  expect(least.value.careful).toMatchObject({ open: [], off: ["tray"] });
  expect(done.value.forced).toEqual([]);
  expect(done.value.down).toContainEqual({ do: "lift", parts: ["tray"] });
  expect(done.value.work - least.value.work).toBeCloseTo(0.4, 4);
  // Asked for already, it is the plan itself.
  const asked = planJob(turned, { for: ["lid"], off: ["tray"] });
  expect(asked.ok && asked.value.careful).toBeUndefined();
});

test("an outer pack comes out before the machine is opened round it, though the cover would take it along", () => {
  const outer = guide({
    parts: {
      frame: part(undefined, { name: "Frame" }),
      base: part("frame", { name: "Base", kind: "cover" }),
      board: part("frame", { name: "Board", kind: "motherboard", handling: ["esd"] }),
      battery: part("frame", { name: "Battery", kind: "battery", handling: ["lithium"] }),
    },
    joints: {
      "base-screws": screws(["base", "frame"]),
      "board-screws": screws(["board", "frame"]),
      "battery-latch": { kind: "latch", joins: ["base", "battery"], power: true },
    },
    covers: [{ part: "base", over: ["board", "board-screws"] }],
  });
  const least = planJob(outer, { for: ["board"] });
  const done = planToDo(outer, { for: ["board"] });
  if (!least.ok || !done.ok) throw new Error("no plan");
  // Least work lifts the base with the pack on it; its screws are opened live for that.
  expect(least.value.down).toContainEqual({ do: "lift", parts: ["base", "battery"] });
  expect(least.value.forced).toMatchObject([{ rule: "live", things: ["base-screws"] }]);
  expect(done.value.down.slice(0, 2)).toEqual([
    { do: "release", joint: "battery-latch" },
    { do: "lift", parts: ["battery"] },
  ]);
  expect(done.value.forced).toEqual([]);
});
