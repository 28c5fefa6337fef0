import { useDrag } from "@use-gesture/react";
import {
  fitted,
  type GuideJoint,
  type Point,
  polygonIn,
  type Shape,
} from "../../../core/guide/index.ts";
import { HANDLE } from "../../signs/map/machine-map.tsx";

type Corner = { readonly x: number; readonly y: number };
type Dragged = (at: Corner, isDone: boolean) => void;

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** A place that is dragged over the map, in the view's millimetres. */
function Grip({
  at,
  label,
  sign,
  isChosen = false,
  onDrag,
  onTap,
}: {
  at: Corner;
  label: string;
  sign: "move" | "corner" | "point";
  isChosen?: boolean;
  onDrag: Dragged;
  onTap?: () => void;
}) {
  const bind = useDrag(
    ({ movement: [dx, dy], last, tap, event, memo }) => {
      const start = (memo as Corner | undefined) ?? at;
      const matrix = (event.target as SVGGraphicsElement).ownerSVGElement?.getScreenCTM();
      if (tap) {
        onTap?.();
        return start;
      }
      if (matrix) {
        onDrag({ x: tenth(start.x + dx / matrix.a), y: tenth(start.y + dy / matrix.d) }, last);
      }
      return start;
    },
    { filterTaps: true },
  );
  return (
    <g
      {...bind()}
      className={HANDLE}
      transform={`translate(${at.x} ${at.y})`}
      style={{ cursor: sign === "move" ? "move" : "grab", touchAction: "none" }}
      onClick={(event) => event.stopPropagation()}
      data-handle={label}
    >
      <title>{label}</title>
      <circle className={HANDLE} r="7" fill="transparent" />
      {sign === "corner" ? (
        <rect className={HANDLE} x="-2.2" y="-2.2" width="4.4" height="4.4" {...INK} />
      ) : (
        <circle
          className={HANDLE}
          r={sign === "move" ? 4 : 3}
          {...INK}
          fill={isChosen ? "var(--copper)" : INK.fill}
        />
      )}
      {sign === "move" && (
        <path
          className={HANDLE}
          d="M-3 0H3M0 -3V3"
          stroke="var(--ink)"
          strokeWidth="0.8"
          fill="none"
        />
      )}
    </g>
  );
}

const INK = { fill: "var(--card)", stroke: "var(--ink)", strokeWidth: 0.9 } as const;

/** The grips of a part: its middle moves it, its corners stretch it, or go each where they are dragged on a polygon. */
export function ShapeHandles({
  shape,
  shown,
  onShape,
}: {
  /** As it was before it was dragged. */
  shape: Shape;
  /** As it is while it is dragged. */
  shown: Shape;
  onShape: (shape: Shape, isDone: boolean) => void;
}) {
  const { x, y, w, h, outline } = shown;
  const moved: Dragged = (at, isDone) => {
    const box = { x: at.x - shape.w / 2, y: at.y - shape.h / 2, w: shape.w, h: shape.h };
    onShape(fitted(shape, box), isDone);
  };
  const stretched =
    (fixed: Corner): Dragged =>
    (at, isDone) =>
      onShape(fitted(shape, boxOf(fixed, at)), isDone);
  const bent =
    (index: number): Dragged =>
    (at, isDone) =>
      onShape(bentAt(shape, index, at), isDone);
  return (
    <>
      <Grip sign="move" label="Move it" at={{ x: x + w / 2, y: y + h / 2 }} onDrag={moved} />
      {outline
        ? outline.map((corner, i) => (
            <Grip key={i} sign="corner" label={`Corner ${i + 1}`} at={corner} onDrag={bent(i)} />
          ))
        : [0, 1, 2, 3].map((i) => {
            const [right, low] = [i % 2, i >> 1];
            const at = { x: x + right * w, y: y + low * h };
            const fixed = {
              x: shape.x + (1 - right) * shape.w,
              y: shape.y + (1 - low) * shape.h,
            };
            return (
              <Grip
                key={i}
                sign="corner"
                label={`Corner ${i + 1}`}
                at={at}
                onDrag={stretched(fixed)}
              />
            );
          })}
    </>
  );
}

/** No part is less than a millimetre either way. */
const boxOf = (a: Corner, b: Corner) => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  w: Math.max(1, Math.abs(a.x - b.x)),
  h: Math.max(1, Math.abs(a.y - b.y)),
});

/** A polygon with one corner elsewhere: its box is what the corners span. */
const bentAt = (shape: Shape, index: number, at: Corner): Shape =>
  polygonIn(shape.view, shape.outline!.toSpliced(index, 1, at)) ?? shape;

/** The grips of a joint: each of its points that lies in the view. */
export function PointHandles({
  joint,
  view,
  chosen,
  choose,
  onPoints,
}: {
  joint: GuideJoint;
  view: string;
  chosen: number | undefined;
  choose: (point: number) => void;
  onPoints: (at: readonly Point[], isDone: boolean) => void;
}) {
  const at = joint.at ?? [];
  return at.map((point, i) => {
    if (point.view !== view) return null;
    const drag: Dragged = ({ x, y }, isDone) =>
      onPoints(
        at.map((other, k) => (k === i ? { view, x, y } : other)),
        isDone,
      );
    return (
      <Grip
        key={i}
        sign="point"
        label={`Point ${i + 1}`}
        at={point}
        isChosen={chosen === i}
        onDrag={drag}
        onTap={() => choose(i)}
      />
    );
  });
}
