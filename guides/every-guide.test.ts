import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { checkGuide } from "../core/check/index.ts";
import { allCodes, type Guide, guideForCode } from "../core/guide/index.ts";
import { type Plan, planJob } from "../core/plan/index.ts";
import { after, closedMachine, coverOver, modelOf, powerBlock } from "../core/rules/index.ts";
import { Rules } from "../testing/naive-rules.ts";

const files = readdirSync(import.meta.dirname).filter((name) => name.endsWith(".json"));
const read = (name: string): Guide =>
  JSON.parse(readFileSync(path.join(import.meta.dirname, name), "utf8")) as Guide;

test("there is one machine of each kind of construction, two of them with sisters", () => {
  expect(files).toHaveLength(8);
  expect(files.filter((name) => read(name).variants !== undefined)).toHaveLength(2);
});

describe.each(files)("%s", (name) => {
  const guide = read(name);

  test("check finds nothing that the guide does not answer", () => {
    expect(checkGuide(guide)).toEqual([]);
  });

  test("it is as large as a real machine, with everything placed inside its view", () => {
    expect(Object.keys(guide.parts).length).toBeGreaterThanOrEqual(22);
    expect(Object.keys(guide.joints).length).toBeGreaterThanOrEqual(45);
    const strays = [
      ...Object.entries(guide.joints).flatMap(([id, { at }]) =>
        at?.every(({ view, x, y }) => isInside(guide, view, x, y)) ? [] : [id],
      ),
      ...Object.entries(guide.parts).flatMap(([id, { shape: s }]) =>
        s && isInside(guide, s.view, s.x, s.y) && isInside(guide, s.view, s.x + s.w, s.y + s.h)
          ? []
          : [id],
      ),
    ];
    expect(strays).toEqual([]);
  });

  test.each(allCodes(guide))(
    "as %s, every part's plan is proven and judged legal, both ways",
    (code) => {
      const variant = guideForCode(guide, code);
      if (!variant.ok) throw new Error(JSON.stringify(variant.error));
      for (const part of Object.keys(variant.value.parts)) {
        for (const mode of ["short", "book"] as const) judge(variant.value, part, mode);
      }
    },
  );
});

const isInside = (guide: Guide, view: string, x: number, y: number): boolean => {
  const { width, height } = guide.views[view]!;
  return x >= 0 && y >= 0 && x <= width && y <= height;
};

/** Replays a plan under the rules written straight down: legal, reached, work and gates as it says. */
function judge(guide: Guide, part: string, mode: "short" | "book"): void {
  const answer = planJob(guide, { for: [part], mode });
  if (!answer.ok) throw new Error(`${part}: ${JSON.stringify(answer.error)}`);
  const plan = answer.value;
  expect({ part, mode, proven: plan.proven }).toEqual({ part, mode, proven: true });
  expect(plan.bound).toBeCloseTo(plan.work, 3);
  const rules = new Rules(guide, { for: [part], mode });
  let bench = rules.start();
  let work = 0;
  for (const step of plan.down) {
    expect({ part, step, may: rules.may(bench, step) }).toEqual({ part, step, may: true });
    work += rules.cost(bench, step);
    bench = rules.apply(bench, step);
  }
  expect(rules.isReached(bench)).toBe(true);
  expect(work).toBeCloseTo(plan.work, 3);
  expect(plan.gates).toEqual(gatesAgain(guide, plan));
}

/** The gates worked out once more, from the states before and after each step. */
function gatesAgain(guide: Guide, plan: Plan): Plan["gates"] {
  const model = modelOf(guide);
  const states = [closedMachine(model)];
  for (const step of plan.down) {
    const move =
      step.do === "release"
        ? ({ do: "release", joint: model.jointOf.get(step.joint)! } as const)
        : ({ do: "lift", parts: step.parts.map((id) => model.partOf.get(id)!) } as const);
    states.push(after(states.at(-1)!, move));
  }
  const seen = new Set<string>();
  return plan.up.flatMap((step, i) => {
    const key = step.do === "make" ? step.joint : step.parts.join();
    const at = plan.down.findLastIndex(
      (down) => (down.do === "release" ? down.joint : down.parts.join()) === key,
    );
    const isPower = bringsPower(guide, step);
    if (step.do === "make" && !isPower) return [];
    const before = states[at + 1]!;
    const behind = isPower ? states[0]! : states[at]!;
    const isLive = powerBlock(model, before) !== undefined;
    const joints = plan.up.slice(0, i).flatMap((other) => {
      if (other.do !== "make" || seen.has(other.joint)) return [];
      const joint = guide.joints[other.joint]!;
      const j = model.jointOf.get(other.joint)!;
      const isAsked = joint.kind !== "screws" && (isPower || !isLive || joint.power === true);
      const isHidden =
        coverOver(model, before, j) === undefined && coverOver(model, behind, j) !== undefined;
      return isAsked && isHidden ? [other.joint] : [];
    });
    for (const joint of joints) seen.add(joint);
    return joints.length > 0 ? [{ before: i, joints }] : [];
  });
}

/** Whether a step of the build-up makes the plug of a battery, or sets in one that has none. */
function bringsPower({ parts, joints }: Guide, step: Plan["up"][number]): boolean {
  if (step.do === "make") return joints[step.joint]!.power === true;
  return Object.values(joints).some(({ kind, power, joins }) => {
    const battery = joins.find((id) => parts[id]!.kind === "battery");
    return power === true && kind !== "connector" && battery !== undefined
      ? step.parts.includes(battery)
      : false;
  });
}
