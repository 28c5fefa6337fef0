import type { Shape } from "./types.ts";

type Corner = { readonly x: number; readonly y: number };

/** Whether a point lies within an outline: of a polygon by its edges, of a round one by its ellipse. Millimetres. */
export function isWithin(shape: Shape, x: number, y: number): boolean {
  const { w, h, outline } = shape;
  const [dx, dy] = [x - shape.x, y - shape.y];
  if (dx < 0 || dx > w || dy < 0 || dy > h) return false;
  if (outline) return isInPolygon(outline, x, y);
  if (!shape.round) return true;
  return ((2 * dx) / w - 1) ** 2 + ((2 * dy) / h - 1) ** 2 <= 1;
}

/** By how often a ray to the right crosses an edge (the even-odd rule). */
function isInPolygon(corners: readonly Corner[], x: number, y: number): boolean {
  let isIn = false;
  for (const [i, a] of corners.entries()) {
    const b = corners.at(i - 1)!;
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) isIn = !isIn;
  }
  return isIn;
}

/** The shape of a polygon, in the box that its corners span; undefined for fewer than three, or without an area. */
export function polygonIn(view: string, corners: readonly Corner[]): Shape | undefined {
  if (corners.length < 3) return undefined;
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - x, Math.max(...ys) - y];
  if (w < 1 || h < 1) return undefined;
  return { view, x, y, w, h, outline: corners.map(({ x: px, y: py }) => ({ x: px, y: py })) };
}

/** A shape moved and stretched into another box; the corners of a polygon go along. */
export function fitted(
  shape: Shape,
  box: { readonly x: number; readonly y: number; readonly w: number; readonly h: number },
): Shape {
  const outline = shape.outline?.map(({ x, y }) => ({
    x: tenth(box.x + ((x - shape.x) * box.w) / shape.w),
    y: tenth(box.y + ((y - shape.y) * box.h) / shape.h),
  }));
  const at = { x: tenth(box.x), y: tenth(box.y), w: tenth(box.w), h: tenth(box.h) };
  return { ...shape, ...at, ...(outline ? { outline } : {}) };
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
