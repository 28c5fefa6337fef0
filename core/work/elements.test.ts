import { modelOf, problemOf } from "../rules/index.ts";
import { grainOf } from "./elements.ts";
import { guide, part, plug, screws } from "../../testing/builders.ts";

function grain(lift: number, off: number): number {
  const facts = guide({
    parts: { frame: part(undefined, { lift: 0 }), fan: part("frame", { lift }) },
    joints: { a: screws(["fan", "frame"], { off, on: 0 }), b: plug(["fan", "frame"]) },
  });
  const problem = problemOf(modelOf(facts), { for: ["fan"] });
  if (!problem.ok) throw new Error(problem.error.type);
  return grainOf(problem.value);
}

test("the grain divides all minutes that a plan can be made of", () => {
  expect(grain(0.3, 0.6)).toBeCloseTo(0.3, 9);
  expect(grain(0.3, 0.25)).toBeCloseTo(0.05, 9);
  expect(grain(0.12, 0.25)).toBeCloseTo(0.01, 9);
});

test("a figure that is no whole number of ten-thousandths has none", () => {
  expect(grain(1 / 3, 0.25)).toBe(0);
});
