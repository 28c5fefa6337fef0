import { guide, part, plug, screws } from "../../testing/builders.ts";
import { closedMachine, modelOf, type State } from "../rules/index.ts";
import { canTry, hangsOn } from "./checks.ts";
import { HEAT_CHECK } from "./functions.ts";

/** A machine whose picture goes over a cable, with a speaker and a fan that need no, or another, plug. */
const facts = guide({
  parts: {
    frame: part(undefined, { name: "Palm rest", kind: "palmrest" }),
    board: part("frame", { name: "Motherboard", kind: "motherboard" }),
    lid: part("frame", { name: "Lid", kind: "display" }),
    ribbon: part("frame", { name: "Display cable", kind: "cable" }),
    flex: part("frame", { name: "Key cable", kind: "cable" }),
    keys: part("frame", { name: "Keyboard", kind: "keyboard" }),
    fan: part("frame", { name: "Fan", kind: "fan" }),
    jack: part("frame", { name: "Jack", kind: "jack" }),
    battery: part("frame", { name: "Battery", kind: "battery" }),
    speaker: part("frame", { name: "Speaker", kind: "speaker" }),
    cooler: part("board", { name: "Cooler", kind: "heatsink", handling: ["paste"] }),
  },
  joints: {
    "lid-plug": plug(["ribbon", "lid"], { serves: ["picture"] }),
    "ribbon-plug": plug(["board", "ribbon"], { serves: ["picture"] }),
    "lid-hinge": screws(["lid", "frame"]),
    "flex-plug": plug(["board", "flex"], { serves: ["keys"] }),
    "keys-plug": plug(["flex", "keys"], { serves: ["keys"] }),
    "fan-plug": plug(["board", "fan"], { serves: ["fan"] }),
    "jack-plug": plug(["board", "jack"], { serves: ["charging"] }),
    "battery-plug": plug(["board", "battery"], { power: true, serves: ["battery"] }),
    "speaker-plug": plug(["board", "speaker"], { serves: ["sound"] }),
    "cooler-screws": screws(["cooler", "board"]),
    "board-screws": screws(["board", "frame"]),
  },
});
const model = modelOf(facts);
const joint = (id: string): number => model.jointOf.get(id)!;
const partOf = (id: string): number => model.partOf.get(id)!;

/** The machine with these joints open and these parts out. */
function machineWith(open: readonly string[], out: readonly string[] = []): State {
  const state = closedMachine(model);
  for (const id of open) state.open[joint(id)] = 1;
  for (const [i, id] of out.entries()) state.stack[partOf(id)] = 100 + i;
  return state;
}
const can = (what: string, open: readonly string[], out: readonly string[] = []): boolean =>
  canTry(model, machineWith(open, out), what, "shut");

describe("what a function hangs on", () => {
  test("all joints that serve it, in the guide's order, and nothing else", () => {
    expect(hangsOn(model, "picture")).toEqual([joint("lid-plug"), joint("ribbon-plug")]);
    expect(hangsOn(model, "keys")).toEqual([joint("flex-plug"), joint("keys-plug")]);
    expect(hangsOn(model, HEAT_CHECK)).toEqual([joint("cooler-screws")]);
    expect(hangsOn(model, "no such thing")).toEqual([]);
    // Worked out once, and the same again.
    expect(hangsOn(model, "picture")).toEqual([joint("lid-plug"), joint("ribbon-plug")]);
  });
});

describe("whether a function can be tried", () => {
  const ALL = ["picture", "keys", "fan", "charging", "battery", "sound"];
  test("on a machine that is whole: all of them", () => {
    expect(ALL.filter((what) => !can(what, []))).toEqual([]);
  });
  test.each([
    ["lid-plug", ["picture", "keys", "sound"]],
    ["ribbon-plug", ["picture", "keys", "sound"]],
    ["keys-plug", ["keys"]],
    ["flex-plug", ["keys"]],
    ["fan-plug", ["fan"]],
    ["jack-plug", ["charging"]],
    ["battery-plug", ["battery"]],
    ["speaker-plug", ["sound"]],
    ["lid-hinge", []],
    ["board-screws", []],
  ])("with the %s open, these cannot: %j", (open, cannot) => {
    expect(ALL.filter((what) => !can(what, [open]))).toEqual(cannot);
  });
  test("charging is tried open only where the guide lets the charger in", () => {
    expect(canTry(model, machineWith([]), "charging", "open")).toBe(false);
    const atOpen = modelOf({ ...facts, chargerOpen: true });
    expect(canTry(atOpen, closedMachine(atOpen), "charging", "open")).toBe(true);
  });
  test("a part that is out takes its function with it, though its plug counts as shut", () => {
    expect(ALL.filter((what) => !can(what, [], ["keys"]))).toEqual(["keys"]);
    expect(ALL.filter((what) => !can(what, [], ["lid"]))).toEqual(["picture", "keys", "sound"]);
    expect(ALL.filter((what) => !can(what, [], ["speaker"]))).toEqual(["sound"]);
  });
  test("one of two plugs is not enough", () => {
    expect(can("keys", ["keys-plug"])).toBe(false);
    expect(can("keys", ["keys-plug", "flex-plug"])).toBe(false);
  });
  test("a cable that leads to no display is no way of the picture", () => {
    expect(can("sound", ["flex-plug", "keys-plug"])).toBe(true);
  });
  test("how hot it gets shows only when it is shut, and needs the cooler on", () => {
    expect(canTry(model, machineWith([]), HEAT_CHECK, "open")).toBe(false);
    expect(canTry(model, machineWith([]), HEAT_CHECK, "shut")).toBe(true);
    expect(canTry(model, machineWith(["cooler-screws"]), HEAT_CHECK, "shut")).toBe(false);
    expect(canTry(model, machineWith(["lid-plug"]), HEAT_CHECK, "shut")).toBe(false);
  });
});
