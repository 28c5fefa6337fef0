import { createRequire } from "node:module";
import type * as Clingo from "clingo-wasm";
import { guideErrors } from "../core/check/index.ts";
import { planJob } from "../core/plan/index.ts";
import { drawnMachine, FAMILIES } from "./drawn-machine.ts";
import { answerSetProgram, PER_MINUTE, stagesOf } from "./general-solver.ts";

/** A CommonJS package whose names Node does not see. */
const { init } = createRequire(import.meta.url)("clingo-wasm") as typeof Clingo;

let solve: Clingo.RunFunction;
beforeAll(async () => {
  solve = await init();
}, 60_000);

describe.each(FAMILIES)("drawn machines, %s", (family) => {
  test("are sound guides, and the general solver finds the same least work", () => {
    for (const seed of [1, 2]) {
      const { guide, jobs } = drawnMachine(family, 14, seed);
      expect(guideErrors(guide)).toEqual([]);
      for (const [i, job] of jobs.entries()) {
        const mode = i % 2 === 0 ? ("short" as const) : ("book" as const);
        const plan = planJob(guide, { ...job, mode });
        if (!plan.ok) throw new Error(`${guide.id}, ${job.for.join()}: ${plan.error.type}`);
        expect({ job, proven: plan.value.proven }).toEqual({ job, proven: true });
        const stages = stagesOf(guide, { ...job, mode }, plan.value.down) + 1;
        const program = answerSetProgram(guide, { ...job, mode }, stages);
        const answer = solve(program, 0, ["--opt-strategy=usc"]);
        if (answer.Result !== "OPTIMUM FOUND") throw new Error(answer.Result);
        const least = answer.Call[0]!.Witnesses.at(-1)!.Costs![0]! / PER_MINUTE;
        expect({ job, work: plan.value.work.toFixed(3) }).toEqual({ job, work: least.toFixed(3) });
      }
    }
  }, 120_000);
});

test("a tower and a metal body of sixty parts: proven, and every job possible", () => {
  for (const family of ["tower", "unibody"] as const) {
    const { guide, jobs } = drawnMachine(family, 60, 3);
    for (const job of jobs) {
      const plan = planJob(guide, job);
      if (!plan.ok) throw new Error(plan.error.type);
      expect({ job, proven: plan.value.proven }).toEqual({ job, proven: true });
    }
  }
});
