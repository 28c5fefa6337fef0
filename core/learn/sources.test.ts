import { part, screws } from "../../testing/builders.ts";
import { firstSightings, FRAME, learntGuide, type Sighting, sourcesOf } from "./index.ts";

const machine = {
  id: "zellick-kite-14",
  maker: "Zellick",
  model: "Kite 14",
  codes: ["ZK-77Q"],
  recognise: "New.",
};
const first = firstSightings({ width: 300, height: 200 }, ["battery"], (kind) => kind);
const told: readonly Sighting[] = [
  ...first,
  { do: "part", part: "plate", facts: part(FRAME), by: "tobin", at: "2026-01-01T08:00:00Z" },
  { do: "part", part: "strip", facts: part(FRAME) },
  { do: "joint", joint: "screw", facts: screws(["battery", FRAME]) },
  {
    do: "snag",
    claim: { how: "over", first: "plate", then: "battery" },
    by: "mirel",
    at: "2026-01-01T09:00:00Z",
  },
  { do: "lift", parts: ["plate"] },
  { do: "lift", parts: ["strip"] },
  { do: "release", joint: "screw" },
  { do: "lift", parts: ["battery"] },
];
const sourceOf = (sightings: readonly Sighting[], top: string, over: string | undefined) =>
  sourcesOf(learntGuide({ machine, sightings })).find(
    (one) => one.part === top && one.over === over,
  );

test("what was said names who said it and when; what only came first is assumed", () => {
  expect(sourceOf(told, "plate", "battery")).toEqual({
    part: "plate",
    over: "battery",
    source: "said",
    by: "mirel",
    at: "2026-01-01T09:00:00Z",
  });
  expect(sourceOf(told, "strip", "battery")).toMatchObject({ source: "assumed", by: undefined });
  expect(sourceOf(told, "plate", undefined)).toMatchObject({ by: "tobin" });
});

test("what was decided, and what was answered, is no longer assumed", () => {
  const claim = { how: "over", first: "strip", then: "battery" } as const;
  const decided: Sighting = { do: "decide", claim, holds: true, by: "tobin" };
  expect(sourceOf([...told, decided], "strip", "battery")).toMatchObject({
    source: "decided",
    by: "tobin",
  });
  const answered: Sighting = { do: "answer", claims: [claim], answer: "no", by: "tobin" };
  expect(sourceOf([...told, answered], "strip", "battery")).toMatchObject({
    source: "said",
    by: "tobin",
  });
  const free: Sighting = { do: "answer", claims: [claim], answer: "yes" };
  expect(sourceOf([...told, free], "strip", "battery")).toBeUndefined();
});

test("a guide that was written has no sources", () => {
  const { learnt: _, ...written } = learntGuide({ machine, sightings: told });
  expect(sourcesOf(written)).toEqual([]);
});
