import { smallGuide } from "../../testing/builders.ts";
import { peelLevels } from "../guide/index.ts";
import { guideDot } from "./graph.ts";

test("the graph has every part, joint, cover and order, and quotes names", () => {
  const guide = smallGuide();
  const named = {
    ...guide,
    parts: { ...guide.parts, fan: { ...guide.parts["fan"]!, name: 'A "fan"' } },
  };
  const dot = guideDot(named);
  expect(dot).toContain('"fan" [shape=box, label="A \\"fan\\""];');
  expect(dot).toContain('"fan-plug" -- "board";');
  expect(dot).toContain('"base" -- "fan-plug" [dir=forward, style=dashed, label="over"];');
  expect(dot).toContain(
    '"fan-plug" -- "fan-screws" [dir=forward, style=dotted, label="advised, before"];',
  );
  expect(dot.trim().endsWith("}")).toBe(true);
});

test("layers to peel: what nothing lies over is first, the frame last", () => {
  const levels = peelLevels(smallGuide());
  expect(levels.get("base")).toBe(0);
  expect(levels.get("fan")).toBe(1);
  expect(levels.get("frame")).toBe(2);
});
