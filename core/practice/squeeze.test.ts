import { type Bed, gapAt, middleOfCell, type Plate } from "./bed.ts";
import { pressed } from "./squeeze.ts";

/** A die so large that nothing comes to its edge. */
const PLATE: Plate = { width: 0.04, height: 0.04, viscosity: 200, least: 1e-9 };

/** A disc of so much paste, so high, its rim shared out between the cells. */
function disc(volume: number, height: number, x0 = 0, plate = PLATE, cells = 36): Bed {
  const radius = Math.sqrt(volume / (Math.PI * height));
  const bed = { columns: cells, rows: cells, gap: height, tiltX: 0, tiltY: 0, over: 0, borne: 0 };
  const FINE = 8;
  const side = plate.width / cells / FINE;
  const paste = new Float64Array(cells * cells).map((_, i) => {
    const { x, y } = middleOfCell(bed, plate, i);
    let inside = 0;
    for (let a = 0; a < FINE * FINE; a++) {
      const dx = x - x0 + ((a % FINE) + 0.5 - FINE / 2) * side;
      const dy = y + (Math.floor(a / FINE) + 0.5 - FINE / 2) * side;
      if (Math.hypot(dx, dy) <= radius) inside++;
    }
    return (inside / FINE ** 2) * height;
  });
  return { ...bed, paste };
}

const whole = ({ paste, columns, rows, over }: Bed, { width, height } = PLATE): number =>
  (paste.reduce((sum, h) => sum + h, 0) * width * height) / (columns * rows) + over;

/** 1/h⁴ − 1/h₀⁴ = 8πFt / 3ηV². */
const closedForm = (volume: number, h0: number, newtons: number, seconds: number): number =>
  (h0 ** -4 + (8 * Math.PI * newtons * seconds) / (3 * PLATE.viscosity * volume ** 2)) ** -0.25;

const middle = (newtons: number) => [{ x: 0, y: 0, newtons }];

test.each([
  [8e-9, 1e-3, 40, 0.1],
  [8e-9, 1e-3, 40, 5],
  [8e-9, 1e-3, 40, 60],
  [20e-9, 0.8e-3, 60, 20],
  [4e-9, 0.5e-3, 10, 30],
])(
  "a disc of %p m³ is pressed as its closed form says, within 6 % (from %p m, %p N, %p s)",
  (volume, h0, newtons, seconds) => {
    const begun = disc(volume, h0);
    const made = pressed(PLATE, begun, [{ seconds, stops: [], forces: middle(newtons) }]);
    const known = closedForm(whole(begun), h0, newtons, seconds);
    expect(Math.abs(made.gap / known - 1)).toBeLessThan(0.06);
    expect(Math.abs(made.tiltX) * PLATE.width).toBeLessThan(0.05 * made.gap);
    expect(whole(made)).toBeCloseTo(whole(begun), 14);
  },
);

const DIE: Plate = { width: 0.012, height: 0.012, viscosity: 200, least: 50e-6 };

test("the filler bears: no gap is less than the least, and what is left over goes over the edge", () => {
  const begun = disc(12e-9, 1e-3, 0, DIE, 24);
  const made = pressed(DIE, begun, [{ seconds: 200, stops: [], forces: middle(80) }]);
  expect(made.gap).toBeGreaterThanOrEqual(DIE.least * 0.999);
  expect(made.gap).toBeLessThan(DIE.least * 1.02);
  const on = whole({ ...made, over: 0 }, DIE);
  expect(on).toBeLessThan(DIE.width * DIE.height * DIE.least * 1.01);
  expect(on + made.over).toBeCloseTo(whole(begun, DIE), 14);
});

test("pressed beside the middle it tilts that way; a corner bears, and the other side is kept by its stop", () => {
  const begun = disc(8e-9, 1e-3, 0, DIE, 24);
  const forces = [{ x: 0.01, y: 0, newtons: 15 }];
  const stops = [{ x: -0.01, y: 0, gap: 1.5e-3 }];
  const made = pressed(DIE, begun, [{ seconds: 20, stops, forces }]);
  expect(made.tiltX).toBeLessThan(0);
  expect(gapAt(made, 0.006, 0)).toBeLessThan(gapAt(made, -0.006, 0));
  expect(gapAt(made, -0.01, 0)).toBeLessThan(1.5e-3 + 1e-6);
  for (const [x, y] of [[0.006, 0.006] as const, [0.006, -0.006] as const]) {
    expect(gapAt(made, x, y)).toBeGreaterThanOrEqual(DIE.least * 0.998);
  }
});

test("nothing that presses moves nothing", () => {
  const begun = disc(8e-9, 1e-3, 0, DIE, 24);
  const made = pressed(DIE, begun, [{ seconds: 20, stops: [], forces: [] }]);
  expect(made.gap).toBe(begun.gap);
  expect([...made.paste]).toEqual([...begun.paste]);
});
