import type { Guide, GuideJoint, GuidePart } from "../guide/index.ts";
import { guideQuestions } from "./questions.ts";
import { part, plug, screws, smallGuide } from "../../testing/builders.ts";

const small = smallGuide();
const asked = (guide: Guide): string[] => guideQuestions(guide).map(({ path }) => path);
const withJoint = (id: string, joint: GuideJoint): Guide => ({
  ...small,
  joints: { ...small.joints, [id]: joint },
});
const withPart = (id: string, facts: GuidePart): Guide => ({
  ...small,
  parts: { ...small.parts, [id]: facts },
});

test("what is reachable from outside is listed, to be agreed to", () => {
  const [first] = guideQuestions(small);
  expect(first).toMatchObject({ level: "warning", path: "/outside/base-clips+base-screws" });
  expect(first!.about).toEqual({ type: "from-outside", ids: ["base-screws", "base-clips"] });
});

test("an answered question is not asked again, and an answer to no question is told", () => {
  const answers = {
    "/outside/base-clips+base-screws": "Yes.",
    "/joints/fan-plug/serves": "It serves the fan.",
  };
  const paths = asked({ ...small, answers });
  expect(paths.filter((path) => path.startsWith("/outside"))).toEqual([]);
  const more = withJoint("new-screw", screws(["base", "frame"]));
  expect(asked({ ...more, answers })[0]).toBe("/outside/base-clips+base-screws+new-screw");
  expect(paths).toContain("/answers//joints/fan-plug/serves");
});

test.each<[string, Guide, string]>([
  ["a connector that serves nothing", small, "/joints/battery-plug/serves"],
  [
    "a joint inside that nothing covers",
    withJoint("bare", screws(["fan", "battery"])),
    "/joints/bare",
  ],
  [
    "hidden without a cover or an order",
    withJoint("bare", screws(["fan", "battery"], { hidden: "somewhere" })),
    "/joints/bare/hidden",
  ],
  [
    "a point outside its view",
    withJoint("far", screws(["base", "frame"], { at: [{ view: "top", x: 301, y: 5 }] })),
    "/joints/far/at/0",
  ],
  [
    "one screw in two lots",
    {
      ...small,
      joints: {
        ...small.joints,
        one: screws(["base", "frame"], { at: [{ view: "top", x: 10, y: 5 }] }),
        two: screws(["base", "frame"], { at: [{ view: "top", x: 10.4, y: 5 }] }),
      },
    },
    "/joints/two/at/0",
  ],
  [
    "two parts that lie over each other",
    {
      ...small,
      covers: [...small.covers, { part: "fan", over: ["board"] }, { part: "board", over: ["fan"] }],
    },
    "/parts/board/over/fan",
  ],
  [
    "a plug that may be opened live though the battery can be reached without it",
    withJoint("fan-plug", plug(["board", "fan"], { beforePower: true })),
    "/joints/fan-plug/beforePower",
  ],
  [
    "a battery plug whose socket sits on the pack",
    withJoint("battery-plug", plug(["battery", "board"], { power: true })),
    "/joints/battery-plug/joins/0",
  ],
  [
    "an order where a cover is likelier meant",
    {
      ...small,
      orders: [{ first: "fan", then: "board-screws", strength: "must", why: "x" }],
    },
    "/orders/0",
  ],
  ["a part joined by nothing", withPart("pen", part("frame")), "/parts/pen"],
  [
    "a part held by slack leads alone",
    {
      ...withPart("lead", part("frame")),
      joints: { ...small.joints, l: plug(["board", "lead"], { slack: true }) },
    },
    "/parts/lead",
  ],
  [
    "a lead priced like a module",
    withPart("lead", part("frame", { kind: "cable" })),
    "/parts/lead/lift",
  ],
  [
    "a bracket on one neighbour that covers another",
    {
      ...withPart("bracket", part("board", { kind: "bracket" })),
      joints: { ...small.joints, b: screws(["bracket", "board"]) },
      covers: [...small.covers, { part: "bracket", over: ["fan"] }],
    },
    "/parts/bracket",
  ],
  [
    "advice that changes nothing",
    {
      ...small,
      orders: [{ first: "base-screws", then: "fan-screws", strength: "advised", why: "w" }],
    },
    "/orders/0",
  ],
  [
    "a lift of more than half the machine",
    withJoint("glue", {
      kind: "adhesive",
      joins: ["board", "battery", "fan"],
      fragile: 3,
    }),
    "/parts/frame",
  ],
  [
    "a part under another, while all that holds it is in reach",
    {
      ...small,
      parts: { ...small.parts, plate: part("frame") },
      joints: { ...small.joints, p: screws(["plate", "frame"]) },
      covers: [...small.covers, { part: "plate", over: ["fan"] }],
    },
    `/covers/${small.covers.length}/over/0`,
  ],
  [
    "a lead made into a part that would stay behind",
    {
      ...withPart("lead", part("frame", { kind: "cable" })),
      joints: {
        ...small.joints,
        made: { kind: "weld", joins: ["fan", "lead"], permanent: true, slack: true },
      },
    },
    "/joints/made/slack",
  ],
  [
    "a glued pack that nobody is asked to look at",
    {
      ...small,
      parts: { ...small.parts, battery: part("frame", { kind: "battery" }) },
      joints: { ...small.joints, strips: { kind: "adhesive", joins: ["battery", "frame"] } },
    },
    "/parts/battery/handling",
  ],
  [
    "paste under what is not said to be hot",
    withPart("pipe", part("board", { kind: "bracket", handling: ["paste"] })),
    "/parts/pipe/handling",
  ],
  [
    "a torque that the thread does not take",
    withJoint("tight", screws(["fan", "frame"], { thread: "M2", torque: 0.5 })),
    "/joints/tight/torque",
  ],
  [
    "screws that hold a cooler, in no order",
    {
      ...withPart("cooler", part("board", { kind: "heatsink", handling: ["paste"] })),
      joints: { ...small.joints, hold: screws(["cooler", "board"], { count: 4 }) },
    },
    "/joints/hold/order",
  ],
  [
    "a riveted unit that has no code",
    {
      ...withPart("keys", part("frame", { kind: "keyboard" })),
      joints: { ...small.joints, rivets: { kind: "rivets", joins: ["frame", "keys"] } },
    },
    "/parts/frame/codes",
  ],
  [
    "hinge screws that all come out at once",
    {
      ...withPart("hinge", part("frame", { kind: "hinge" })),
      joints: { ...small.joints, hinges: screws(["hinge", "frame"], { count: 3 }) },
    },
    "/joints/hinges",
  ],
  [
    "a part that lies loose on another and over nothing",
    withPart("sheet", part("board", { kind: "shield" })),
    "/parts/sheet/on",
  ],
])("%s", (_, guide, path) => {
  expect(asked(guide)).toContain(path);
});

test("a group that hangs together by leads alone", () => {
  const guide: Guide = {
    ...small,
    joints: { ...small.joints, deep: screws(["fan", "frame"]) },
    parts: { ...small.parts, pad: part("frame") },
    covers: [...small.covers, { part: "board", over: ["pad"] }],
    orders: [],
  };
  const leads = guideQuestions({
    ...guide,
    joints: {
      ...guide.joints,
      "pad-tape": { kind: "tape", joins: ["pad", "frame"] },
    },
  }).filter(({ about }) => about.type === "hangs-by-leads");
  expect(leads.map(({ path }) => path)).toContain("/parts/board");
});

test("a pack under nothing, a part held elsewhere, one without a plug and two of one name are asked about", () => {
  const small = smallGuide();
  const bare = {
    ...small,
    covers: small.covers.map((one) => ({
      ...one,
      over: one.over.filter((id) => id !== "battery"),
    })),
  };
  expect(asked(bare)).toContain("/covers/pack/battery");
  const covered = { ...bare, covers: [...bare.covers, { part: "base", over: ["battery"] }] };
  expect(asked(covered)).not.toContain("/covers/pack/battery");
  const strip = (on: string): Guide => ({
    ...small,
    parts: { ...small.parts, strip: part(on, { name: "Strip" }) },
    joints: { ...small.joints, "strip-screws": screws(["strip", "base"]) },
  });
  expect(asked(strip("board"))).toContain("/parts/strip/on");
  expect(asked(strip("base"))).not.toContain("/parts/strip/on");
  const speaker = (more: Guide["joints"]): Guide => ({
    ...small,
    parts: { ...small.parts, speaker: part("base", { name: "Speaker", kind: "speaker" }) },
    joints: { ...small.joints, "speaker-screws": screws(["speaker", "base"]), ...more },
  });
  expect(asked(speaker({}))).toContain("/plug/speaker");
  const plugged = { "speaker-plug": plug(["board", "speaker"]) };
  expect(asked(speaker(plugged))).not.toContain("/plug/speaker");
  const twins = {
    ...small,
    parts: { ...small.parts, fan: { ...small.parts["fan"]!, name: "battery " } },
  };
  expect(asked(twins)).toContain("/parts/fan/name");
});
