import { PIN, smallGuide } from "../../testing/builders.ts";
import type { Entry, LedgerEvent } from "../bench/index.ts";
import { hurryOf } from "./hurry.ts";

const guide = smallGuide();
const joints = Object.keys(guide.joints);
const timed = {
  ...guide,
  joints: Object.fromEntries(joints.map((id) => [id, { ...guide.joints[id]!, off: 1 }])),
};
/** A ledger of so many steps of a minute each, so many seconds apart. */
function ledger(steps: number, apart: number, by = (_: number) => "t"): LedgerEvent[] {
  const entries: Entry[] = [
    { do: "start", guide: PIN, job: { for: ["fan"] }, down: [] },
    ...Array.from({ length: steps }, (_, i) => {
      return { do: "release", joint: joints[i % joints.length]! } as const;
    }),
  ];
  return entries.map((entry, i) => ({
    id: `e${i}`,
    at: new Date(Date.UTC(2026, 0, 1, 8, 0, i * apart)).toISOString(),
    by: by(i),
    entry,
  }));
}

test("ten minutes of steps in half a minute are a hurry; as fast as a quick hand are none", () => {
  expect(hurryOf(timed, ledger(10, 3))).toEqual({ steps: 10, planned: 10, took: 0.5 });
  expect(hurryOf(timed, ledger(10, 10))).toBeUndefined();
});

test("a few quick steps are none, nor is what somebody else did before", () => {
  expect(hurryOf(timed, ledger(7, 1))).toBeUndefined();
  expect(
    hurryOf(
      timed,
      ledger(10, 1, (i) => (i < 5 ? "a" : "b")),
    ),
  ).toBeUndefined();
});

test("what was taken back was not ticked; a clock that was set back tells nothing", () => {
  const all = ledger(9, 1);
  const back: LedgerEvent = { ...all.at(-1)!, id: "back", entry: { do: "take-back", event: "e9" } };
  expect(hurryOf(timed, all)?.steps).toBe(9);
  expect(hurryOf(timed, [...all, back])?.steps).toBe(8);
  expect(hurryOf(timed, ledger(10, -1))).toBeUndefined();
});

test("a hurry after steps at a hand's pace is told by its own run", () => {
  const slow = ledger(5, 60);
  const from = Date.parse(slow.at(-1)!.at);
  const quick = ledger(9, 1)
    .slice(1)
    .map((event, i) => ({
      ...event,
      id: `q${i}`,
      at: new Date(from + 1000 * (i + 1)).toISOString(),
    }));
  const hurry = hurryOf(timed, [...slow, ...quick]);
  expect(hurry?.steps).toBe(9);
  expect(hurry?.took).toBeCloseTo(9 / 60, 9);
});
