import { clips, guide, part, plug, screws, smallGuide } from "../../testing/builders.ts";
import { Bench } from "../../testing/bench.ts";
import type { Posture } from "../guide/index.ts";
import { closedMachine, modelOf } from "../rules/index.ts";
import { postureWords, refusalWords, stepSpeech } from "../words/index.ts";
import { clearWords } from "../words/hand-words.ts";
import { admit } from "./admit.ts";
import { foldLedger } from "./fold.ts";
import { againstHands } from "./against-hands.ts";
import { holdClear, isFirstScrew, isNewBit, postureBefore, tiedBy } from "./hands.ts";
import { lookBefore } from "./look.ts";
import { routeDown, routeUp } from "./route.ts";

const facts = guide({
  views: {
    below: { name: "Below", posture: "underside-up", width: 100, height: 100 },
    top: { name: "Top", posture: "deck-up", width: 100, height: 100 },
  },
  parts: {
    frame: part(),
    board: part("frame", { name: "Board", kind: "motherboard" }),
    card: part("frame", { name: "Card", kind: "wifi" }),
    lead: part("frame", { name: "Lead", kind: "antenna" }),
    drive: part("frame", { name: "Drive", kind: "storage" }),
    post: part("frame", { name: "Standoff", kind: "bracket" }),
    lid: part("frame", { name: "Lid", posture: "hanging" }),
  },
  joints: {
    "board-screws": screws(["board", "frame"], { at: [{ view: "below", x: 1, y: 1 }] }),
    "top-screws": screws(["card", "frame"], { at: [{ view: "top", x: 1, y: 1 }], drive: "T5" }),
    "lid-clips": clips(["lid", "frame"]),
    "lead-plug": plug(["board", "lead"]),
    coax: plug(["card", "lead"], { slack: true, type: "coax-snap" }),
    "lead-guides": { kind: "route", joins: ["frame", "lead"] },
    "drive-screw": screws(["drive", "post"], { count: 1 }),
    "drive-slot": plug(["frame", "drive"], { type: "edge-slot" }),
    thread: screws(["post", "frame"], { count: 1 }),
  },
  covers: [{ part: "drive", over: ["thread"] }],
  orders: [],
});
const model = modelOf(facts);
const { machine } = foldLedger(model, []);
const release = (joint: string) => ({ do: "release", joint }) as const;

describe("how the machine lies", () => {
  test("the first step that names a posture lays it, another one turns it, one without leaves it", () => {
    const lies = (how: Posture | undefined) => ({ lies: how, machine });
    const first = postureBefore(model, lies(undefined), release("board-screws"))!;
    expect(postureWords(facts, first)).toBe("Lay it: lid shut, underside up.");
    const turned = postureBefore(model, lies("underside-up"), release("top-screws"))!;
    expect(postureWords(facts, turned)).toMatch(/^Turn it: feet down[^.]*\.$/);
    expect(postureBefore(model, lies("deck-up"), release("top-screws"))).toBeUndefined();
    expect(postureBefore(model, lies("deck-up"), release("lid-clips"))).toBeUndefined();
    const hung = postureBefore(model, lies("deck-up"), { do: "lift", parts: ["lid"] })!;
    expect(postureWords(facts, hung)).toMatch(/over the edge of the bench.*Hold the lid/);
  });
  test("a turn names what lies loose in the machine, but for what the step itself takes", () => {
    const open = machine.open.slice();
    open[model.jointOf.get("drive-screw")!] = 1;
    open[model.jointOf.get("drive-slot")!] = 1;
    const loose = { lies: "underside-up" as const, machine: { ...machine, open } };
    const turned = postureBefore(model, loose, release("top-screws"))!;
    expect(turned.loose).toEqual(["drive"]);
    expect(postureWords(facts, turned)).toMatch(/lies loose: lift it out, or hold it\.$/);
    const out = postureBefore(model, loose, { do: "lift", parts: ["drive", "lid"] })!;
    expect(out.loose).toEqual([]);
  });
  test("a bit is new when another one was used last; bare hands leave it there", () => {
    expect(isNewBit(model, { inHand: undefined }, release("board-screws"))).toBe(true);
    expect(isNewBit(model, { inHand: "PH0" }, release("board-screws"))).toBe(false);
    expect(isNewBit(model, { inHand: "PH0" }, release("top-screws"))).toBe(true);
    expect(isNewBit(model, { inHand: "PH0" }, { do: "lift", parts: ["card"] })).toBe(false);
  });
});

describe("leads", () => {
  test("those that will be plugged into what goes down are held clear of it", () => {
    const open = machine.open.slice();
    open[model.jointOf.get("lead-plug")!] = 1;
    const stack = machine.stack.slice();
    stack[model.partOf.get("board")!] = 1;
    const place = { do: "place", parts: ["board"] } as const;
    const held = holdClear(model, { machine: { ...machine, open, stack } }, place);
    expect(held).toEqual(["lead"]);
    expect(clearWords(facts, held)).toBe("Hold clear while it goes down: lead.");
    expect(holdClear(model, { machine }, place)).toEqual([]);
    expect(clearWords(facts, [])).toBeUndefined();
  });
  test("a card that is lifted stays on leads that are slack and plugged in", () => {
    expect(tiedBy(model, { machine }, { do: "lift", parts: ["card"] })).toEqual(["coax"]);
    expect(tiedBy(model, { machine }, { do: "lift", parts: ["card", "lead"] })).toEqual([]);
    expect(tiedBy(model, { machine }, { do: "place", parts: ["card"] })).toEqual([]);
  });
});

describe("at the swap", () => {
  test("a drive of another length: its standoff is opened too, a step with a count", () => {
    const bench = new Bench(model, { for: ["drive"] });
    bench.down();
    expect(bench.state.phase).toBe("swap");
    expect(admit(model, bench.state, { do: "rework", joint: "drive-slot" }).ok).toBe(false);
    expect(bench.tick({ do: "rework", joint: "thread" })).toBeUndefined();
    expect(bench.replan({ for: [], open: ["thread"] })).toBeUndefined();
    bench.down();
    expect(bench.state).toMatchObject({ phase: "swap", rework: undefined, targets: ["drive"] });
    expect(bench.state.lots.get("thread")).toMatchObject({ out: 1 });
    expect(bench.tick({ do: "swap" })).toBeUndefined();
    const up = routeUp(model, bench.state).map(({ step }) => JSON.stringify(step));
    expect(up.indexOf('{"do":"make","joint":"thread"}')).toBeLessThan(
      up.indexOf('{"do":"place","parts":["drive"]}'),
    );
    bench.tick({ do: "make", joint: "thread" });
    // Its screw was counted as it went in: nobody is asked to look at it once more.
    expect(lookBefore(model, bench.state, { do: "place", parts: ["drive"] })).toEqual([]);
  });

  test("a part with another code waits for a reason; two boards that differ in memory are not the same", () => {
    const small = smallGuide();
    const parts = { ...small.parts, fan: { ...small.parts["fan"]!, codes: ["FAN-4G", "FAN-8G"] } };
    const other = modelOf({ ...small, parts });
    const bench = new Bench(other, { for: ["fan"] });
    bench.down();
    const swap = (fitted: object) =>
      bench.tick({ do: "swap", fitted: [{ part: "fan", code: "FAN-8G", ...fitted }] });
    expect(swap({})).toMatch(/FAN-8G is not the code of the old fan: say why/);
    expect(swap({ old: "FAN-4G" })).toMatch(/say why/);
    expect(swap({ part: "no-such" })).toMatch(/no such part/);
    const refused = admit(other, bench.state, { do: "swap", fitted: [{ part: "fan", code: "X" }] });
    expect(refused.ok ? "" : refusalWords(other, refused.error)).toMatch(/X is not the code/);
    expect(swap({ old: "FAN-4G", why: "More memory was asked for." })).toBeUndefined();
    expect(bench.state.fitted).toEqual([
      { part: "fan", code: "FAN-8G", old: "FAN-4G", why: "More memory was asked for." },
    ]);
  });
});

describe("before the first screw of a board or a cover", () => {
  const small = modelOf(smallGuide());
  const machine = closedMachine(small);
  test("it lies flat; later screws, and those of other parts, say nothing of it", () => {
    const make = (joint: string) => ({ do: "make", joint }) as const;
    const open = { ...machine, open: machine.open.slice() };
    open.open[small.jointOf.get("base-screws")!] = 1;
    expect(isFirstScrew(small, { machine: open }, make("base-screws"))).toBe(true);
    expect(isFirstScrew(small, { machine: open }, make("fan-screws"))).toBe(false);
    expect(isFirstScrew(small, { machine: open }, make("fan-plug"))).toBe(false);
    const out = { do: "release", joint: "base-screws" } as const;
    expect(isFirstScrew(small, { machine: open }, out)).toBe(false);
    const facts = smallGuide();
    const two = modelOf({
      ...facts,
      joints: { ...facts.joints, "base-rear": screws(["base", "frame"]) },
    });
    const half = closedMachine(two);
    half.open[two.jointOf.get("base-screws")!] = 1;
    expect(isFirstScrew(two, { machine: half }, make("base-screws"))).toBe(false);
  });
});

describe("against hands", () => {
  const facts = smallGuide();
  const glued = modelOf({
    ...facts,
    parts: { ...facts.parts, tray: part("frame", { name: "Tray" }) },
    joints: {
      ...facts.joints,
      "battery-glue": { kind: "adhesive", joins: ["battery", "frame"] },
      "tray-screws": screws(["tray", "frame"]),
    },
  });
  test("a pack's glue is not loosened live out of turn; with its plug off it is", () => {
    const bench = new Bench(glued, { for: ["battery"] });
    const glue = { do: "release", joint: "battery-glue" } as const;
    for (let i = 0; i < 9; i++) {
      const [next] = routeDown(glued, bench.state).steps;
      if (next?.do === "release" && next.joint === "battery-plug") break;
      bench.tick(next!);
    }
    expect(againstHands(glued, bench.state, glue).map(({ rule }) => rule)).toContain("live");
    expect(bench.tick(glue)).toMatch(/Power first \(battery plug\): nothing glued to a pack/);
    expect(bench.tick({ do: "release", joint: "battery-plug" })).toBeUndefined();
    const rules = againstHands(glued, bench.state, glue).map(({ rule }) => rule);
    expect(rules).not.toContain("live");
    expect(bench.tick(glue)).toBeUndefined();
  });
  test("clips before the screws of their seam are warned of, and done", () => {
    const bench = new Bench(glued, { for: ["fan"] });
    const pry = { do: "release", joint: "base-clips" } as const;
    expect(againstHands(glued, bench.state, pry)).toEqual([
      { rule: "catch", because: ["base-screws"] },
    ]);
    const said = stepSpeech(glued, bench.state, pry).now.map(({ text }) => text);
    expect(said).toContain("The base cover screws still hold here: no force.");
    expect(bench.tick(pry)).toBeUndefined();
  });
});
