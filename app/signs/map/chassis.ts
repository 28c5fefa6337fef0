import type { Guide, GuidePart } from "../../../core/guide/index.ts";

type Shape = NonNullable<GuidePart["shape"]>;

/** A part that makes up the outside of a view covers this share of it at least. */
const MOST = 0.6;
/** So near to the edge, mm, a jack or a small board has its ports in it. */
const NEAR = 10;

/** Whether a part is the outside itself in its view: the base, or what all else lies in. */
export function isOutside(guide: Guide, id: string): boolean {
  const { shape } = guide.parts[id]!;
  if (!shape) return false;
  const { width, height } = guide.views[shape.view]!;
  return shape.w * shape.h >= MOST * width * height;
}

/**
 * What the outside of a machine shows in a view, as lines in the view's millimetres: ports at its edges where
 * jacks and small boards come to them; on a cover that is looked at from below also grilles over the fans, the
 * label with its code, and feet where the guide has none of its own.
 */
export function chassisOf(guide: Guide, id: string): string {
  const part = guide.parts[id]!;
  const { view } = part.shape!;
  const { width, height, posture } = guide.views[view]!;
  const shapes = Object.entries(guide.parts).flatMap(([other, { shape, kind }]) => {
    const there = shape && guide.views[shape.view]!;
    const isAlike = there?.width === width && there.height === height && there.posture === posture;
    return shape && isAlike && other !== id ? [{ kind, shape }] : [];
  });
  const ports = shapes
    .filter(({ kind }) => kind === "jack" || kind === "daughterboard")
    .map(({ shape }) => portAt(shape, width));
  if (part.kind !== "cover" || posture !== "underside-up") return ports.join("");
  const grilles = shapes.filter(({ kind }) => kind === "fan").map(({ shape }) => grilleOver(shape));
  const hasFeet = shapes.some(({ kind, shape }) => kind === "foot" && shape.view === view);
  return [
    ...ports,
    ...grilles,
    label(width / 2, height * 0.62),
    ...(hasFeet ? [] : feet(width, height)),
  ].join("");
}

function portAt({ x, y, w, h }: Shape, width: number): string {
  const isLeft = x <= NEAR;
  if (!isLeft && x + w < width - NEAR) return "";
  const n = Math.max(1, Math.min(3, Math.round(h / 18)));
  const high = Math.min(12, (h / n) * 0.7);
  return Array.from({ length: n }, (_, i) => {
    const top = y + ((i + 0.5) * h) / n - high / 2;
    return isLeft ? `M0 ${top}h4v${high}h-4` : `M${width} ${top}h-4v${high}h4`;
  }).join("");
}

function grilleOver({ x, y, w, h }: Shape): string {
  const n = 8;
  return Array.from({ length: n }, (_, i) => {
    const at = x + ((i + 0.5) * w) / n;
    // Slots end on a circle, as the fan below does.
    const off = (at - x - w / 2) / (w / 2);
    const half = (h / 2) * 0.9 * Math.sqrt(1 - off * off);
    return `M${at.toFixed(1)} ${(y + h / 2 - half).toFixed(1)}v${(2 * half).toFixed(1)}`;
  }).join("");
}

/** The label: two lines of print and the bars of its code. */
function label(x: number, y: number): string {
  const bars = [0, 2, 3, 6, 8, 9, 12, 15, 16, 19, 21].map((at) => `M${x + 4 + at} ${y + 3}v9`);
  return `M${x - 34} ${y}h68v15h-68zM${x - 30} ${y + 5}h28M${x - 30} ${y + 10}h20${bars.join("")}`;
}

const feet = (width: number, height: number): readonly string[] =>
  [
    [14, 8],
    [width - 38, 8],
    [14, height - 13],
    [width - 38, height - 13],
  ].map(([x, y]) => `M${x} ${y}h24v5h-24z`);
