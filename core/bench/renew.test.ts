import { Bench } from "../../testing/bench.ts";
import { smallGuide } from "../../testing/builders.ts";
import type { Guide } from "../guide/index.ts";
import { modelOf } from "../rules/index.ts";
import { admit, renewed } from "./index.ts";

const before = modelOf(smallGuide());
const other = (change: (guide: Guide) => Guide) => modelOf(change(smallGuide()));
/** The board's job, down to the swap. */
function stripped(): Bench {
  const bench = new Bench(before, { for: ["board"] });
  bench.down();
  return bench;
}
const pin = { version: "b".repeat(64), code: "T-1" };

test("what was done counts by the newer version, where that allows it", () => {
  const bench = stripped();
  const after = other((guide) => ({ ...guide, covers: [] }));
  const next = renewed(before, after, bench.events);
  expect(next.ok && next.value.state.machine).toEqual(bench.state.machine);
  expect(next.ok && next.value.model).toBe(after);
});

test("a cover that what was done goes against keeps the job where it is", () => {
  const bench = stripped();
  // The board came out with the frame in: now the frame is said to lie over it.
  const after = other((guide) => ({
    ...guide,
    covers: [...guide.covers, { part: "frame", over: ["board"] }],
  }));
  expect(renewed(before, after, bench.events)).toMatchObject({
    ok: false,
    error: { type: "renew-misfit", entry: { do: "lift" } },
  });
});

test("a step that the newer version does not have keeps the job where it is", () => {
  const bench = stripped();
  const after = other((guide) => {
    const { "board-screws": gone, ...joints } = guide.joints;
    return { ...guide, joints: { ...joints, "board-bolts": gone! }, orders: [], covers: [] };
  });
  expect(renewed(before, after, bench.events).ok).toBe(false);
});

test("a lot that came out by the old number alone is not recounted by the new one", () => {
  const after = other((guide) => ({
    ...guide,
    joints: {
      ...guide.joints,
      "board-screws": { ...guide.joints["board-screws"]!, count: 2 } as never,
    },
  }));
  const bench = stripped();
  const said = bench.events.map((event) =>
    event.entry.do === "release" && event.entry.joint === "board-screws"
      ? { ...event, entry: { ...event.entry, count: 3 } }
      : event,
  );
  const unsaid = said.map((event) => {
    if (event.entry.do !== "release" || event.entry.joint !== "board-screws") return event;
    const { count: _, ...entry } = event.entry;
    return { ...event, entry };
  });
  expect(renewed(before, after, said).ok).toBe(true);
  expect(renewed(before, after, unsaid)).toMatchObject({
    error: { entry: { joint: "board-screws" } },
  });
});

test("a job goes over while it comes apart and at the swap, and not in the build-up", () => {
  const bench = stripped();
  const renew = { do: "renew", guide: pin } as const;
  expect(admit(before, bench.state, renew).ok).toBe(true);
  bench.tick({ do: "swap" });
  expect(admit(before, bench.state, renew)).toMatchObject({ error: { type: "change-too-late" } });
});

test("what is observed is of parts and joints that there are, while the machine is open", () => {
  const bench = stripped();
  const may = (about: string) =>
    admit(before, bench.state, { do: "observe", what: { type: "words", about, words: "x" } }).ok;
  expect([may("fan"), may("fan-plug"), may("gone")]).toEqual([true, true, false]);
  for (const what of [
    { type: "in-reach", part: "gone", thing: "fan" },
    { type: "in-reach", part: "base", thing: "gone" },
    { type: "held-by", thing: "fan", by: "gone" },
    { type: "held-by", thing: "gone", by: "fan" },
  ] as const) {
    expect(admit(before, bench.state, { do: "observe", what })).toMatchObject({
      error: { type: "id-unknown" },
    });
  }
  const left = bench.state;
  bench.tick({ do: "observe", what: { type: "in-reach", part: "base", thing: "fan" } });
  expect(bench.state).toEqual({ ...left, live: bench.state.live });
});
