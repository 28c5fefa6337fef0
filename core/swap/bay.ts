import type { GuidePart } from "../guide/index.ts";

/** Heights of 2.5-inch drives, and of optical drives and the caddies that take their place, mm. */
export const BAY_HEIGHTS = [7, 9.5, 12.7] as const;

/** The height of a bay, mm, as a code on its drive says it: "2.5 in 7 mm" → 7; undefined: none says so. */
export function bayHeight({ codes = [] }: Pick<GuidePart, "codes">): number | undefined {
  for (const code of codes) {
    const found = /(\d+(?:\.\d+)?)\s*mm\b/i.exec(code);
    const height = Number(found?.[1]);
    if (BAY_HEIGHTS.some((known) => known === height)) return height;
  }
  return undefined;
}

/**
 * A drive (or a caddy) in a bay: `fits`; `spacer`: it is thinner and lies loose without one; `too-thick`: the cover does
 * not close over it, and pressed it breaks. [7, 9.5] → too-thick
 */
export const bayFit = (bay: number, drive: number): "fits" | "spacer" | "too-thick" => {
  if (drive > bay) return "too-thick";
  return drive === bay ? "fits" : "spacer";
};
