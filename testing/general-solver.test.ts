import { createRequire } from "node:module";
import type * as Clingo from "clingo-wasm";
import { planJob } from "../core/plan/index.ts";
import { answerSetProgram, PER_MINUTE, stagesOf } from "./general-solver.ts";
import { randomCase } from "./random-guide.ts";

/** A CommonJS package whose names Node does not see. */
const { init } = createRequire(import.meta.url)("clingo-wasm") as typeof Clingo;

let solve: Clingo.RunFunction;
beforeAll(async () => {
  solve = await init();
}, 60_000);

/** The general solver's least work in minutes, or undefined when there is no plan in so many stages. */
function solved(program: string): number | undefined {
  const answer = solve(program, 0, ["--opt-strategy=usc"]);
  if (answer.Result === "UNSATISFIABLE") return undefined;
  if (answer.Result !== "OPTIMUM FOUND") throw new Error(JSON.stringify(answer));
  return answer.Call[0]!.Witnesses.at(-1)!.Costs![0]! / PER_MINUTE;
}

describe("a general solver on the same rules finds the same least work", () => {
  test.each(Array.from({ length: 40 }, (_, i) => i + 1))("seed %i", (seed) => {
    const { guide, job } = randomCase(seed);
    const plan = planJob(guide, job);
    if (!plan.ok) return expect(solved(answerSetProgram(guide, job, 5))).toBeUndefined();
    const stages = stagesOf(guide, job, plan.value.down) + 1;
    expect(solved(answerSetProgram(guide, job, stages))).toBeCloseTo(plan.value.work, 4);
  });
});
