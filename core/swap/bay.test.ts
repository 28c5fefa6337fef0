import { bayFit, bayHeight } from "./bay.ts";

test.each<[readonly string[], number | undefined]>([
  [["2.5 in 7 mm"], 7],
  [["X-1", "ODD 12.7mm"], 12.7],
  [["9.5 MM slim"], 9.5],
  [["11 mm"], undefined],
  [["M.2 2280"], undefined],
  [[], undefined],
])("the bay of codes %j is %s mm high", (codes, height) => {
  expect(bayHeight({ codes })).toBe(height);
});

test.each([
  [7, 7, "fits"],
  [9.5, 7, "spacer"],
  [7, 9.5, "too-thick"],
  [12.7, 9.5, "spacer"],
] as const)("in a bay of %s mm a drive of %s mm: %s", (bay, drive, fit) => {
  expect(bayFit(bay, drive)).toBe(fit);
});
