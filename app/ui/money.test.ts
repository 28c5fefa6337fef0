import { centsIn } from "./money.ts";

test.each<[string, number | undefined]>([
  ["45", 4500],
  ["45.5", 4550],
  ["45,50", 4550],
  ["1,234.56", 123_456],
  ["1 234.5", 123_450],
  ["0.07", 7],
  ["", undefined],
  ["-3", undefined],
  ["1.234", undefined],
  ["12e3", undefined],
  ["9999999", undefined],
])("%s is %s cents", (text, cents) => {
  expect(centsIn(text)).toBe(cents);
});
