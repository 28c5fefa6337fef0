import { readIntake, screwsMissing } from "./intake.ts";

const mark = { kind: "screw-missing", view: "underside", x: 1, y: 2, joint: "base" } as const;

test("screws that are missing are counted by their lot", () => {
  const marks = [
    mark,
    { ...mark, place: 3 },
    { ...mark, joint: "lid" },
    { ...mark, kind: "dent" as const },
  ];
  expect([...screwsMissing({ marks })]).toEqual([
    ["base", 2],
    ["lid", 1],
  ]);
  expect(screwsMissing({}).size).toBe(0);
});

test.each<[unknown, boolean]>([
  [{}, true],
  [{ marks: [mark], data: "clone", dataNote: "the shop", password: "guest" }, true],
  [
    {
      adapter: { has: { volts: 19, amps: 3, plug: "x" }, needs: { volts: 19, amps: 3, plug: "x" } },
    },
    true,
  ],
  [{ marks: [{ ...mark, kind: "scar" }] }, false],
  [{ marks: [{ ...mark, x: 1e9 }] }, false],
  [{ marks: Array(201).fill(mark) }, false],
  [{ data: "perhaps" }, false],
  [{ password: "hunter2" }, false],
  [{ came: "x".repeat(501) }, false],
  [{ adapter: { has: { volts: 900, amps: 3, plug: "x" } } }, false],
  [{ more: 1 }, false],
])("%j is an intake: %s", (value, isOne) => {
  expect(readIntake(value).ok).toBe(isOne);
});
