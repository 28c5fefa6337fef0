import { may, type Person } from "../people/index.ts";
import type { Deed } from "./deeds.ts";
import { doingOf } from "./doing.ts";

const KINDS: Readonly<Record<string, readonly Deed["kind"][]>> = {
  tick: ["worked"],
  "find-out": ["says", "checked", "unchecked", "refuted", "found", "turned-out"],
  release: ["reversed", "not-collected"],
  decide: [
    "corrected",
    "not-arrived",
    "collected",
    "quoted",
    "answered",
    "ordered",
    "delayed",
    "arrived",
    "sent-back",
    "cancelled",
  ],
};

test.each(
  Object.entries(KINDS).flatMap(([doing, kinds]) => kinds.map((kind) => [kind, doing] as const)),
)("who writes %s does: %s", (kind, doing) => {
  expect(doingOf({ kind })).toBe(doing);
});

test("a machine that goes out with something open is let go, which not everybody may", () => {
  expect(doingOf({ kind: "collected", release: "a gift" })).toBe("release");
});

test("a learner finds out and works, and settles nothing with the customer", () => {
  const pim: Person = { id: "pim", name: "Pim", role: "learner" };
  const can = (kind: Deed["kind"]) => may(pim, doingOf({ kind }));
  expect((["checked", "worked", "answered", "paid", "collected"] as const).map(can)).toEqual([
    true,
    true,
    false,
    false,
    false,
  ]);
});
