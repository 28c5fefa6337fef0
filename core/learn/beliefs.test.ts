import { clips, part, plug, screws } from "../../testing/builders.ts";
import type { GuidePart } from "../guide/index.ts";
import { Beliefs, boldGuide, type Claim, draftOf, safeGuide, type Sighting } from "./index.ts";

const machine = {
  id: "unknown-14",
  maker: "Nobody",
  model: "Unknown 14",
  codes: ["UN14"],
  recognise: "No guide yet.",
};
const facts = { name: "Underside", posture: "underside-up", width: 300, height: 200 } as const;
const box = (x: number, view = "closed", w = 40) => ({ shape: { view, x, y: 0, w, h: 40 } });
const enter = (
  id: string,
  more: Partial<GuidePart> = {},
  on: string | undefined = "frame",
): Sighting => ({
  do: "part",
  part: id,
  facts: part(on, more),
});

/** A frame with a lid over a fan; the lid comes off, then the fan. */
const opened: readonly Sighting[] = [
  { do: "part", part: "frame", facts: part(undefined, { kind: "palmrest" }) },
  enter("lid", { kind: "cover", ...box(0, "closed", 300) }),
  { do: "view", view: "closed", facts },
  { do: "joint", joint: "lid-clips", facts: clips(["lid", "frame"]) },
  { do: "release", joint: "lid-clips" },
  { id: "lid-off", do: "lift", parts: ["lid"] },
  { do: "view", view: "inside", facts },
  enter("fan", { kind: "fan", ...box(100, "inside") }),
  enter("card", { kind: "wifi" }),
  {
    do: "joint",
    joint: "fan-screw",
    facts: screws(["fan", "frame"], { at: [{ view: "inside", x: 110, y: 10 }] }),
  },
  { do: "joint", joint: "fan-plug", facts: plug(["card", "fan"]) },
  { do: "release", joint: "fan-plug" },
  { do: "release", joint: "fan-screw" },
  { do: "lift", parts: ["fan"] },
  { do: "lift", parts: ["card"] },
];
const over = (first: string, then: string): Claim => ({ how: "over", first, then });
const before = (first: string, then: string): Claim => ({ how: "first", first, then });
const VERDICT = ["open", "free", "holds"] as const;

function known(sightings: readonly Sighting[]) {
  const beliefs = new Beliefs(draftOf({ machine, sightings }));
  const of = (claim: Claim) => {
    const key = beliefs.numberOf(claim)!;
    return [VERDICT[beliefs.of(key)], beliefs.sourceOf(key)];
  };
  return { beliefs, of };
}

describe("what one strip-down shows", () => {
  const { of } = known(opened);

  test("what came to light within the outline of what left is under it", () => {
    expect(of(over("lid", "fan-screw"))).toEqual(["holds", "seen"]);
    expect(of(over("lid", "fan"))).toEqual(["holds", "seen"]);
  });

  test("what was done while another thing was in place is not held by it", () => {
    expect(of(over("card", "fan"))).toEqual(["free", "seen"]);
    expect(of(before("fan-screw", "fan-plug"))).toEqual(["free", "seen"]);
    expect(of(over("fan", "lid-clips"))).toEqual(["free", "seen"]);
  });

  test("what was done first may have been needed, or not", () => {
    expect(of(before("fan-plug", "fan-screw"))).toEqual(["open", undefined]);
    expect(of(over("fan", "card"))).toEqual(["open", undefined]);
    expect(of(before("lid-clips", "fan-plug"))).toEqual(["open", undefined]);
  });

  test("a part is not over what it is joined by, nor before itself", () => {
    expect(of(over("fan", "fan-plug"))).toEqual(["free", "seen"]);
    expect(of(before("fan", "fan"))).toEqual(["free", "seen"]);
  });

  test("what can be seen on a picture can be reached, whatever lies beside it", () => {
    const { of: later } = known([
      ...opened.slice(0, 10),
      { do: "shows", view: "closed", things: ["fan-screw"] },
      ...opened.slice(10),
    ]);
    expect(later(over("lid", "fan-screw"))).toEqual(["free", "seen"]);
  });
});

describe("what is said", () => {
  const answer = (claims: Claim[], is: "yes" | "no" | "unknown", inTheWay?: Claim[]): Sighting => ({
    do: "answer",
    claims,
    answer: is,
    ...(inTheWay ? { inTheWay } : {}),
  });
  const [a, b] = [over("fan", "card"), before("fan-plug", "fan-screw")];

  test("a yes frees all of it; what is pointed at holds, and the rest stays open", () => {
    expect(known([...opened, answer([a, b], "yes")]).of(b)).toEqual(["free", "said"]);
    const { of } = known([...opened, answer([a, b], "no", [a])]);
    expect([of(a), of(b)]).toEqual([
      ["holds", "said"],
      ["open", undefined],
    ]);
  });

  test("a no that points at nothing is a doubt, until all but one are free", () => {
    const no = answer([a, b], "no");
    expect(known([...opened, no]).beliefs.doubts).toHaveLength(1);
    const { beliefs, of } = known([...opened, no, answer([b], "yes")]);
    expect(beliefs.doubts).toEqual([]);
    expect(of(a)).toEqual(["holds", "said"]);
  });

  test("don't know changes nothing, a snag does", () => {
    expect(known([...opened, answer([a], "unknown")]).of(a)).toEqual(["open", undefined]);
    expect(known([...opened, { do: "snag", claim: a }]).of(a)).toEqual(["holds", "said"]);
  });

  test("what was seen stands against what is said, until somebody decides", () => {
    const said: Sighting = { do: "snag", claim: over("card", "fan") };
    const { beliefs, of } = known([...opened, said]);
    expect(of(over("card", "fan"))).toEqual(["free", "seen"]);
    expect(beliefs.contradictions).toEqual([
      { claim: over("card", "fan"), seen: false, said: true },
    ]);
    const decided = known([
      ...opened,
      said,
      { do: "decide", claim: over("card", "fan"), holds: true },
    ]);
    expect(decided.of(over("card", "fan"))).toEqual(["holds", "decided"]);
    expect(decided.beliefs.contradictions).toEqual([]);
  });

  test("a part that came out from under what is said to lie on it lies in the frame", () => {
    const sightings = opened.map((one) =>
      one.do === "part" && one.part === "card" ? enter("card", {}, "fan") : one,
    );
    const { beliefs } = known(sightings);
    expect(beliefs.contradictions).toMatchObject([{ claim: over("card", "fan") }]);
    expect(safeGuide(beliefs).parts["card"]!.on).toBe("frame");
  });
});

describe("the two guides", () => {
  const { beliefs } = known(opened);
  const says = (list: readonly { part: string; over: readonly string[] }[], x: string, y: string) =>
    list.some(({ part: p, over: under }) => p === x && under.includes(y));

  test("the safe one holds what is open, the bold one only what is known", () => {
    expect(says(safeGuide(beliefs).covers, "fan", "card")).toBe(true);
    expect(says(boldGuide(beliefs).covers, "fan", "card")).toBe(false);
    expect(says(boldGuide(beliefs).covers, "lid", "fan")).toBe(true);
    expect(boldGuide(beliefs).orders).toEqual([]);
  });

  test("its orders leave out what follows from the others", () => {
    const orders = safeGuide(beliefs).orders.map(({ first, then }) => `${first} ${then}`);
    expect(orders).toContain("fan-plug fan-screw");
    expect(orders).not.toContain("lid-clips fan");
    expect(orders).not.toContain("fan-plug fan");
  });

  test("a joint that nobody opened is made for good, and what never parted stays together", () => {
    const cut = known(opened.slice(0, 12)).beliefs;
    const { joints } = safeGuide(cut);
    expect(joints["fan-screw"]).toMatchObject({ permanent: true });
    expect(joints["fan-plug"]).not.toHaveProperty("permanent");
    expect(Object.values(joints).filter(({ kind }) => kind === "weld")).toEqual([
      { kind: "weld", joins: ["frame", "card"], permanent: true },
    ]);
  });

  test("a lift that was taken back was never done", () => {
    const { of, beliefs: back } = known([...opened.slice(0, 7), { do: "back", of: "lid-off" }]);
    expect(back.wasDone[back.thing("lid")!]).toBe(0);
    expect(of(before("lid-clips", "lid"))).toEqual(["open", undefined]);
  });
});
