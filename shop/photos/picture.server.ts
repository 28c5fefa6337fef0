import sharp, { type Sharp } from "sharp";

const KINDS = ["jpeg", "png", "webp"];
const MOST_DOTS = 100_000_000;
const LONGEST = 2400;

/**
 * A picture that was sent, turned upright and made small enough; what it is says its content, not its name. Undefined
 * for what is no JPEG, PNG or WebP.
 */
export async function pictureOf(bytes: Uint8Array): Promise<Sharp | undefined> {
  const image = sharp(bytes, { limitInputPixels: MOST_DOTS }).rotate();
  const read = await image.metadata().catch(() => undefined);
  if (!read || !KINDS.includes(read.format)) return undefined;
  return image.resize(LONGEST, LONGEST, { fit: "inside", withoutEnlargement: true });
}
