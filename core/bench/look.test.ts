import { guide, part, plug, screws } from "../../testing/builders.ts";
import { regionWords } from "../words/index.ts";
import { MOST_A_LOOK, regionsOf } from "./look.ts";

/** A board with plugs at these places of one view, 300 by 200; one that is not drawn. */
const boardWith = (places: readonly (readonly [number, number])[]) =>
  guide({
    parts: { frame: part(), board: part("frame"), lead: part("frame") },
    joints: {
      ...Object.fromEntries(
        places.map(([x, y], i) => [
          `p${i}`,
          plug(["board", "lead"], { at: [{ view: "top", x, y }] }),
        ]),
      ),
      loose: screws(["board", "frame"]),
    },
  });
const idsOf = (n: number): readonly string[] => Array.from({ length: n }, (_, i) => `p${i}`);

test("few joints are one look, named by where they all lie", () => {
  const left = boardWith([
    [10, 10],
    [20, 30],
  ]);
  const [only, ...more] = regionsOf(left, idsOf(2));
  expect(more).toEqual([]);
  expect(only!.joints).toEqual(["p0", "p1"]);
  expect(regionWords(only!)).toBe("upper left");
  const across = boardWith([
    [10, 150],
    [290, 190],
  ]);
  expect(regionWords(regionsOf(across, idsOf(2))[0]!)).toBe("the lower half");
  const side = boardWith([
    [200, 10],
    [290, 190],
  ]);
  expect(regionWords(regionsOf(side, idsOf(2))[0]!)).toBe("the right half");
});

test("many are halved along their longer side, none with more than one press can hold", () => {
  const many = boardWith(
    Array.from({ length: 14 }, (_, i) => [10 + 20 * i, 40 + (i % 3)] as const),
  );
  const regions = regionsOf(many, idsOf(14));
  expect(regions.every(({ joints }) => joints.length <= MOST_A_LOOK)).toBe(true);
  expect(regions.flatMap(({ joints }) => joints).sort()).toEqual([...idsOf(14)].sort());
  expect(regions[0]!.across).toBe("left");
  expect(regions.at(-1)!.across).toBe("right");
});

test("what is not drawn is a look of its own", () => {
  const one = boardWith([[10, 10]]);
  const regions = regionsOf(one, ["p0", "loose"]);
  expect(regions.map(({ joints }) => joints)).toEqual([["p0"], ["loose"]]);
  expect(regionWords(regions[1]!)).toBe("all over");
});
