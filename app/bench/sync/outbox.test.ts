import type { Entry, LedgerEvent } from "../../../core/bench/index.ts";
import { planJob } from "../../../core/plan/index.ts";
import { modelOf } from "../../../core/rules/index.ts";
import { smallGuide, PIN } from "../../../testing/builders.ts";
import { sentAnew, stillGood, takeIn, type Pages } from "./outbox.ts";

const model = modelOf(smallGuide());
const plan = planJob(model.guide, { for: ["fan"] });
if (!plan.ok) throw new Error("no plan");

const event = (id: string, entry: Entry, by = "me"): LedgerEvent => ({
  id,
  at: "2026-01-01T00:00:00Z",
  by,
  entry,
});
const start = event("start", {
  do: "start",
  guide: PIN,
  job: { for: ["fan"] },
  down: plan.value.down,
});
const begin = event("begin", { do: "answer", stop: "begin", answer: "yes" });
const screws = (id: string, by?: string): LedgerEvent =>
  event(id, { do: "release", joint: "base-screws", count: 4, cell: 1 }, by);
const clips = event("clips", { do: "release", joint: "base-clips" });

describe("what the server has written comes in", () => {
  const pages: Pages = { known: [start, begin], queue: [screws("mine"), clips] };

  test("own ticks among it wait no longer", () => {
    expect(takeIn(pages, 2, [screws("mine")])).toEqual({
      known: [start, begin, screws("mine")],
      queue: [clips],
    });
  });
  test("what comes twice, by the answer and by the stream, is one", () => {
    const once = takeIn(pages, 2, [screws("mine")])!;
    expect(takeIn(once, 2, [screws("mine")])).toEqual(once);
    expect(takeIn(once, 0, [start, begin, screws("mine")])).toEqual(once);
  });
  test("what begins behind a gap is not taken in", () => {
    expect(takeIn(pages, 3, [clips])).toBeUndefined();
  });
});

describe("ticks that wait while others go on", () => {
  test("stay when they still hold", () => {
    const pages = { known: [start, begin, screws("theirs", "you")], queue: [clips] };
    expect(stillGood(model, pages)).toEqual({ queue: [clips], refused: undefined });
  });
  test("what does not hold is dropped with the reason, and takes nothing with it that holds", () => {
    const pages = {
      known: [start, begin, screws("theirs", "you")],
      queue: [screws("mine"), clips],
    };
    const { queue, refused } = stillGood(model, pages);
    expect(queue).toEqual([clips]);
    expect(refused).toMatchObject({ type: "blocked", block: { type: "open-already" } });
  });
});

test("what an older copy of the record has not is sent anew, in its order, but what the server makes itself", () => {
  const replan = event("replan", { do: "replan", job: { for: ["fan"] }, down: plan.value.down });
  const known = [start, begin, screws("mine"), replan];
  expect(sentAnew({ known, queue: [clips] }, 2)).toEqual({
    known: [start, begin],
    queue: [screws("mine"), clips],
  });
  expect(sentAnew({ known, queue: [clips] }, 4)).toEqual({ known, queue: [clips] });
});
