import type { Guide, GuideJoint, GuidePart } from "../core/guide/index.ts";
import type { Offer } from "../core/price/index.ts";

export const part = (on?: string, more: Partial<GuidePart> = {}): GuidePart => ({
  name: "Part",
  kind: "other",
  ...(on === undefined ? {} : { on }),
  ...more,
});

export const screws = (joins: readonly string[], more: Partial<GuideJoint> = {}): GuideJoint =>
  ({
    kind: "screws",
    joins,
    drive: "PH0",
    thread: "M2",
    length: 3,
    count: 1,
    ...more,
  }) as GuideJoint;

export const plug = (joins: readonly string[], more: Partial<GuideJoint> = {}): GuideJoint =>
  ({ kind: "connector", type: "wire-plug", joins, ...more }) as GuideJoint;

export const clips = (joins: readonly string[], more: Partial<GuideJoint> = {}): GuideJoint =>
  ({ kind: "clips", joins, ...more }) as GuideJoint;

/** The pin of a ledger in tests: no guide is kept under it. */
export const PIN = { version: "0".repeat(64), code: "T-1" } as const;

export const guide = (facts: Partial<Guide>): Guide => ({
  format: "brisk-bench-guide",
  version: 1,
  id: "bench-test",
  maker: "Test",
  model: "Test",
  codes: ["T-1"],
  recognise: "test",
  views: { top: { name: "Top", posture: "deck-up", width: 300, height: 200 } },
  parts: {},
  joints: {},
  covers: [],
  orders: [],
  ...facts,
});

/** The five-part machine of the tests: base, board with fan on it, battery, all in a frame. */
export const smallGuide = (): Guide =>
  guide({
    // A power-on costs nothing: what can be tried is tried while the machine is open.
    boot: 0,
    parts: {
      frame: part(undefined, { name: "Palm rest", kind: "palmrest" }),
      base: part("frame", { name: "Base cover", kind: "cover" }),
      battery: part("frame", { name: "Battery", kind: "battery", handling: ["lithium"] }),
      board: part("frame", { name: "Motherboard", kind: "motherboard", handling: ["esd"] }),
      fan: part("frame", { name: "Fan", kind: "fan" }),
    },
    joints: {
      "base-screws": screws(["base", "frame"], { count: 4, length: 5 }),
      "base-clips": clips(["base", "frame"]),
      "battery-plug": plug(["board", "battery"], { power: true }),
      "battery-screws": screws(["battery", "frame"], { count: 2 }),
      "fan-plug": plug(["board", "fan"], { serves: ["fan"] }),
      "fan-screws": screws(["fan", "frame"], { count: 2, drive: "PH1" }),
      "board-screws": screws(["board", "frame"], { count: 3 }),
    },
    covers: [
      {
        part: "base",
        over: [
          "battery-plug",
          "battery-screws",
          "fan-plug",
          "fan-screws",
          "board-screws",
          "board",
          "fan",
          "battery",
        ],
      },
    ],
    orders: [
      {
        first: "fan-plug",
        then: "fan-screws",
        strength: "advised",
        why: "the lead tears if the fan drops",
      },
    ],
  });

/** A machine with something of everything: stops, orders, a cooler, parts on parts, a turned host. */
export const everythingGuide = (): Guide =>
  guide({
    parts: {
      frame: part(undefined, { name: "Palm rest", kind: "palmrest" }),
      base: part("frame", { name: "Base cover", kind: "cover" }),
      seal: part("base", { name: "Seal", kind: "seal" }),
      battery: part("frame", { name: "Battery", kind: "battery", handling: ["lithium"] }),
      board: part("frame", { name: "Motherboard", kind: "motherboard", handling: ["esd"] }),
      cooler: part("board", { name: "Cooler", kind: "heatsink", handling: ["paste"] }),
      lamp: part("frame", { name: "Lamp", kind: "other", handling: ["hot"] }),
      foil: part("board", { name: "Foil", kind: "shield" }),
      hinge: part("frame", { name: "Hinge", kind: "hinge" }),
      ribbon: part("frame", { name: "Ribbon", kind: "cable" }),
    },
    joints: {
      "seal-glue": { kind: "adhesive", joins: ["seal", "base"] },
      "base-screws": screws(["base", "frame"], { count: 4, length: 5 }),
      "base-clips": clips(["base", "frame"]),
      "battery-plug": plug(["board", "battery"], { power: true, serves: ["battery"] }),
      "battery-tape": { kind: "tape", joins: ["battery", "frame"] },
      "cooler-screws": screws(["cooler", "board"], { count: 4, captive: true }),
      "lamp-plug": plug(["board", "lamp"], { serves: ["lamp", "camera"] }),
      "lamp-screw": screws(["lamp", "frame"], { count: 1 }),
      "foil-tape": { kind: "tape", joins: ["foil", "board"] },
      "ribbon-under": plug(["board", "ribbon"], { serves: ["keyboard"] }),
      "ribbon-guides": { kind: "route", joins: ["ribbon", "frame"] },
      "hinge-screws": screws(["hinge", "frame"], { count: 2 }),
      "board-screws": screws(["board", "frame"], { count: 3 }),
    },
    covers: [
      {
        part: "base",
        over: ["battery-plug", "battery-tape", "lamp-plug", "lamp-screw", "foil-tape"],
      },
      { part: "base", over: ["cooler-screws", "hinge-screws", "board", "battery", "lamp", "foil"] },
      { part: "seal", over: ["base-screws"] },
      { part: "battery", over: ["board-screws"] },
      { part: "hinge", over: ["board-screws"] },
      { part: "foil", over: ["cooler-screws"] },
      { part: "frame", over: [] },
    ].filter(({ over }) => over.length > 0),
    orders: [
      { first: "lamp-plug", then: "lamp-screw", strength: "must", why: "the lead is short" },
      { first: "cooler", then: "ribbon-under", strength: "must", why: "it lies under it" },
      { first: "foil-tape", then: "board-screws", strength: "advised", why: "it tears" },
    ],
  });

/** An offer of a supplier: these parts, new, in two days and at the latest in four. */
export const offer = (id: string, brings: readonly string[], more: Partial<Offer> = {}): Offer => ({
  id,
  supplier: "north",
  name: id,
  brings,
  condition: "new",
  price: 5000,
  carriage: 500,
  days: 2,
  late: 4,
  stock: 1,
  bad: 0.02,
  ...more,
});
