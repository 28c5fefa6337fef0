import { guide as guideOf, part, screws, plug } from "../../testing/builders.ts";
import { randomCase } from "../../testing/random-guide.ts";
import { type Guide, isAppliedFirst } from "../guide/index.ts";
import { type Plan, planJob, type UpStep } from "./plan.ts";

const words = (up: readonly UpStep[]): readonly string[] =>
  up.map((step) => (step.do === "make" ? step.joint : `+${step.parts.join("+")}`));

function planned(guide: Guide, ...parts: readonly string[]): Plan {
  const plan = planJob(guide, { for: parts });
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  return plan.value;
}

const pasted = guideOf({
  parts: {
    frame: part(),
    board: part("frame"),
    cooler: part("board", { kind: "heatsink" }),
    fan: part("frame"),
    pack: part("frame", { kind: "battery" }),
    foil: part("board"),
  },
  joints: {
    "board-screws": screws(["board", "frame"]),
    "cooler-screws": screws(["cooler", "board"]),
    paste: { kind: "adhesive", joins: ["cooler", "board"] },
    pad: { kind: "tape", joins: ["cooler", "board", "fan"], apply: "before" },
    strips: { kind: "adhesive", joins: ["pack", "frame"], reuse: "replace" },
    late: { kind: "adhesive", joins: ["foil", "board"], apply: "after" },
    lock: { kind: "tape", joins: ["foil", "board"] },
    "pack-plug": plug(["board", "pack"]),
    "fan-screws": screws(["fan", "frame"]),
  },
  covers: [],
  orders: [],
});

test("paste and strips go on right before the part is placed; a tape over a lock, after", () => {
  const up = words(planned(pasted, "cooler", "pack", "foil").up);
  expect(up[up.indexOf("+cooler") - 1]).toMatch(/^(paste|pad)$/);
  expect(up[up.indexOf("+cooler") - 2]).toMatch(/^(paste|pad)$/);
  expect(up[up.indexOf("+pack") - 1]).toBe("strips");
  expect(up.indexOf("late")).toBeGreaterThan(up.indexOf("+foil"));
  expect(up.indexOf("lock")).toBeGreaterThan(up.indexOf("+foil"));
});

test("a joint of three parts is made before the first place that brings any two of them together", () => {
  const up = words(planned(pasted, "cooler", "fan").up);
  const first = Math.min(up.indexOf("+cooler"), up.indexOf("+fan"));
  expect(up.slice(0, first)).toContain("pad");
});

/** Replays a build-up by stacks of ids: what was still apart when two of its parts met, and was not made. */
function late(guide: Guide, plan: Plan): readonly string[] {
  const found: string[] = [];
  let stacks: Set<string>[] = [new Set(Object.keys(guide.parts))];
  const befores: Set<string>[][] = [];
  const made = new Set<string>();
  const opened = new Set<string>();
  for (const step of plan.down) {
    befores.push(stacks);
    if (step.do === "release") {
      opened.add(step.joint);
      continue;
    }
    const group = new Set(step.parts);
    stacks = [
      ...stacks.map((s) => new Set([...s].filter((p) => !group.has(p)))),
      new Set(group),
    ].filter((s) => s.size > 0);
  }
  const homes = (at: readonly Set<string>[], id: string): number =>
    new Set(guide.joints[id]!.joins.map((p) => at.findIndex((s) => s.has(p)))).size;
  for (const step of plan.up) {
    if (step.do === "make") {
      made.add(step.joint);
      continue;
    }
    const at = plan.down.findLastIndex(
      (down) => down.do === "lift" && down.parts.join() === step.parts.join(),
    );
    const next = befores[at]!;
    for (const id of opened) {
      if (!isAppliedFirst(guide.joints[id]!) || made.has(id)) continue;
      if (homes(next, id) < homes(stacks, id)) found.push(id);
    }
    stacks = next;
  }
  return found;
}

test.each(Array.from({ length: 30 }, (_, i) => i))(
  "on machines drawn by chance nothing is applied too late, nothing twice, batch %i",
  (batch) => {
    for (let seed = batch * 10 + 1; seed <= batch * 10 + 10; seed++) {
      const { guide, job } = randomCase(seed);
      const plan = planJob(guide, job);
      if (!plan.ok) continue;
      const { down, up } = plan.value;
      expect({ seed, late: late(guide, plan.value) }).toEqual({ seed, late: [] });
      const mirror = [...down]
        .reverse()
        .map((step) => (step.do === "release" ? step.joint : `+${step.parts.join("+")}`));
      const first = (word: string): boolean =>
        !word.startsWith("+") && isAppliedFirst(guide.joints[word]!);
      expect([...words(up)].sort()).toEqual([...mirror].sort());
      // Everything else stands as it does in the mirror.
      expect(words(up).filter((word) => !first(word))).toEqual(mirror.filter((w) => !first(w)));
    }
  },
);
