import { memo } from "react";
import type { Guide } from "../../../core/guide/index.ts";
import type { Leader } from "./leaders.ts";
import { type Look, OUT, TOUCHED } from "./looks.ts";

/** The height of a name's letters on the map. */
export const SIZE = 7;

/** Whether a part's name has room in it. */
function fits(guide: Guide, id: string): boolean {
  const { name, shape } = guide.parts[id]!;
  return shape!.w >= name.length * SIZE * 0.5 && shape!.h >= SIZE + 2;
}

/** Whether a part is in place and in sight, and its name is not in it. */
export const isLed = (guide: Guide, id: string, look: Look): boolean =>
  look !== TOUCHED && look !== OUT && guide.parts[id]!.on !== undefined && !fits(guide, id);

export function middleOf(guide: Guide, id: string) {
  const { name, shape } = guide.parts[id]!;
  return { id, name, x: shape!.x + shape!.w / 2, y: shape!.y + shape!.h / 2 };
}

export function LeaderLine({
  leader: { name, side, from, y },
  width,
}: {
  leader: Leader;
  width: number;
}) {
  const edge = side === "left" ? -5 : width + 5;
  const text = side === "left" ? edge - 3 : edge + 3;
  return (
    <g pointerEvents="none">
      <polyline
        points={`${from.x},${from.y} ${edge},${y} ${text},${y}`}
        fill="none"
        stroke="var(--mat)"
        strokeWidth="0.5"
      />
      <circle cx={from.x} cy={from.y} r="1.2" fill="var(--mat)" />
      <text
        x={side === "left" ? text - 1 : text + 1}
        y={y + SIZE / 3}
        textAnchor={side === "left" ? "end" : "start"}
        fontSize={SIZE}
        fill="var(--ink)"
      >
        {name}
      </text>
    </g>
  );
}

export const PartLabel = memo(function PartLabel({
  guide,
  id,
  look,
}: {
  readonly guide: Guide;
  readonly id: string;
  readonly look: Look;
}) {
  const { name, shape, on } = guide.parts[id]!;
  const isTouched = look === TOUCHED;
  const size = isTouched ? 8.5 : SIZE;
  if (!isTouched && (!fits(guide, id) || on === undefined || look === OUT)) return null;
  return (
    <text
      x={shape!.x + shape!.w / 2}
      y={shape!.y + shape!.h / 2 + size / 3}
      textAnchor="middle"
      fontSize={size}
      fontWeight={isTouched ? 700 : 400}
      fill="var(--ink)"
      stroke="var(--card)"
      strokeWidth="2"
      paintOrder="stroke"
      pointerEvents="none"
    >
      {name}
    </text>
  );
});
