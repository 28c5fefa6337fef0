import { Bench } from "../../testing/bench.ts";
import { smallGuide } from "../../testing/builders.ts";
import { must } from "../base/must.ts";
import { modelOf } from "../rules/index.ts";
import { admit, type Entry, foldLedger, goodEntry, heldBy, nextAsk } from "./index.ts";
import { fromLastTime } from "./lots.ts";

const model = modelOf(smallGuide());
const refusal = (bench: Bench, entry: Entry): string | undefined => {
  const admitted = admit(bench.model, bench.state, entry);
  return admitted.ok ? undefined : admitted.error.type;
};
/** The board's job, down and swapped. */
function swapped(): Bench {
  const bench = new Bench(model, { for: ["board"] });
  bench.down();
  bench.tick({ do: "swap" });
  return bench;
}

test("that it was drained counts until the battery is on again", () => {
  const bench = swapped();
  expect(bench.state.answers.get("drain")?.answer).toBe("yes");
  bench.up({}, "battery-plug");
  expect(bench.state.answers.has("drain")).toBe(true);
  bench.tick({ do: "make", joint: "battery-plug" });
  expect(bench.state.answers.has("drain")).toBe(false);
});

test("a base that bulges holds the job when it is answered so, and not when it is not", () => {
  const start: Entry = {
    do: "start",
    guide: { version: "0".repeat(64), code: "T-1" },
    job: { for: ["fan"] },
    down: [{ do: "release", joint: "base-clips" }],
    signs: ["base-bulges"],
  };
  for (const [answer, held] of [
    ["yes", "bulge"],
    ["no", undefined],
  ] as const) {
    const bench = new Bench(model, { for: ["fan"] });
    bench.events.length = 0;
    bench.push(start);
    bench.tick({ do: "answer", stop: "begin", answer: "yes" });
    expect(refusal(bench, { do: "release", joint: "base-clips" })).toBe("stop-open");
    bench.tick({ do: "answer", stop: "bulge", answer });
    expect(heldBy(model, bench.state)?.kind).toBe(held);
  }
});

test("a held job goes on with the good answer, a word and a place, and with nothing less", () => {
  const bench = new Bench(model, { for: ["battery"] });
  bench.tick({ do: "answer", stop: "begin", answer: "yes" });
  const stop = "lithium:battery";
  bench.tick({ do: "answer", stop, answer: "yes" });
  const again = (answer: "yes" | "no", note?: string, where?: string): Entry => ({
    do: "answer",
    stop,
    answer,
    ...(note === undefined ? {} : { note }),
    ...(where === undefined ? {} : { where }),
  });
  expect(refusal(bench, again("yes", "out of it", "in the box"))).toBe("held-without-a-word");
  expect(refusal(bench, again("no", "  ", "in the box"))).toBe("held-without-a-word");
  expect(refusal(bench, again("no", "looked again", " "))).toBe("where-missing");
  expect(refusal(bench, again("no", "looked again", "in the box"))).toBeUndefined();
});

test("a function is not tried while what it hangs on is open", () => {
  const bench = swapped();
  bench.up({}, "fan-plug");
  expect(refusal(bench, { do: "check", round: "open", what: "fan", result: "pass" })).toBe(
    "hangs-on-open",
  );
});

test("a wrong code goes in with a reason, and a blank is none", () => {
  const { parts, ...rest } = smallGuide();
  const battery = { ...parts["battery"]!, codes: ["EX-48W"] };
  const bench = new Bench(modelOf({ ...rest, parts: { ...parts, battery } }), { for: ["battery"] });
  bench.down();
  const swap = (why?: string): Entry => ({
    do: "swap",
    fitted: [{ part: "battery", code: "ZZ-99X", ...(why === undefined ? {} : { why }) }],
  });
  expect(refusal(bench, swap("  "))).toBe("wrong-code");
  expect(refusal(bench, swap("the maker's successor"))).toBeUndefined();
});

/** The board's job, built up to its last step. */
function built(): Bench {
  const bench = swapped();
  bench.up();
  return bench;
}

test("closing is refused until each function is tried, and says which are not", () => {
  const bench = built();
  const { what } = must([...bench.state.checks.values()][0], "nothing was tried");
  for (const round of ["open", "shut"] as const) {
    bench.push({ do: "check", round, what, result: "fail" });
  }
  const close: Entry = { do: "close", left: 0 };
  expect(admit(bench.model, bench.state, close)).toMatchObject({
    error: { type: "checks-left", round: "shut", checks: [what] },
  });
  expect(bench.tick(close)).toBeUndefined();
});

test.each([-1, 201, 1.5])("%d screws cannot lie on a bench", (left) => {
  const bench = built();
  // Each function tried, so that nothing else is in the way of closing.
  for (;;) {
    const admitted = admit(bench.model, bench.state, { do: "close", left: 0 });
    if (admitted.ok || admitted.error.type !== "checks-left") break;
    bench.tick({
      do: "check",
      round: "shut",
      what: admitted.error.checks[0]!,
      result: "pass",
    });
  }
  const close: Entry = { do: "close", left, explained: "they were there before" };
  expect(refusal(bench, close)).toBe("left-invalid");
  expect(refusal(bench, { ...close, left: 1 })).toBeUndefined();
});

test("without a battery that reaches the board there is no power to put on", () => {
  const bench = swapped();
  expect(refusal(bench, { do: "power-on" })).toBe("no-power-here");
});

test("a board is not put in with the battery on: what power may harm comes before the plug", () => {
  const bench = swapped();
  bench.up({}, "battery-plug");
  const left = nextAsk(bench.model, bench.state);
  expect(left).not.toEqual({ type: "nothing" });
  // All that is static-sensitive is in by then.
  expect(bench.state.made.map((j) => model.jointIds[j])).toContain("board-screws");
});

test("what is asked of a job that is not begun, or is over, is nothing", () => {
  const idle = foldLedger(model, []);
  expect(nextAsk(model, idle)).toEqual({ type: "nothing" });
  expect(goodEntry(nextAsk(model, idle))).toBeUndefined();
});

test("a lot that comes out again after the soak is counted by what went in", () => {
  const bench = built();
  const lots = [...bench.state.lots.values()];
  for (const lot of lots) expect(fromLastTime(lot)).toMatchObject({ out: lot.in, loose: 0 });
  const never = { ...lots[0]!, in: undefined, loose: 2 };
  expect(fromLastTime(never)).toEqual({ ...never, loose: 0 });
});
