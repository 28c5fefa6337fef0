import { renderToStaticMarkup } from "react-dom/server";
import { guide, part, plug, screws } from "../../../testing/builders.ts";
import type { MapMarks } from "./looks.ts";
import { MachineMap } from "./machine-map.tsx";

const at = (...spots: readonly (readonly [number, number])[]) =>
  spots.map(([x, y]) => ({ view: "top", x, y }));
const shape = (x: number, y: number, w: number, h: number) => ({ view: "top", x, y, w, h });

const facts = guide({
  parts: {
    frame: part(undefined, { name: "Palm rest", shape: shape(0, 0, 300, 200) }),
    board: part("frame", { name: "Motherboard", shape: shape(20, 20, 120, 80) }),
    fan: part("frame", { name: "Fan", shape: { ...shape(180, 30, 60, 60), round: true } }),
  },
  joints: {
    "board-screws": screws(["board", "frame"], {
      count: 4,
      at: at([30, 30], [130, 30], [130, 90], [30, 90]),
    }),
    "fan-plug": plug(["board", "fan"], { at: at([140, 60]) }),
    "fan-lead": { kind: "route", joins: ["board", "fan"], at: at([150, 70], [170, 80]) },
  },
});
const nothing: MapMarks = {
  touched: new Set(),
  out: new Set(),
  inTheWay: new Set(),
  ahead: new Set(),
};
const draw = (marks: Partial<MapMarks>, more: object = {}): string =>
  renderToStaticMarkup(
    <MachineMap
      guide={facts}
      view="top"
      marks={{ ...nothing, ...marks }}
      onTap={() => undefined}
      {...more}
    />,
  );

test("the machine is drawn in millimetres, each part where it lies", () => {
  const markup = draw({});
  expect(markup).toContain('viewBox="-6 -6 312 212"');
  expect(markup).toMatch(
    /data-part="fan"[^§]*?<rect x="180" y="30" width="60" height="60" rx="30"/,
  );
});

test("out is an outline, in the way is hatched, touched is full", () => {
  const fill = (marks: Partial<MapMarks>): string | undefined =>
    /data-part="board"[^§]*?<rect[^>]*fill="([^"]*)"/.exec(draw(marks))?.[1];
  expect(fill({ out: new Set(["board"]) })).toBe("none");
  expect(fill({ inTheWay: new Set(["board"]) })).toBe("url(#in-the-way)");
  expect(fill({ touched: new Set(["board"]) })).toBe("var(--matWash)");
});

test("touched screws are numbered along the sweep, or in the order that matters, the present one ringed", () => {
  const numbers = (markup: string): string[] =>
    [
      ...markup
        .slice(markup.indexOf("data-joint"))
        .matchAll(/translate\((\d+) (\d+)\)[^§]*?>(\d)<\/text>/g),
    ].map(([, x, y, n]) => `${n}:${x},${y}`);
  const touched = new Set(["board-screws"]);
  expect(numbers(draw({ touched }))).toHaveLength(4);
  const cross = draw({ touched, sequence: [0, 2, 1, 3], at: 1 });
  expect(numbers(cross)).toEqual(["1:30,30", "2:130,90", "3:130,30", "4:30,90"]);
  expect(cross).toContain('data-now="2"');
  expect(cross.match(/data-now=/g)).toHaveLength(1);
});

test("a lead is drawn from its plug through its guides", () => {
  expect(draw({ lead: ["fan-plug", "fan-lead"] })).toContain('points="140,60 150,70 170,80"');
  expect(draw({ lead: ["fan-plug"] })).not.toContain("The way of the lead");
});

test("small marks are those of steps to come; the place where it binds is crossed", () => {
  const markup = draw({ ahead: new Set(["fan-plug"]) }, { near: { view: "top", x: 55, y: 66 } });
  expect(markup).toContain('data-joint="fan-plug"');
  expect(markup).not.toContain('data-joint="board-screws"');
  expect(markup).toMatch(/translate\(55 66\)" data-near="yes"/);
  expect(draw({}, { near: { view: "bottom", x: 1, y: 1 } })).not.toContain("data-near");
});
