import { readFileSync } from "node:fs";
import path from "node:path";
import type { Guide } from "../core/guide/index.ts";
import { planJob, reworkOf, type Plan } from "../core/plan/index.ts";

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
