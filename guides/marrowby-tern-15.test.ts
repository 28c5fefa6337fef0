import { readFileSync } from "node:fs";
import path from "node:path";
import type { Guide } from "../core/guide/index.ts";
import { checkGuide, planJob, reworkOf, type Plan } from "../core/plan/index.ts";
import { Rules } from "../core/testing/naive.ts";

const file = path.join(import.meta.dirname, "marrowby-tern-15.json");
const guide = JSON.parse(readFileSync(file, "utf8")) as Guide;

function planned(parts: readonly string[], more: object = {}): Plan {
  const plan = planJob(guide, { for: parts, ...more });
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  return plan.value;
}
const opened = (plan: Plan): string[] =>
  plan.down.flatMap((step) => (step.do === "release" ? [step.joint] : []));
const lifts = (plan: Plan): string[] =>
  plan.down.flatMap((step) => (step.do === "lift" ? [[...step.parts].sort().join("+")] : []));

test("the file passes check and is as large as a real machine", () => {
  expect(checkGuide(guide)).toEqual([]);
  expect(Object.keys(guide.parts).length).toBeGreaterThanOrEqual(22);
  expect(Object.keys(guide.joints).length).toBeGreaterThanOrEqual(45);
});

test("every screw, plug and part is placed, inside its view", () => {
  for (const [id, joint] of Object.entries(guide.joints)) {
    expect({ id, placed: (joint.at ?? []).length > 0 }).toEqual({ id, placed: true });
    for (const { view, x, y } of joint.at ?? []) {
      const { width, height } = guide.views[view]!;
      expect({ id, inside: x >= 0 && y >= 0 && x <= width && y <= height }).toEqual({
        id,
        inside: true,
      });
    }
  }
  for (const [id, { shape }] of Object.entries(guide.parts)) {
    const { width, height } = guide.views[shape!.view]!;
    const inside = shape!.x + shape!.w <= width && shape!.y + shape!.h <= height;
    expect({ id, inside }).toEqual({ id, inside: true });
  }
});

test.each(Object.keys(guide.parts))(
  "%s: proven, and legal under the rules written down",
  (part) => {
    for (const mode of ["short", "book"] as const) {
      const job = { for: [part], mode };
      const plan = planned([part], { mode });
      expect(plan.proven).toBe(true);
      expect(plan.bound).toBeCloseTo(plan.work, 3);
      const rules = new Rules(guide, job);
      let bench = rules.start();
      let work = 0;
      for (const step of plan.down) {
        expect({ step, may: rules.may(bench, step) }).toEqual({ step, may: true });
        work += rules.cost(bench, step);
        bench = rules.apply(bench, step);
      }
      expect(rules.isReached(bench)).toBe(true);
      expect(work).toBeCloseTo(plan.work, 3);
    }
  },
);

test("a fan comes out with the battery only unplugged and the heatsink left on", () => {
  const plan = planned(["fan"]);
  expect(opened(plan)).toEqual(
    expect.arrayContaining(["battery-plug", "fan-plug", "antenna-guides", "fin-tape"]),
  );
  for (const left of ["battery-screws", "heatsink-screws", "wifi-screw", "antenna-main"]) {
    expect(opened(plan)).not.toContain(left);
  }
  expect(lifts(plan)).toEqual(["base+feet", "fan"]);
});

test("a battery job ends with the ribbon beside it untouched", () => {
  expect(opened(planned(["battery"]))).toEqual([
    "base-screws-rear",
    "base-screws-front",
    "base-clips",
    "battery-plug",
    "battery-screws",
  ]);
});

test("the jack needs the left hinge swung up, not the display off", () => {
  const plan = planned(["jack"]);
  expect(lifts(plan)).toEqual(["base+feet", "hinge-left", "jack"]);
  expect(opened(plan)).not.toContain("display-plug");
});

test("a touchpad lies under the battery: then it comes out, with both its layers", () => {
  expect(lifts(planned(["touchpad"]))).toEqual([
    "base+feet",
    "battery",
    "touchpad-bracket",
    "touchpad",
  ]);
});

test("for a board the wireless card comes out with its leads on: they are hard to refit", () => {
  const plan = planned(["board"]);
  expect(opened(plan)).toContain("wifi-slot");
  expect(opened(plan)).not.toContain("antenna-main");
  expect(lifts(plan)).toContain("antenna-leads+wifi");
});

test("the ribbon under the board has its gate before the board goes down", () => {
  const plan = planned(["board"]);
  const board = plan.up.findIndex((step) => step.do === "place" && step.parts.includes("board"));
  expect(plan.gates.find(({ before }) => before === board)?.joints).toContain("power-ribbon");
});

test("book mode takes battery, drive and heatsink out before the board; short mode names them", () => {
  const plan = planned(["board"]);
  const dropped = plan.dropped.map(({ first }) => first);
  expect(dropped).toEqual(expect.arrayContaining(["battery", "caddy"]));
  for (const order of plan.dropped) expect(order.why.length).toBeGreaterThan(10);
  const book = planned(["board"], { mode: "book" });
  expect(lifts(book)).toEqual(expect.arrayContaining(["battery"]));
  expect(book.work).toBeGreaterThan(plan.work);
});

test("a palm rest that comes with touchpad and speakers saves moving them", () => {
  const bare = planned(["palmrest"]);
  const full = planned(["palmrest"], {
    new: ["touchpad", "touchpad-bracket", "speaker-left", "speaker-right"],
  });
  expect(full.work).toBeLessThan(bare.work);
  expect(opened(full)).not.toContain("touchpad-screws");
  expect(bare.transfers.map(({ part }) => part)).toContain("touchpad");
});

test("a forgotten keyboard ribbon costs the base, off and on", () => {
  const rework = reworkOf(guide, "keyboard-ribbon");
  if (!rework.ok) throw new Error("no way back");
  expect(rework.value.down.filter((step) => step.do === "lift")).toEqual([
    { do: "lift", parts: ["base", "feet"] },
    { do: "lift", parts: ["mylar"] },
  ]);
});
