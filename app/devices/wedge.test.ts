import { Burst, type Heard } from "./wedge.ts";

/** Keys, each so many ms after the one before; gives what became of each. */
function typed(text: string, apart: number, burst = new Burst()): readonly Heard[] {
  const keys = [...text].map((key) => (key === "\n" ? "Enter" : key));
  return keys.map((key, i) =>
    burst.hear({ key, code: key, shiftKey: false, timeStamp: 1000 + i * apart }),
  );
}

test("a burst that ends with Enter is a scan, whatever its letters do by themselves", () => {
  const heard = typed("MT15 y n-/7\n", 4);
  expect(heard.slice(0, -1).every(({ type }) => type === "held")).toBe(true);
  expect(heard.at(-1)).toEqual({ type: "scan", text: "MT15 y n-/7" });
});

test("fingers are no scanner: too slow, or too few", () => {
  const burst = new Burst();
  expect(typed("y", 0, burst)).toEqual([{ type: "held" }]);
  expect(Burst.isFingers(burst.end())).toBe(true);
  // Two at once and Enter: they go on first.
  expect(typed("yn\n", 10).at(-1)).toMatchObject({
    type: "after",
    keys: [{ key: "y" }, { key: "n" }],
  });
  // Enter long after is Enter.
  expect(typed("abcdef\n", 40).at(-1)).toEqual({ type: "on" });
});

test("a scan that lost its end is nothing, and what comes next begins anew", () => {
  const burst = new Burst();
  typed("BAT-77120", 3, burst);
  expect(Burst.isFingers(burst.end())).toBe(false);
  expect(typed("T-1\n1", 3, burst).map(({ type }) => type)).toEqual([
    "held",
    "held",
    "held",
    "after",
    "held",
  ]);
});

test("a pedal and the keys that type nothing never wait", () => {
  const on = (key: string) =>
    new Burst().hear({ key, code: key, shiftKey: false, timeStamp: 0 }).type;
  for (const key of [" ", "Enter", "Backspace", "Escape", "ArrowRight", "Shift", "F5"]) {
    expect([key, on(key)]).toEqual([key, "on"]);
  }
});

test("no key overtakes one that waits; a shift within a burst ends nothing", () => {
  const burst = new Burst();
  const hear = (key: string, timeStamp: number) =>
    burst.hear({ key, code: key, shiftKey: false, timeStamp });
  hear("l", 1000);
  expect(hear("ArrowLeft", 1008)).toMatchObject({ type: "after", keys: [{ key: "l" }] });
  expect(hear("ArrowLeft", 1016)).toEqual({ type: "on" });
  for (const [at, key] of ["T", "Shift", "M", "1", "5"].entries()) hear(key, 2000 + at * 3);
  expect(hear("Enter", 2018)).toEqual({ type: "scan", text: "TM15" });
});
