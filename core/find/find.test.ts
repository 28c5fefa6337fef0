import { readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { guideFile } from "../../testing/shop.ts";
import { parseGuide } from "../guide/index.ts";
import {
  type Action,
  adviseOn,
  afterOutcome,
  afterRepair,
  beliefOf,
  catalogueSchema,
  chanceOf,
  CHANCES,
  costOf,
  exactly,
  faultMachine,
  type FindProblem,
  findOut,
  type FindState,
  lookAhead,
  nextAction,
  noSteps,
  readCatalogue,
  repairsOnly,
  strangers,
  type Told,
} from "./index.ts";

const file = path.join(import.meta.dirname, "../../faults/laptop.json");
const read = readCatalogue(JSON.parse(readFileSync(file, "utf8")));
if (!read.ok) throw new Error(JSON.stringify(read.error[0]));
const catalogue = read.value;
const parsed = parseGuide(guideFile("marrowby-tern-15"));
if (!parsed.ok) throw new Error("the Tern cannot be read");
const tern = parsed.value;
const nothing: Told = { says: [], found: {}, refuted: [], counts: {} };
const told = (more: Partial<Told>): Told => ({ ...nothing, ...more });

/** A small fault: so many causes, checks of two outcomes, a few steps that they share. */
const problems = fc
  .record({
    causes: fc.array(fc.tuple(fc.integer({ min: 1, max: 40 }), fc.nat(15)), {
      minLength: 2,
      maxLength: 4,
    }),
    checks: fc.array(fc.tuple(fc.integer({ min: 1, max: 12 }), fc.nat(15), fc.array(fc.nat(9))), {
      maxLength: 3,
    }),
    minutes: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 4, maxLength: 4 }),
    priors: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 4, maxLength: 4 }),
  })
  .map(({ causes, checks, minutes, priors }) => {
    const steps = (bits: number) => Uint32Array.of(bits);
    const problem: FindProblem = {
      minutes,
      causes: causes.map(([own, bits], i) => ({ id: `c${i}`, minutes: own, steps: steps(bits) })),
      checks: checks.map(([own, bits, odds], k) => {
        const yes = causes.map((_, i) => (odds[i] ?? 5) / 9);
        return {
          id: `k${k}`,
          minutes: own,
          steps: steps(bits),
          outcomes: [
            { id: "yes", chance: yes },
            { id: "no", chance: yes.map((p) => 1 - p) },
          ],
        };
      }),
    };
    const whole = causes.reduce((sum, _, i) => sum + priors[i]!, 0);
    const belief = causes.map((_, i) => priors[i]! / whole);
    return { problem, state: { belief, open: noSteps(4), made: 0 } satisfies FindState };
  });

/** The least expected minutes by trying all of it, nothing kept: what is open is a set of numbers, chances a list. */
function naively({ causes, checks, minutes }: FindProblem, belief: readonly number[]): number {
  const bits = (steps: Uint32Array) => minutes.flatMap((_, i) => (steps[0]! & (1 << i) ? [i] : []));
  const least = (
    p: readonly number[],
    open: ReadonlySet<number>,
    made: ReadonlySet<number>,
  ): number => {
    if (p.every((one) => one < 1e-12)) return 0;
    const cost = (own: number, steps: Uint32Array) =>
      own + bits(steps).reduce((sum, i) => sum + (open.has(i) ? 0 : minutes[i]!), 0);
    const with_ = (steps: Uint32Array) => new Set([...open, ...bits(steps)]);
    const ways: number[] = [];
    for (const [i, cause] of causes.entries()) {
      if (p[i]! < 1e-12) continue;
      const rest = p.map((one, k) => (k === i ? 0 : one));
      ways.push(
        p.reduce((sum, one) => sum + one, 0) * cost(cause.minutes, cause.steps) +
          least(rest, with_(cause.steps), made),
      );
    }
    for (const [k, check] of checks.entries()) {
      if (made.has(k)) continue;
      const after = check.outcomes.map(({ chance }) => p.map((one, i) => one * chance[i]!));
      ways.push(
        p.reduce((sum, one) => sum + one, 0) * cost(check.minutes, check.steps) +
          after.reduce((sum, q) => sum + least(q, with_(check.steps), new Set([...made, k])), 0),
      );
    }
    return Math.min(...ways);
  };
  return least(belief, new Set(), new Set());
}

test("exactly is what trying every order of checks and repairs comes to", () => {
  fc.assert(
    fc.property(problems, ({ problem, state }) => {
      const exact = exactly(problem, state, 1e6)!;
      expect(exact.minutes).toBeCloseTo(naively(problem, state.belief), 6);
    }),
    { numRuns: 60 },
  );
});

/** Expected minutes of going by a rule to the end. */
function following(
  problem: FindProblem,
  state: FindState,
  rule: (at: FindState) => Action | undefined,
): number {
  const action = rule(state);
  if (!action) return 0;
  const cost = costOf(problem, state, action);
  if (action.do === "repair") {
    const left = 1 - state.belief[action.cause]!;
    return left < 1e-9
      ? cost
      : cost + left * following(problem, afterRepair(problem, state, action.cause), rule);
  }
  return problem.checks[action.check]!.outcomes.reduce((sum, { chance }, i) => {
    const p = chanceOf(state.belief, chance);
    if (p < 1e-9) return sum;
    return sum + p * following(problem, afterOutcome(problem, state, action.check, i), rule);
  }, cost);
}

test("looking ahead is never better than exactly, and seldom far from it", () => {
  let [sum, best] = [0, 0];
  fc.assert(
    fc.property(problems, ({ problem, state }) => {
      const exact = exactly(problem, state, 1e6)!.minutes;
      const ours = following(problem, state, (at) => lookAhead(problem, at, 2)?.action);
      expect(ours).toBeGreaterThan(exact - 1e-6);
      sum += ours;
      best += exact;
    }),
    { numRuns: 60, seed: 5 },
  );
  expect(sum).toBeLessThan(1.03 * best);
});

test("repairs that share nothing are tried in the best of all orders", () => {
  const orders = <T>(list: readonly T[]): readonly (readonly T[])[] =>
    list.length < 2
      ? [list]
      : list.flatMap((one, i) => orders(list.toSpliced(i, 1)).map((rest) => [one, ...rest]));
  fc.assert(
    fc.property(problems, ({ problem, state }) => {
      const apart = {
        ...problem,
        causes: problem.causes.map((c) => ({ ...c, steps: noSteps(4) })),
      };
      const minutes = orders(apart.causes.map((_, i) => i)).map((order) => {
        let [left, all] = [1, 0];
        for (const cause of order) {
          all += left * apart.causes[cause]!.minutes;
          left -= state.belief[cause]!;
        }
        return all;
      });
      expect(repairsOnly(apart, state).minutes).toBeCloseTo(Math.min(...minutes), 6);
    }),
  );
});

test("what was opened for one check is not paid for by the next", () => {
  const problem: FindProblem = {
    minutes: [10, 5],
    causes: [{ id: "a", minutes: 1, steps: Uint32Array.of(3) }],
    checks: [{ id: "look", minutes: 1, steps: Uint32Array.of(1), outcomes: [] }],
  };
  const state: FindState = { belief: [1], open: noSteps(2), made: 0 };
  expect(costOf(problem, state, { do: "check", check: 0 })).toBe(11);
  expect(costOf(problem, state, { do: "repair", cause: 0 })).toBe(16);
  const open = { ...state, open: Uint32Array.of(1) };
  expect(costOf(problem, open, { do: "repair", cause: 0 })).toBe(6);
});

test("the schema in the docs is the schema of the program", () => {
  const kept = path.join(import.meta.dirname, "../../docs/faults.schema.json");
  expect(JSON.parse(readFileSync(kept, "utf8"))).toEqual(
    JSON.parse(JSON.stringify(catalogueSchema)),
  );
});

describe("the shipped catalogue", () => {
  test("names no cause and no symptom that it does not have", () => {
    expect(strangers(catalogue)).toEqual([]);
    const wrong = {
      ...catalogue,
      symptoms: { odd: { name: "Odd", under: { gone: "often" }, otherwise: "rare" } },
    } as const;
    expect(strangers(wrong)).toContain("/symptoms/odd/under/gone");
    expect(strangers(wrong)).toContain("/checks/memory-test/about/0");
  });
  test("leaves out what a machine has no part for", () => {
    const machine = faultMachine(tern, catalogue, told({ says: ["hot"] }));
    expect(machine.causes).toContain("fan-worn");
    expect(machine.checks).toContain("spin-fan");
    expect(machine.parts[machine.causes.indexOf("fan-worn")]).toEqual(["fan"]);
    const none = { ...catalogue.causes["fan-worn"]!, part: "optical" as const };
    const other = { ...catalogue, causes: { ...catalogue.causes, tray: none } };
    expect(faultMachine(tern, other, nothing).causes).not.toContain("tray");
  });
  test("a check that is for another complaint is not offered", () => {
    const { checks } = faultMachine(tern, catalogue, told({ says: ["clock-wrong"] }));
    expect(checks).toContain("measure-coin");
    expect(checks).not.toContain("headphones");
    const made = told({ says: ["clock-wrong"], found: { headphones: "same" } });
    expect(faultMachine(tern, catalogue, made).checks).toContain("headphones");
  });
});

test("belief is what Bayes' rule makes of the odds, the symptoms and each outcome", () => {
  const what = told({ says: ["noisy", "hot"], found: { "listen-fan": "grinds" } });
  const machine = faultMachine(tern, catalogue, what);
  const believed = beliefOf(machine, catalogue, what);
  if (!believed.ok) throw new Error(believed.error.path);
  const { belief } = believed.value.state;
  expect(belief.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
  const top = machine.causes[belief.indexOf(Math.max(...belief))];
  expect(top).toBe("fan-worn");
  // By hand: prior × symptoms × outcome, of two of them.
  const odds = (cause: string, noisy: number, hot: number, grinds: number, smooth: number) =>
    catalogue.causes[cause]!.prior * noisy * hot * (grinds / (grinds + smooth));
  const ratio =
    odds("fan-worn", 0.95, 0.65, 0.95, 0.05) / odds("dust-and-paste", 0.65, 0.95, 0.25, 0.65);
  const of = (cause: string) => belief[machine.causes.indexOf(cause)]!;
  expect(of("fan-worn") / of("dust-and-paste")).toBeCloseTo(ratio, 6);
});

test("closed jobs bend the odds: twenty of the shop's own weigh as much as the catalogue", () => {
  const bent = told({ says: ["slow"], counts: { "drive-bad": 20 } });
  const odds = (what: Told) => {
    const advice = findOut(tern, catalogue, what);
    if (!advice.ok) throw new Error(advice.error.path);
    return advice.value;
  };
  const before = odds(told({ says: ["slow"] }));
  const after = odds(bent);
  expect(before.causes[0]!.cause).toBe("settings");
  expect(after.causes[0]!.cause).toBe("drive-bad");
  expect([before.jobs, after.jobs]).toEqual([0, 20]);
});

test("advice names the check, its outcomes and what each makes likeliest; in the end the repair", () => {
  const first = findOut(tern, catalogue, told({ says: ["clock-wrong"] }));
  expect(first.ok && first.value.causes[0]!.cause).toBe("coin-cell-flat");
  // Followed with a worn fan it ends with the fan.
  let known = told({ says: ["noisy"] });
  let next = findOut(tern, catalogue, known);
  for (let i = 0; i < 12 && next.ok && next.value.next?.do === "check"; i++) {
    const { check, outcomes } = next.value.next;
    const under = (id: string) =>
      CHANCES[catalogue.checks[check]!.outcomes[id]!.under["fan-worn"] ?? "rare"];
    const [likely] = outcomes.map(({ id }) => id).sort((a, b) => under(b) - under(a));
    known = { ...known, found: { ...known.found, [check]: likely! } };
    next = findOut(tern, catalogue, known);
  }
  const sure = known;
  expect(next).toMatchObject({
    value: { next: { do: "repair", cause: "fan-worn", parts: ["fan"] } },
  });
  const refuted = findOut(tern, catalogue, { ...sure, refuted: ["fan-worn"] });
  expect(refuted).toMatchObject({ ok: true });
  expect(refuted.ok && refuted.value.causes[0]!.cause).not.toBe("fan-worn");
});

test("an outcome that hardly anybody would expect is named", () => {
  const what = told({ says: ["noisy"], found: { "spin-fan": "rough", "listen-fan": "air" } });
  const advice = findOut(tern, catalogue, what);
  expect(advice.ok && advice.value.odd.length).toBe(0);
  const strange = findOut(
    tern,
    catalogue,
    told({ says: ["keys-dead"], found: { "open-look": "pack" } }),
  );
  expect(strange.ok && strange.value.odd).toEqual(["open-look"]);
});

test.each([
  [told({ says: ["sings"] }), "/says/0"],
  [told({ found: { "spin-fan": "sings" } }), "/found/spin-fan"],
  [told({ found: { singing: "yes" } }), "/found/singing"],
  [told({ refuted: ["singing"] }), "/refuted/0"],
])("what is not in the catalogue is an error with its path", (what, wrong) => {
  expect(findOut(tern, catalogue, what)).toMatchObject({ ok: false, error: { path: wrong } });
});

test("nothing is left to do when every cause was mended", () => {
  const machine = faultMachine(tern, catalogue, nothing);
  const all = told({ refuted: machine.causes });
  expect(adviseOn(machine, catalogue, all)).toMatchObject({ value: { next: undefined } });
  const { problem } = machine;
  const none = {
    belief: problem.causes.map(() => 0),
    open: noSteps(problem.minutes.length),
    made: 0,
  };
  expect(nextAction(problem, none)).toBeUndefined();
});
