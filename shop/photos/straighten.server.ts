import sharp from "sharp";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Homography, pictureMap, type Spot } from "../../core/learn/index.ts";
import { pictureOf } from "./picture.server.ts";

/** Dots to a millimetre of what is seen: a screw head has a dozen. */
const DOTS = 4;
const CHANNELS = 3;
const ROWS_AT_ONCE = 32;

/**
 * A picture of something flat as if seen straight from above, true to scale: `taps` are its four corners as shares of
 * the picture's width and height, `size` is what it measures in millimetres. A JPEG, four dots to the millimetre.
 */
export async function straighten(
  bytes: Uint8Array,
  taps: readonly Spot[],
  size: { readonly width: number; readonly height: number },
): Promise<Result<Buffer, "no-corners" | "no-photo">> {
  const picture = await pictureOf(bytes);
  const read = await picture
    ?.removeAlpha()
    .toColourspace("srgb")
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(() => undefined);
  if (!read || read.info.channels !== CHANNELS) return fail("no-photo");
  const { data, info } = read;
  const map = pictureMap(
    taps.map(({ x, y }) => ({ x: x * info.width, y: y * info.height })),
    size,
  );
  if (!map.ok) return map;
  const [width, height] = [Math.round(size.width * DOTS), Math.round(size.height * DOTS)];
  const flat = await drawn(data, info.width, info.height, map.value, width, height);
  const raw = { width, height, channels: CHANNELS } as const;
  return ok(await sharp(flat, { raw }).jpeg({ quality: 88 }).toBuffer());
}

/** A coordinate moved to where it has a neighbour on either side. */
const within = (at: number, size: number): number =>
  at < 0 ? 0 : at > size - 1.001 ? size - 1.001 : at;

/** Each dot from the four of the picture around where it falls, by how near it is to them. */
async function drawn(
  from: Uint8Array,
  fromWidth: number,
  fromHeight: number,
  map: Homography,
  width: number,
  height: number,
): Promise<Uint8Array> {
  // Written out, since it is done for a million dots.
  const [a, b, c, d, e, f, g, h, i] = map as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const flat = new Uint8Array(width * height * CHANNELS);
  for (let row = 0, at = 0; row < height; row++) {
    // Between some rows others have their turn.
    if (row % ROWS_AT_ONCE === 0) await new Promise(setImmediate);
    const v = (row + 0.5) / DOTS;
    for (let column = 0; column < width; column++, at += CHANNELS) {
      const u = (column + 0.5) / DOTS;
      const w = g * u + h * v + i;
      const x = within((a * u + b * v + c) / w - 0.5, fromWidth);
      const y = within((d * u + e * v + f) / w - 0.5, fromHeight);
      const left = x | 0;
      const top = y | 0;
      const right = x - left;
      const down = y - top;
      const first = (top * fromWidth + left) * CHANNELS;
      const below = first + fromWidth * CHANNELS;
      for (let k = 0; k < CHANNELS; k++) {
        const upper = from[first + k]! * (1 - right) + from[first + CHANNELS + k]! * right;
        const lower = from[below + k]! * (1 - right) + from[below + CHANNELS + k]! * right;
        flat[at + k] = upper * (1 - down) + lower * down + 0.5;
      }
    }
  }
  return flat;
}
