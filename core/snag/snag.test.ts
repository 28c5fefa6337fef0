import type { Guide, GuideJoint } from "../guide/index.ts";
import { savedState } from "../plan/index.ts";
import { after, closedMachine, modelOf } from "../rules/index.ts";
import { type SnagInput, snagOf, type Suspect } from "./snag.ts";
import { plug, screws, smallGuide } from "../../testing/builders.ts";

function snag(
  guide: Guide,
  done: readonly string[],
  more: Partial<SnagInput> = {},
): readonly Suspect[] {
  const model = modelOf(guide);
  let state = closedMachine(model);
  for (const id of done) {
    const joint = model.jointOf.get(id);
    state =
      joint === undefined
        ? after(state, { do: "lift", parts: [model.partOf.get(id)!] })
        : after(state, { do: "release", joint });
  }
  const from = savedState(model, state);
  return snagOf(model, { job: { for: ["fan"] }, from, stuck: "fan", ...more });
}
/** All that the fan hangs on in the small machine. */
const TICKED = ["base-screws", "base-clips", "base", "battery-plug", "fan-plug", "fan-screws"];
const ids = (suspects: readonly Suspect[]): string[] => suspects.map(({ id }) => id);

test("what is not ticked still holds, and nothing else is suspected then", () => {
  const suspects = snag(smallGuide(), [
    "base-screws",
    "base-clips",
    "base",
    "battery-plug",
    "fan-plug",
  ]);
  expect(ids(suspects)).toEqual(["fan-screws"]);
  expect(suspects[0]).toMatchObject({ why: "holds", share: 1 });
});

test("what lies over it is named", () => {
  const suspects = snag(smallGuide(), []);
  expect(suspects.find(({ why }) => why === "covers")).toMatchObject({ kind: "part", id: "base" });
});

test("all ticked: the joints most easily missed, hidden ones first", () => {
  const guide = smallGuide();
  const hiding: Guide = {
    ...guide,
    joints: {
      ...guide.joints,
      "fan-plug": plug(["board", "fan"], { hidden: "under the foil" }),
    },
  };
  expect(ids(snag(guide, TICKED))).toEqual(["fan-screws", "fan-plug"]);
  const suspects = snag(hiding, TICKED);
  expect(ids(suspects)).toEqual(["fan-plug", "fan-screws"]);
  expect(suspects.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
});

test("nearness to where it binds and what this shop missed before weigh in", () => {
  const all = [...TICKED, "more"];
  const guide = smallGuide();
  const at = (x: number): Partial<GuideJoint> => ({ at: [{ view: "top", x, y: 10 }] });
  const placed: Guide = {
    ...guide,
    joints: {
      ...guide.joints,
      "fan-screws": screws(["fan", "frame"], at(10)),
      more: screws(["fan", "frame"], at(200)),
    },
  };
  const near = { view: "top", x: 190, y: 10 };
  expect(ids(snag(placed, all, { near }))[0]).toBe("more");
  expect(ids(snag(placed, all, { near: { ...near, x: 12 } }))[0]).toBe("fan-screws");
  const missed = snag(placed, all, { missed: { "fan-plug": 9 } });
  expect(missed[0]).toMatchObject({ id: "fan-plug", missed: 9 });
});

test("all ticked: a plug that is merely under what comes off stands before one in plain sight", () => {
  const guide = smallGuide();
  const all = [...TICKED, "tail"];
  const joints = { ...guide.joints, tail: plug(["board", "fan"]) };
  const under = { ...guide, joints, covers: [...guide.covers, { part: "shade", over: ["tail"] }] };
  const shade = { name: "Shade", kind: "shield", on: "fan" } as const;
  const model: Guide = {
    ...under,
    parts: { ...guide.parts, shade },
    joints: { ...joints, "shade-screws": screws(["shade", "fan"]) },
  };
  const plugs = ids(snag(model, all)).filter((id) => id === "tail" || id === "fan-plug");
  expect(plugs).toEqual(["tail", "fan-plug"]);
});
