import { Bench } from "../../testing/bench.ts";
import { part, smallGuide } from "../../testing/builders.ts";
import { must } from "../base/must.ts";
import { modelOf } from "../rules/index.ts";
import type { PartKind } from "../guide/index.ts";
import {
  admit,
  diveFromState,
  type Entry,
  foldLedger,
  goodEntry,
  heldBy,
  nextAsk,
  routeDown,
} from "./index.ts";
import { lookBefore } from "./look.ts";
import { remainingDown } from "./remaining.ts";
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
  const looks = lookBefore(model, bench.state, { do: "make", joint: "battery-plug" });
  bench.tick({ do: "seen", joints: looks.map(({ joint }) => joint) });
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

test("what is done twice, with a build-up between, is left of the plan as often as it is planned", () => {
  const step = { do: "release", joint: "fan-plug" } as const;
  const state = foldLedger(model, []);
  const move = { do: "release", joint: model.jointOf.get("fan-plug")! } as const;
  const left = (done: number, planned: number) =>
    remainingDown(model, {
      ...state,
      done: Array.from({ length: done }, () => move),
      plan: Array.from({ length: planned }, () => step),
    }).length;
  expect([left(0, 2), left(1, 2), left(2, 2), left(2, 1), left(1, 1)]).toEqual([2, 1, 0, 0, 0]);
});

test("the dive of a closed job has been all the way down and up", () => {
  const bench = built();
  bench.tick({ do: "close", left: 0 });
  const dive = diveFromState(model, bench.state);
  expect(bench.state.phase).toBe("closed");
  const shown = JSON.stringify(dive);
  expect(shown).not.toContain('"done":false');
  expect(dive).toEqual(diveFromState(model, built().state));
});

test("a ledger that names a part or a joint that is not there is not folded", () => {
  const bench = new Bench(model, { for: ["fan"] });
  const events = bench.events.slice();
  const more = (entry: Entry) => [...events, { ...events[0]!, id: "more", entry }];
  expect(() => foldLedger(model, more({ do: "lift", parts: ["gone"] }))).toThrow("no part gone");
  expect(() => foldLedger(model, more({ do: "release", joint: "gone" }))).toThrow("no joint gone");
});

test("a pack is in sight under tape and leads, and not under anything that hides it", () => {
  const under = (kind: PartKind) => {
    const covered = modelOf({
      ...smallGuide(),
      parts: { ...smallGuide().parts, thing: part("frame", { kind }) },
      covers: [{ part: "thing", over: ["battery"] }],
    });
    const bench = new Bench(covered, { for: ["fan"] });
    bench.tick({ do: "answer", stop: "begin", answer: "yes" });
    return refusalIn(bench);
  };
  // What hides it leaves it out of sight: nothing is asked of it before the first step.
  expect(under("cover")).toBeUndefined();
  expect(under("tape")).toBe("stop-open");
});
const refusalIn = (bench: Bench): string | undefined =>
  refusal(bench, routeDown(bench.model, bench.state).steps[0]!);
