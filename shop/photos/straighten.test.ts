import sharp from "sharp";
import { must } from "../../core/base/must.ts";
import { pictureMap, project } from "../../core/learn/index.ts";
import { straighten } from "./straighten.server.ts";

const SIZE = { width: 320, height: 220 };
/** Corners as somebody sees them who leans over the bench: no two sides alike. */
const SEEN = [
  { x: 0.14, y: 0.12 },
  { x: 0.86, y: 0.2 },
  { x: 0.97, y: 0.93 },
  { x: 0.05, y: 0.8 },
];
const [WIDE, HIGH] = [1600, 1200];

/** A picture of a plate with dark dots at these places in millimetres, seen at a slant. */
function photographed(dots: readonly { x: number; y: number }[]): Promise<Buffer> {
  const taps = SEEN.map(({ x, y }) => ({ x: x * WIDE, y: y * HIGH }));
  const map = pictureMap(taps, SIZE);
  if (!map.ok) throw new Error("no corners");
  const at = dots.map((dot) => project(map.value, dot));
  const circles = at.map(({ x, y }) => `<circle cx="${x}" cy="${y}" r="7" fill="#000"/>`).join("");
  const plate = taps.map(({ x, y }) => `${x},${y}`).join(" ");
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}" height="${HIGH}"><rect width="100%" height="100%" fill="#888"/><polygon points="${plate}" fill="#fff"/>${circles}</svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}

/** The middle of what is dark around a place of a straightened picture, mm. */
async function darkNear(picture: Buffer, { x, y }: { x: number; y: number }) {
  const { data, info } = await sharp(picture)
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const scale = info.width / SIZE.width;
  let [sum, sumX, sumY] = [0, 0, 0];
  for (let row = Math.floor((y - 6) * scale); row < (y + 6) * scale; row++) {
    for (let column = Math.floor((x - 6) * scale); column < (x + 6) * scale; column++) {
      const dark = data[row * info.width + column]! < 128 ? 1 : 0;
      sum += dark;
      sumX += dark * (column + 0.5);
      sumY += dark * (row + 0.5);
    }
  }
  return { x: sumX / sum / scale, y: sumY / sum / scale };
}

test("a slanted picture of a known grid is true to within a millimetre", async () => {
  const grid = [20, 100, 180, 260].flatMap((x) => [20, 80, 140, 200].map((y) => ({ x, y })));
  const straight = await straighten(
    await photographed(grid),
    [SEEN[2]!, SEEN[0]!, SEEN[3]!, SEEN[1]!],
    SIZE,
  );
  const picture = must(straight.ok ? straight.value : undefined, "a picture");
  for (const dot of grid) {
    const { x, y } = await darkNear(picture, dot);
    expect(Math.hypot(x - dot.x, y - dot.y)).toBeLessThan(1);
  }
});

test("it is four dots to the millimetre", async () => {
  const straight = await straighten(await photographed([]), SEEN, SIZE);
  const picture = must(straight.ok ? straight.value : undefined, "a picture");
  expect(await sharp(picture).metadata()).toMatchObject({
    width: 1280,
    height: 880,
    format: "jpeg",
  });
});

test("what is no picture, and taps that are no corners, are told apart", async () => {
  expect(await straighten(new Uint8Array([1, 2, 3]), SEEN, SIZE)).toEqual({
    ok: false,
    error: "no-photo",
  });
  const line = SEEN.map((_, i) => ({ x: i / 10, y: i / 10 }));
  expect(await straighten(await photographed([]), line, SIZE)).toEqual({
    ok: false,
    error: "no-corners",
  });
});
