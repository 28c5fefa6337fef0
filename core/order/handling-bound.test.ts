import { pick, seeded } from "../base/seeded.ts";
import { alwaysBefore, has, type Needs, NONE, setOf, SwitchBound } from "./handling-bound.ts";

/** Seeded moves with tools, each needing some of those before it: all of one set, one of another. */
function randomMoves(seed: number): {
  readonly tools: Int16Array;
  readonly needs: readonly Needs[];
} {
  const random = seeded(seed);
  const size = 3 + Math.floor(4 * random());
  const tools = Int16Array.from({ length: size }, () => pick(random, [0, 1, 2, NONE]));
  const needs = Array.from(tools, (_, i) => {
    const earlier = Array.from({ length: i }, (_, k) => k);
    const all = setOf(
      earlier.filter(() => random() < 0.3),
      size,
    );
    const some = earlier.filter(() => random() < 0.4);
    return { all, anyOf: some.length > 1 && random() < 0.5 ? [setOf(some, size)] : [] };
  });
  return { tools, needs };
}

/** Every order that the needs allow. */
function orders(needs: readonly Needs[]): number[][] {
  const found: number[][] = [];
  const go = (order: number[]): void => {
    if (order.length === needs.length) {
      found.push(order);
      return;
    }
    for (const [i, { all, anyOf }] of needs.entries()) {
      if (order.includes(i)) continue;
      const isMet = (k: number): boolean => order.includes(k);
      const members = (set: Uint32Array): number[] => [...needs.keys()].filter((k) => has(set, k));
      if (!members(all).every(isMet)) continue;
      if (!anyOf.every((set) => members(set).some(isMet))) continue;
      go([...order, i]);
    }
  };
  go([]);
  return found;
}

const changes = (tools: readonly number[], inHand: number): number => {
  let hand = inHand;
  let count = 0;
  for (const tool of tools) {
    if (tool === NONE) continue;
    if (hand !== NONE && tool !== hand) count += 1;
    hand = tool;
  }
  return count;
};

describe.each(Array.from({ length: 60 }, (_, i) => i + 1))("seed %i", (seed) => {
  const { tools, needs } = randomMoves(seed);
  const before = alwaysBefore(needs);
  const all = orders(needs);

  test("what is said to come always before does so in every order", () => {
    for (const order of all) {
      for (const [i, set] of before.entries()) {
        for (const k of needs.keys()) {
          if (has(set, k)) expect(order.indexOf(k)).toBeLessThan(order.indexOf(i));
        }
      }
    }
  });

  test("the bound is never above what the best order takes, from any point on", () => {
    const bound = new SwitchBound(tools, before);
    for (const order of all) {
      let hand = NONE;
      for (let at = 0; at <= order.length; at++) {
        const done = setOf(order.slice(0, at), tools.length);
        const rest = all
          .filter((other) => order.slice(0, at).every((i) => other.slice(0, at).includes(i)))
          .map((other) =>
            changes(
              other.slice(at).map((i) => tools[i]!),
              hand,
            ),
          );
        expect(bound.least(done, hand)).toBeLessThanOrEqual(Math.min(...rest));
        const next = order[at];
        if (next !== undefined && tools[next] !== NONE) hand = tools[next]!;
      }
    }
  });
});

test("a tool that must be taken up again is counted again", () => {
  const size = 3;
  const needs: Needs[] = [
    { all: setOf([], size), anyOf: [] },
    { all: setOf([0], size), anyOf: [] },
    { all: setOf([1], size), anyOf: [] },
  ];
  const bound = new SwitchBound(Int16Array.of(0, 1, 0), alwaysBefore(needs));
  expect(bound.least(setOf([], size), NONE)).toBe(2);
  expect(bound.least(setOf([0], size), 0)).toBe(2);
  expect(bound.least(setOf([0, 1], size), 1)).toBe(1);
});
