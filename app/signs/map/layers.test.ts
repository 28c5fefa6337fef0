import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { type Guide, peelLevels } from "../../../core/guide/index.ts";
import { guide, part } from "../../../testing/builders.ts";
import { isNameHidden, layersOf } from "./layers.ts";

const folder = path.join(import.meta.dirname, "../../../guides");
const guides = readdirSync(folder)
  .filter((name) => name.endsWith(".json"))
  .map((name) => JSON.parse(readFileSync(path.join(folder, name), "utf8")) as Guide);

test.each(guides.map((one) => [one.id, one] as const))(
  "%s: in every view, what lies on or over a part is drawn after it",
  (_, machine) => {
    for (const view of Object.keys(machine.views)) {
      const order = layersOf(machine, view);
      const at = (id: string): number => order.indexOf(id);
      expect(new Set(order).size).toBe(order.length);
      for (const id of order) {
        const { on } = machine.parts[id]!;
        if (on !== undefined && at(on) >= 0) expect(at(id)).toBeGreaterThan(at(on));
      }
      for (const { part: x, over } of machine.covers) {
        for (const id of over) {
          if (at(x) < 0 || at(id) < 0) continue;
          expect({ x, id, after: at(x) > at(id) }).toEqual({ x, id, after: true });
        }
      }
    }
  },
);

test.each(guides.map((one) => [one.id, one] as const))(
  "%s: peeling takes what lies over a part before the part",
  (_, machine) => {
    const levels = peelLevels(machine);
    for (const [id, { on }] of Object.entries(machine.parts)) {
      if (on !== undefined) expect(levels.get(on)!).toBeGreaterThan(levels.get(id)!);
    }
  },
);

test("a name under another shape is left out, unless that shape is off", () => {
  const at = (x: number, w: number) => ({ view: "top", x, y: 0, w, h: 20 });
  const machine = guide({
    parts: {
      frame: part(undefined, { shape: at(0, 200) }),
      board: part("frame", { shape: at(0, 40) }),
      fan: part("board", { shape: at(10, 20) }),
      pen: part("frame", { shape: at(100, 20) }),
    },
  });
  const order = layersOf(machine, "top");
  expect(order[0]).toBe("frame");
  expect(isNameHidden(machine, order, "board", () => true)).toBe(true);
  expect(isNameHidden(machine, order, "board", (id) => id !== "fan")).toBe(false);
  expect(isNameHidden(machine, order, "pen", () => true)).toBe(false);
});
