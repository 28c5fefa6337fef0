import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import {
  type BenchState,
  type Entry,
  foldLedger,
  type LedgerEvent,
  type Lot,
  tighteningOf,
  turnAt,
} from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { stepSpeech } from "../../../core/words/index.ts";
import { planJob } from "../../../core/plan/index.ts";
import { modelOf } from "../../../core/rules/index.ts";
import { guide, part, screws, smallGuide, PIN } from "../../../testing/builders.ts";
import { nextEntry } from "../../../testing/play.ts";
import { LotsStrip } from "../tray/lots-strip.tsx";
import { MirrorDrawing } from "../tray/mirror.tsx";
import { MinutesLine } from "./minutes-line.tsx";
import { ChecksPanel } from "../step/checks-panel.tsx";
import { SnagPanel } from "../aside/snag-panel.tsx";
import { StepPanel } from "../step/step-panel.tsx";
import { StopPanel } from "../step/stop-panel.tsx";
import { DriveBox, MemoryBox, PadBox, PasteBox } from "../swap/swap-arithmetic.tsx";
import { TighteningBox } from "../step/tightening.tsx";
import { benchView, screwStep, trayNow, type Keeping } from "../model/bench-view.ts";

/** What a screen reader would say: the markup without its tags. */
const words = (element: ReactElement): string =>
  renderToStaticMarkup(element)
    .replace(/<style[^>]*>.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

const model = modelOf(smallGuide());
const nothing = () => undefined;
const cells: Keeping = { habit: "cells", grid: { rows: 2, columns: 3, holds: 12 } };

function played(until: (entry: Entry) => boolean): {
  readonly events: readonly LedgerEvent[];
  readonly state: BenchState;
} {
  const plan = planJob(model.guide, { for: ["fan"] });
  if (!plan.ok) throw new Error("no plan");
  const start: Entry = { do: "start", guide: PIN, job: { for: ["fan"] }, down: plan.value.down };
  const events: LedgerEvent[] = [{ id: "e0", at: "2026-01-01T08:00:00Z", by: "Mo", entry: start }];
  for (let i = 1; i < 100; i++) {
    const entry = nextEntry(model, foldLedger(model, events), undefined);
    if (!entry || until(entry)) break;
    const at = new Date(Date.UTC(2026, 0, 1, 8, i)).toISOString();
    events.push({ id: `e${i}`, at, by: "Mo", entry });
  }
  return { events, state: foldLedger(model, events) };
}

function stepWords(state: BenchState, keeping: Keeping): string {
  const { step, then, turns } = benchView(model, state, undefined);
  const found = screwStep(model, state, step, keeping, trayNow(model, state, keeping));
  const draft = { count: found?.expected ?? 0, cell: found?.cell, reason: undefined };
  return words(
    <StepPanel
      guide={model.guide}
      step={step!}
      then={then}
      speech={stepSpeech(model, state, step!)}
      turns={turns}
      screws={found}
      draft={draft}
      setDraft={nothing}
      turn={0}
      onNextScrew={nothing}
      onBroke={nothing}
      people={[]}
      ofMachine={["Fan: one clip is gone."]}
      notes={[{ id: "n", step: "", text: "Mind the edge.", by: "Jo", at: "2026-01-01" }]}
      photos={[]}
    />,
  );
}

describe("a screw step", () => {
  const { state } = played((entry) => entry.do === "release" && entry.joint === "base-screws");
  test("says how many, with which bit, and into which cell", () => {
    const said = stepWords(state, cells);
    expect(said).toMatch(/Take out the base cover screws: 4/);
    expect(said).toMatch(/PH0 bit/);
    expect(said).toMatch(/into cell/);
    expect(said).toMatch(/Mind the edge\. Jo/);
  });
  test.each([
    ["mirror", /lay them on the sheet, where they sat/],
    ["with-part", /lay them beside the base cover/],
    ["parked", /lay them back in their holes, parked/],
  ] as const)("with the habit %s it says where they go", (habit, place) => {
    expect(stepWords(state, { ...cells, habit })).toMatch(place);
  });
});

describe("stops", () => {
  const { state } = played((entry) => entry.do === "answer");
  const { stop } = benchView(model, state, undefined);
  test("ask, and offer yes and no, nothing else", () => {
    const said = words(
      <StopPanel guide={model.guide} stop={stop!} state={state} onAnswer={nothing} />,
    );
    expect(said).toMatch(/Charger out, machine shut down/);
    expect(said).toMatch(/Yes Y No N/);
    expect(said).not.toMatch(/Space/);
  });
  test("answered with the other word, they say what to do", () => {
    const answer: Entry = { do: "answer", stop: "begin", answer: "no" };
    const after = { ...state, answers: new Map([["begin", answer]]) };
    expect(
      words(<StopPanel guide={model.guide} stop={stop!} state={after} onAnswer={nothing} />),
    ).toMatch(/Do that first/);
  });
});

describe("checks", () => {
  const { events, state } = played((entry) => entry.do === "check");
  const due = benchView(model, state, undefined).checks;
  test("names the function, and what was opened that it hangs on", () => {
    const said = words(
      <ChecksPanel
        model={model}
        state={state}
        events={events}
        round="open"
        due={due}
        onTick={nothing}
      />,
    );
    expect(said).toMatch(/Proof, while it is open/);
    expect(said).toMatch(/1 of 1 left/);
    expect(said).toMatch(/Fan Good: it turns, and nothing scrapes\. Opened in this job: fan plug/);
  });
  test("a failure asks where to go back to", () => {
    const failed: Entry = { do: "check", round: "open", what: "fan", result: "fail" };
    const after = { ...state, checks: new Map([["open:fan", failed]]) };
    const said = words(
      <ChecksPanel
        model={model}
        state={after}
        events={events}
        round="open"
        due={due}
        onTick={nothing}
      />,
    );
    expect(said).toMatch(/Fan fails\. Go back to:/);
  });
});

test("a snag says not to pull, and to tap where it binds", () => {
  const { events } = played((entry) => entry.do === "lift");
  const said = words(
    <SnagPanel
      guide={model.guide}
      events={events}
      stuck="base"
      near={undefined}
      missed={{}}
      onFound={nothing}
      onClose={nothing}
    />,
  );
  expect(said).toMatch(/The base cover will not come off/);
  expect(said).toMatch(/Do not pull harder/);
});

test("the strip shows what is out, each with its place; what is back is gone", () => {
  const lot: Lot = {
    joint: "base-screws",
    expected: 4,
    out: 4,
    in: undefined,
    cell: 3,
    lies: "cells",
    outDiffers: undefined,
    loose: 0,
    inDiffers: undefined,
  };
  const strip = (lots: readonly Lot[]) =>
    words(<LotsStrip guide={model.guide} lots={lots} lit="base-screws" />);
  expect(strip([lot])).toMatch(/3 5 mm × 4/);
  expect(strip([{ ...lot, cell: undefined, lies: "parked" }])).toMatch(/hole/);
  expect(strip([{ ...lot, in: 4 }])).toMatch(/The tray is empty/);
});

test("the pace says minutes spent, ahead or behind, and both marks of what is left", () => {
  const { events, state } = played((entry) => entry.do === "swap");
  const said = words(
    <MinutesLine
      model={model}
      state={state}
      events={events}
      learnt={{}}
      who="Mo"
      drawn={Date.UTC(2026, 0, 1, 12)}
    />,
  );
  expect(said).toMatch(
    /\d+ min so far, \d+ min behind ?; done about 12:\d\d , four times in five by 12:\d\d/,
  );
});

describe("the arithmetic of the swap", () => {
  test("paste: the volume, as a dot and as a bead, and what each school makes of it", () => {
    const die = { name: "processor", width: 14, height: 9 };
    const said = words(<PasteBox name="Heatsink" dies={[die]} bond={0.05} />);
    expect(said).toMatch(/8\.2 mm³ , as a dot of 3\.2 mm or a bead of 5\.2 mm/);
    expect(said).toMatch(/a small dot, 3 mm: 7\.1 mm³, about right/);
  });
  test("pads, drives and memory say what to take and what hinders", () => {
    expect(words(<PadBox name="Pad" gap={1} />)).toMatch(/Wants 1\.33 mm: take the 1\.25 mm pad/);
    const slot = { lengths: [42, 80], key: "M", buses: ["NVMe"], standoff: 80 } as const;
    expect(words(<DriveBox name="Drive" slot={slot} onMove={nothing} />)).toMatch(/✓ fits/);
    const memory = { generation: "DDR4", speed: 2666, soldered: 4, slots: 1, most: 8 };
    const said = words(<MemoryBox facts={memory} />);
    expect(said).toMatch(/4 GB on the board, one slot/);
    expect(said).toMatch(/✗ 12 GB .*12 GB is more than the 8 GB/);
  });
});

describe("tightening", () => {
  const at = [
    { view: "top", x: 0, y: 0 },
    { view: "top", x: 20, y: 0 },
    { view: "top", x: 20, y: 10 },
    { view: "top", x: 0, y: 10 },
  ];
  const cooler: Guide = guide({
    parts: { frame: part(), cooler: part("frame", { handling: ["paste"] }) },
    joints: { hold: screws(["cooler", "frame"], { count: 4, at, order: [1, 3, 2, 4] }) },
  });
  const how = tighteningOf(modelOf(cooler), foldLedger(modelOf(cooler), []), "hold")!;
  test("goes through the passes screw by screw and stays at the last", () => {
    expect(
      [0, 3, 4, 8, 11, 50].map((turn) => [turnAt(how, turn).pass.round, turnAt(how, turn).at]),
    ).toEqual([
      [0, 0],
      [0, 3],
      [1, 0],
      [2, 0],
      [2, 3],
      [2, 3],
    ]);
  });
  test("the step shows the next screw, the order's source and the torque", () => {
    const said = words(
      <TighteningBox guide={cooler} turns={how} joint="hold" turn={5} onNext={nothing} />,
    );
    expect(said).toMatch(/Half a turn each.*pass 2 of 3/);
    expect(said).toMatch(/Screw 2 of 4, ringed on the map/);
    expect(said).toMatch(/Order by the guide/);
    expect(said).toMatch(/0\.1 to 0\.19 N·m/);
  });
  test("the mirror draws each screw of a lot where it sat, and only those that are out", () => {
    const draw = (lots: readonly string[]) =>
      renderToStaticMarkup(
        <MirrorDrawing guide={cooler} view="top" lots={new Set(lots)} lit="hold" />,
      );
    expect(draw(["hold"]).match(/translate\(/g)).toHaveLength(4);
    expect(draw([])).not.toMatch(/translate\(/);
  });
});
