import { guide, part, plug, screws } from "../../testing/builders.ts";
import type { GuideJoint } from "../guide/index.ts";
import { jointNames } from "./joint-names.ts";

const parts = {
  frame: part(undefined, { name: "Palm rest", kind: "palmrest" }),
  board: part("frame", { name: "Motherboard", kind: "motherboard" }),
  base: part("frame", { name: "Base", kind: "cover" }),
  foot: part("base", { name: "Rubber foot", kind: "foot" }),
  ribbon: part("frame", { name: "Touchpad ribbon", kind: "cable" }),
  pad: part("frame", { name: "Touchpad", kind: "touchpad" }),
  keys: part("frame", { name: "Keyboard", kind: "keyboard" }),
  strip: part("board", { name: "Foil tape", kind: "tape" }),
  cooler: part("board", { name: "Cooler", kind: "heatsink", handling: ["paste"] }),
  memory: part("board", { name: "Memory", kind: "memory" }),
};
const names = (joints: Readonly<Record<string, GuideJoint>>): Readonly<Record<string, string>> =>
  Object.fromEntries(jointNames(guide({ parts, joints })));
const glue = (joins: readonly string[]): GuideJoint => ({ kind: "adhesive", joins });
const at = (x: number, y: number) => ({ at: [{ view: "top", x, y }] });

test("a joint is called by what comes free with it, and by what it is", () => {
  expect(
    names({
      a: glue(["base", "foot"]),
      b: glue(["cooler", "board"]),
      c: { kind: "tape", joins: ["board", "strip"] },
      d: plug(["board", "memory"], { type: "edge-slot" }),
      e: { kind: "route", joins: ["frame", "ribbon"] },
      f: screws(["board", "frame"], { count: 1 }),
    }),
  ).toEqual({
    a: "rubber foot glue",
    b: "cooler paste",
    c: "foil tape",
    d: "memory slot",
    e: "touchpad ribbon in its guides",
    f: "motherboard screw",
  });
});

test("two alike are told apart by what they lead to, serve, measure, or where they lie", () => {
  expect(names({ a: plug(["board", "ribbon"]), b: plug(["pad", "ribbon"]) })).toEqual({
    a: "touchpad ribbon plug at the motherboard",
    b: "touchpad ribbon plug at the touchpad",
  });
  expect(
    names({
      a: plug(["board", "keys"], { serves: ["keyboard"] }),
      b: plug(["board", "keys"], { serves: ["key light"] }),
    }),
  ).toEqual({ a: "keyboard plug", b: "keyboard plug for the key light" });
  expect(
    names({
      a: screws(["base", "frame"], { length: 4 }),
      b: screws(["base", "frame"], { length: 7 }),
    }),
  ).toEqual({ a: "short base screw", b: "long base screw" });
  expect(
    names({ a: screws(["base", "frame"], at(10, 10)), b: screws(["base", "frame"], at(250, 10)) }),
  ).toEqual({ a: "base screw, left", b: "base screw, right" });
  expect(names({ a: screws(["base", "frame"]), b: screws(["base", "frame"]) })).toEqual({
    a: "base screw, 1 of 2",
    b: "base screw, 2 of 2",
  });
});

test("no two are ever alike, also where an author's name meets a made one", () => {
  const all = names({
    a: screws(["base", "frame"], { name: "Base screw" }),
    b: screws(["base", "frame"]),
    c: screws(["base", "frame"], { name: "base screw", length: 9, ...at(1, 1) }),
    d: screws(["base", "frame"], at(1, 1)),
  });
  expect(new Set(Object.values(all)).size).toBe(4);
});
