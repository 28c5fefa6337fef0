import { diveText } from "../../core/plan/index.ts";
import { renderToStaticMarkup } from "react-dom/server";
import { diveFromPlan } from "../../core/bench/index.ts";
import { CONNECTOR_TYPES } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import { smallGuide } from "../../testing/builders.ts";
import { CONNECTOR_WORDS, JOINT_KIND_WORDS } from "../../core/words/index.ts";
import { ConnectorSign } from "./connector-sign.tsx";
import { DiveGlyph, DiveLine } from "./dive-line.tsx";
import { JointSign } from "./joint-sign.tsx";
import { copperOf, ScrewToken } from "./screw-token.tsx";

const lightness = (colour: string): number => Number(/(\d+)%\)$/.exec(colour)![1]);

describe("the screw token", () => {
  const bar = (length: number): number => {
    const markup = renderToStaticMarkup(<ScrewToken screw={{ drive: "PH0", length }} />);
    return Number(/<rect[^>]* width="([\d.]+)"/.exec(markup)![1]);
  };
  test("its bar is as long as the screw at 96 pixels to the inch", () => {
    expect(bar(25.4)).toBeCloseTo(96, 6);
    expect(bar(5) - bar(4)).toBeCloseTo(96 / 25.4, 6);
  });
  test("the shade darkens with length, and stays within its range", () => {
    const shades = [1, 2, 3, 5, 7, 9, 12].map((length) => lightness(copperOf(length)));
    expect(shades).toEqual([...shades].sort((a, b) => b - a));
    expect(shades.at(-1)).toBe(lightness(copperOf(40)));
  });
  test("says drive and length to who cannot see it", () => {
    const markup = renderToStaticMarkup(<ScrewToken screw={{ drive: "P5", length: 3.4 }} />);
    expect(markup).toContain('aria-label="P5 screw, 3.4 millimetres"');
    expect(markup).toContain("3.4 mm");
  });
  test.each(["PH0", "P5", "T5", "hex 4", "slot"])(
    "the recess of %s is drawn, each its own",
    (drive) => {
      const draw = (d: string): string =>
        renderToStaticMarkup(<ScrewToken screw={{ drive: d, length: 4 }} label="x" />);
      const others = ["PH0", "P5", "T5", "hex 4", "slot"].filter((d) => d !== drive).map(draw);
      expect(others).not.toContain(draw(drive));
    },
  );
  test("a black head has a notch, a washer a second ring", () => {
    const draw = (more: object): string =>
      renderToStaticMarkup(<ScrewToken screw={{ drive: "PH0", length: 4, ...more }} />);
    expect(draw({ finish: "black" })).toContain("M-3.4-10.6");
    expect(draw({ head: "6.0 washer" })).toContain('r="12.4"');
    expect(draw({})).not.toContain('r="12.4"');
  });
});

describe("the connector sign", () => {
  test.each(CONNECTOR_TYPES)(
    "%s differs shut and open, and the open one shows the pull",
    (type) => {
      const shut = renderToStaticMarkup(<ConnectorSign type={type} open={false} />);
      const open = renderToStaticMarkup(<ConnectorSign type={type} open />);
      expect(shut).toContain(`${CONNECTOR_WORDS[type]}, shut`);
      expect(open).toContain(`${CONNECTOR_WORDS[type]}, open`);
      expect(open).toContain('marker-end="url(#pull)"');
      expect(shut).not.toContain('marker-end="url(#pull)"');
    },
  );
  test("no two types are drawn alike", () => {
    const drawn = CONNECTOR_TYPES.map((type) =>
      renderToStaticMarkup(<ConnectorSign type={type} open={false} />).replace(
        /aria-label="[^"]*"/,
        "",
      ),
    );
    expect(new Set(drawn).size).toBe(CONNECTOR_TYPES.length);
  });
});

test("every kind of joint has a sign", () => {
  const { joints } = smallGuide();
  for (const kind of [
    "clips",
    "tape",
    "adhesive",
    "route",
    "seat",
    "latch",
    "rivets",
    "weld",
  ] as const) {
    const markup = renderToStaticMarkup(<JointSign joint={{ kind, joins: ["a", "b"] }} />);
    expect(markup).toContain(`aria-label="${JOINT_KIND_WORDS[kind]}"`);
  }
  expect(renderToStaticMarkup(<JointSign joint={joints["fan-screws"]!} />)).toContain(
    "millimetres",
  );
});

describe("the dive line", () => {
  const plan = planJob(smallGuide(), { for: ["fan"] });
  if (!plan.ok) throw new Error("no plan");
  const dive = diveFromPlan(plan.value);
  test("has a bar for each gate and copper at the bottom", () => {
    const markup = renderToStaticMarkup(<DiveLine dive={dive} label="job" />);
    expect(markup.match(/stroke-width="3" vector-effect/g)?.length).toBe(3);
    expect(markup).toContain('stroke="var(--copper)"');
    expect(markup).toContain('aria-label="job"');
  });
  test("in a list it is 120 by 28", () => {
    const markup = renderToStaticMarkup(<DiveGlyph dive={diveText(dive)} />);
    expect(markup).toContain("width:120px");
    expect(markup).toContain('height="28"');
  });
});
