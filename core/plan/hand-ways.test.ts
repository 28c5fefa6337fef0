import { readFileSync } from "node:fs";
import { checkGuide, guideErrors } from "../check/index.ts";
import { codeWithWays, type Guide, guideForCode, guideInWays } from "../guide/index.ts";
import type { Result } from "../base/result.ts";
import { choicesOfHand } from "./hand-ways.ts";
import { planJob } from "./plan.ts";

const sable = JSON.parse(readFileSync("guides/corrin-sable-15.json", "utf8")) as Guide;
function good<T>(result: Result<T, unknown>): T {
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
}
const code = sable.codes[0]!;

describe("two ways of the hand", () => {
  test("a job that meets the choice has the minutes of both; one that does not has none", () => {
    const [hinges, ...more] = choicesOfHand(sable, { for: ["display"] }, {});
    expect(more).toEqual([]);
    expect(hinges?.choice).toBe("hinges");
    expect(hinges?.ways.map(({ way }) => way)).toEqual(["lid-hanging", "lid-flat"]);
    const [up, flat] = hinges!.ways;
    const gone = good(guideInWays(sable, { hinges: "lid-flat" }));
    for (const [guide, { minutes }] of [
      [sable, up!],
      [gone, flat!],
    ] as const) {
      const plan = good(planJob(guide, { for: ["display"] }));
      expect(minutes).toBeCloseTo(plan.work + plan.handling.minutes, 3);
    }
    expect(up!.minutes).not.toBeCloseTo(flat!.minutes, 1);
    expect(choicesOfHand(sable, { for: ["battery"] }, {})).toEqual([]);
  });

  test("a code carries the ways, and the first way of a choice is no mark", () => {
    expect(codeWithWays(sable, code, {})).toBe(code);
    expect(codeWithWays(sable, code, { hinges: "lid-hanging" })).toBe(code);
    expect(codeWithWays(sable, code, { hinges: "nobody's" })).toBe(code);
    const pinned = codeWithWays(sable, code, { hinges: "lid-flat" });
    expect(pinned).not.toBe(code);
    const flat = good(guideForCode(sable, pinned));
    expect(flat.joints["hinge-left-last"]).toMatchObject({ posture: "underside-up" });
    expect(good(guideForCode(sable, code)).joints["hinge-left-last"]).toMatchObject({
      posture: "hanging",
    });
    // A guide that lost the choice goes its only way.
    const { hands: _, ...plainer } = sable;
    expect(good(guideForCode(plainer, pinned)).joints["hinge-left-last"]).toMatchObject({
      posture: "hanging",
    });
    expect(guideForCode(sable, "NO-SUCH#hinges:lid-flat").ok).toBe(false);
  });

  test("a way that changes what is there, or frees nothing, is an error with its path", () => {
    const withWay = (patch: object, orders: object[] = []): unknown => ({
      ...sable,
      hands: {
        hinges: {
          about: "How",
          ways: { one: { about: "one" }, two: { about: "two", patch, orders } },
        },
      },
    });
    const paths = (file: unknown): string[] => guideErrors(file).map(({ path }) => path);
    expect(paths(withWay({ joints: { "hinge-left-last": null } }))).toContain(
      "/hands/hinges/ways/two/patch/joints/hinge-left-last",
    );
    expect(paths(withWay({ joints: { "hinge-left-last": { posture: "floating" } } }))[0]).toMatch(
      /^\/hands\/hinges\/ways\/two\/patch\/joints\/hinge-left-last/,
    );
    const circle = [
      { first: "board", then: "display-plug", strength: "must", why: "x" },
      { first: "display-plug", then: "board", strength: "must", why: "x" },
    ];
    expect(paths(withWay({}, circle)).length).toBeGreaterThan(0);
    expect(
      checkGuide(withWay({ joints: { "hinge-left-last": { off: 2 } } })).filter(
        ({ level }) => level === "error",
      ),
    ).toEqual([]);
  });
});
