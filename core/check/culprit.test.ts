import { closedMachine, modelOf, type Problem, problemOf } from "../rules/index.ts";
import { isInReach } from "../work/index.ts";
import { blockingFacts, without } from "./culprit.ts";
import { part, plug, smallGuide } from "../../testing/builders.ts";
import { randomCase, randomOuterCase } from "../../testing/random-guide.ts";

const isBlocked = (problem: Problem): boolean => !isInReach(problem, closedMachine(problem.model));

test("without all of the facts the goal is in reach; without any one of them these block no more", () => {
  let blocked = 0;
  for (let seed = 1; seed <= 400; seed++) {
    const { guide, job } = seed % 2 === 0 ? randomCase(seed, 7) : randomOuterCase(seed, 7);
    const problem = problemOf(modelOf(guide), job);
    if (!problem.ok) throw new Error(problem.error.type);
    if (!isBlocked(problem.value)) continue;
    const facts = blockingFacts(problem.value);
    if (!facts) {
      const everything = allFactsOf(problem.value);
      expect({ seed, still: isBlocked(without(problem.value, everything)) }).toEqual({
        seed,
        still: true,
      });
      continue;
    }
    blocked += 1;
    const others = allFactsOf(problem.value).filter(
      ({ key }) => !facts.some((fact) => fact.key === key),
    );
    expect({ seed, alone: isBlocked(without(problem.value, others)) }).toEqual({
      seed,
      alone: true,
    });
    for (const one of facts) {
      const rest = without(problem.value, [...others, one]);
      expect({ seed, key: one.key, still: isBlocked(rest) }).toEqual({
        seed,
        key: one.key,
        still: false,
      });
    }
  }
  expect(blocked).toBeGreaterThan(60);
});

type Fact = NonNullable<ReturnType<typeof blockingFacts>>[number];

/** The facts of a problem by name, worked out from its guide: enough of each to be left out by its key. */
function allFactsOf({ model }: Problem): Fact[] {
  const { guide, partIds, jointIds } = model;
  const said = { type: "power-first", id: "" } as const;
  const keys = [
    ...guide.covers.flatMap(({ part, over }) => over.map((id) => `cover ${part} ${id}`)),
    ...[...partIds, ...jointIds].map((id) => `power ${id}`),
    ...guide.orders.map(({ first, then }) => `order ${first} ${then}`),
  ];
  return keys.map((key) => ({ key, said }));
}

test("an order that closes the way to the battery is named with what makes it a circle", () => {
  const guide = {
    ...smallGuide(),
    orders: [{ first: "fan-plug", then: "battery-plug", strength: "must", why: "x" } as const],
  };
  const problem = problemOf(modelOf(guide), { for: [], open: ["battery-plug"] });
  if (!problem.ok) throw new Error(problem.error.type);
  expect(blockingFacts(problem.value)?.map(({ said }) => said)).toEqual([
    { type: "order", first: "fan-plug", then: "battery-plug" },
    { type: "power-first", id: "fan-plug" },
  ]);
});

test("what joints and layers alone keep shut has no such facts", () => {
  const { joints, parts, ...guide } = smallGuide();
  const made = plug(["frame", "label"], { permanent: true });
  const facts = {
    ...guide,
    parts: { ...parts, label: part("frame") },
    joints: { ...joints, made },
  };
  const problem = problemOf(modelOf(facts), { for: [], reach: ["frame"] });
  if (!problem.ok) throw new Error(problem.error.type);
  expect(isBlocked(problem.value)).toBe(true);
  expect(blockingFacts(problem.value)).toBeUndefined();
});
