import { Heap } from "../base/heap.ts";
import { seeded } from "../base/seeded.ts";
import type { Guide } from "../guide/index.ts";
import { closedMachine, type Job, modelOf, type Problem, problemOf } from "../rules/index.ts";
import { liftBound } from "./bound.ts";
import { leastWork } from "./least-work.ts";
import { realise } from "./realise.ts";
import { relaxationOf } from "./relax.ts";
import { guide, part, screws, smallGuide } from "../../testing/builders.ts";
import { naiveWork } from "../../testing/naive-rules.ts";
import { randomCase } from "../../testing/random-guide.ts";

function problemFor(facts: Guide, job: Job): Problem {
  const problem = problemOf(modelOf(facts), job);
  if (!problem.ok) throw new Error(JSON.stringify(problem.error));
  return problem.value;
}
const everything = ({ model }: Problem): Uint8Array =>
  Uint8Array.from(model.permanent, (never) => (never ? 0 : 1));

describe("the relaxation", () => {
  test("is never behind a real plan: where it sees no way, there is none", () => {
    for (let seed = 1; seed <= 200; seed++) {
      const { guide: facts, job } = randomCase(seed);
      const problem = problemFor(facts, job);
      const start = closedMachine(problem.model);
      if (relaxationOf(problem, start).reaches(everything(problem))) continue;
      expect({ seed, naive: naiveWork(facts, job, 800) }).not.toMatchObject({
        naive: expect.any(Number) as number,
      });
    }
  });

  test("is monotone: more joints to open never close a goal", () => {
    for (let seed = 1; seed <= 120; seed++) {
      const { guide: facts, job } = randomCase(seed);
      const problem = problemFor(facts, job);
      const relaxation = relaxationOf(problem, closedMachine(problem.model));
      const random = seeded(seed);
      const few = everything(problem).map((may) => (may && random() < 0.7 ? 1 : 0));
      const more = few.map((may, j) => (may || (everything(problem)[j] && random() < 0.5) ? 1 : 0));
      if (relaxation.reaches(few))
        expect({ seed, r: relaxation.reaches(more) }).toEqual({ seed, r: true });
    }
  });

  test("glue: two parts that have to part put the goal out of reach", () => {
    const problem = problemFor(smallGuide(), { for: ["fan"] });
    const { model } = problem;
    const relaxation = relaxationOf(problem, closedMachine(model));
    const number = (id: string): number => model.partOf.get(id)!;
    const all = everything(problem);
    expect(relaxation.reaches(all, [number("fan"), number("frame")])).toBe(false);
    expect(relaxation.reaches(all, [number("base"), number("frame")])).toBe(false);
    expect(relaxation.reaches(all, [number("battery"), number("frame")])).toBe(true);
    expect(relaxation.parts(all, number("base"), number("frame"))).toBe(true);
    expect(relaxation.parts(new Uint8Array(all.length), number("base"), number("frame"))).toBe(
      false,
    );
  });
});

describe("the bound on lifts", () => {
  test("counts what every plan lifts, and a part that rides along once", () => {
    const facts = guide({
      parts: {
        frame: part(),
        tray: part("frame", { lift: 1 }),
        drive: part("tray"),
        pen: part("frame"),
      },
      joints: {
        "tray-screws": screws(["tray", "frame"]),
        "drive-screws": screws(["drive", "tray"]),
        "pen-screws": screws(["pen", "frame"]),
      },
    });
    const boundOf = (job: Job): number => {
      const problem = problemFor(facts, job);
      const start = closedMachine(problem.model);
      return liftBound(
        problem,
        start,
        relaxationOf(problem, start),
        everything(problem),
        everything(problem),
      );
    };
    expect(boundOf({ for: ["tray"], new: ["drive"] })).toBeCloseTo(2, 9);
    expect(boundOf({ for: ["tray"] })).toBeCloseTo(2.6, 9);
    expect(boundOf({ for: ["frame"] })).toBeCloseTo(2.6, 9);
    expect(boundOf({ for: ["pen"] })).toBeCloseTo(0.6, 9);
  });

  test("with the joints' minutes, is never above the least work there is", () => {
    for (let seed = 1; seed <= 250; seed++) {
      const { guide: facts, job } = randomCase(seed);
      const problem = problemFor(facts, job);
      const start = closedMachine(problem.model);
      const relaxation = relaxationOf(problem, start);
      const all = everything(problem);
      if (!relaxation.reaches(all)) continue;
      const naive = naiveWork(facts, job, 800);
      if (typeof naive !== "number") continue;
      const forced = problem.model.jointCost.filter((_, j) => {
        if (!all[j]) return false;
        const without = all.slice();
        without[j] = 0;
        return !relaxation.reaches(without);
      });
      const joints = forced.reduce((sum, cost) => sum + cost, 0);
      const bound = joints + liftBound(problem, start, relaxation, all, all);
      expect({ seed, over: bound > naive + 1e-6 }).toEqual({ seed, over: false });
    }
  });
});

test("a realised plan is legal work at a price no less than the least", () => {
  for (let seed = 1; seed <= 150; seed++) {
    const { guide: facts, job } = randomCase(seed);
    const problem = problemFor(facts, job);
    const start = closedMachine(problem.model);
    const plan = realise(problem, start, everything(problem), 0, Infinity);
    const { best } = leastWork(problem, start);
    if (!plan) continue;
    expect(best!.work).toBeLessThanOrEqual(plan.work + 1e-9);
  }
});

test("the heap gives back what it was given, smallest first", () => {
  const random = seeded(11);
  for (let round = 0; round < 50; round++) {
    const items = Array.from({ length: round }, () => Math.floor(random() * 20));
    const heap = new Heap<number>((a, b) => a - b);
    items.forEach((item) => heap.push(item));
    expect(heap.size).toBe(round);
    expect(heap.peek()).toBe(round === 0 ? undefined : Math.min(...items));
    const out = items.map(() => heap.pop());
    expect(out).toEqual([...items].sort((a, b) => a - b));
    expect(heap.pop()).toBeUndefined();
  }
});
