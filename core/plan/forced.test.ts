import { guide as guideOf, part, plug, screws } from "../../testing/builders.ts";
import type { Guide } from "../guide/index.ts";
import { closedMachine, looseIn, modelOf } from "../rules/index.ts";
import { forcedWords } from "../words/index.ts";
import { planJob } from "./index.ts";

/** A hinge under the base, in sight of the battery plug; nothing of it needs the power off. */
const hinged: Guide = guideOf({
  parts: {
    frame: part(),
    base: part("frame", { name: "Base cover" }),
    battery: part("frame", { name: "Battery", kind: "battery" }),
    hinge: part("frame", { name: "Hinge", kind: "hinge" }),
    cooler: part("frame", { name: "Heatsink", kind: "heatsink" }),
  },
  joints: {
    "base-screws": screws(["base", "frame"], { name: "Base screws" }),
    "hinge-screws": screws(["hinge", "frame"], { name: "Hinge screws" }),
    "cooler-screws": screws(["cooler", "frame"]),
    paste: { kind: "adhesive", joins: ["cooler", "frame"] },
    "battery-plug": plug(["frame", "battery"], { name: "Battery plug", power: true }),
  },
  covers: [{ part: "base", over: ["hinge", "hinge-screws", "battery-plug", "cooler-screws"] }],
});

const planned = (guide: Guide, open: readonly string[] = []) => {
  const plan = planJob(guide, { for: ["hinge"], open });
  if (!plan.ok) throw new Error(plan.error.type);
  return plan.value;
};

test("what is opened live beside a plug in reach is told, with the minutes of the careful way", () => {
  const plan = planned(hinged);
  expect(plan.forced.map(({ rule, things, because }) => ({ rule, things, because }))).toEqual([
    { rule: "live", things: ["hinge-screws"], because: ["battery-plug"] },
    { rule: "live", things: ["hinge"], because: ["battery-plug"] },
  ]);
  expect(forcedWords(hinged, plan.forced[0]!)).toMatch(/power still on \(battery plug\)/i);
  const careful = planned(hinged, plan.careful!.open);
  expect(careful.forced).toEqual([]);
  expect(careful.careful).toBeUndefined();
  expect(careful.work - plan.work).toBeCloseTo(plan.careful!.minutes, 4);
});

test("what the guide lets be done live is not told", () => {
  const facts: Guide = {
    ...hinged,
    parts: { ...hinged.parts, hinge: { ...hinged.parts["hinge"]!, beforePower: true } },
    joints: {
      ...hinged.joints,
      "hinge-screws": screws(["hinge", "frame"], { beforePower: true }),
    },
  };
  expect(planned(facts).forced).toEqual([]);
});

test("a part lies loose when paste alone keeps it, and not as long as a screw does", () => {
  const model = modelOf(hinged);
  const closed = closedMachine(model);
  expect(looseIn(model, closed)).toEqual([]);
  const open = closed.open.slice();
  open[model.jointOf.get("cooler-screws")!] = 1;
  const loose = looseIn(model, { open, stack: closed.stack });
  expect(loose.map((p) => model.partIds[p])).toEqual(["cooler"]);
  const stack = closed.stack.slice();
  stack[model.partOf.get("cooler")!] = 1;
  expect(looseIn(model, { open, stack })).toEqual([]);
});
