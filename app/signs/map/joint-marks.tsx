import { memo } from "react";
import type { Guide, GuideJoint, Point } from "../../../core/guide/index.ts";
import { sweepOrder } from "../../../core/screws/index.ts";
import { MONO } from "../../ui/theme.ts";
import { ScrewHead } from "../screw-token.tsx";
import type { MapMarks } from "./looks.ts";

interface JointProps {
  readonly id: string;
  readonly joint: GuideJoint;
  readonly view: string;
  readonly onTap: (id: string) => void;
}

const pointsIn = (joint: GuideJoint, view: string): readonly Point[] =>
  (joint.at ?? []).filter((point) => point.view === view);

export const SmallMarks = memo(function SmallMarks({ id, joint, view, onTap }: JointProps) {
  return (
    <g data-joint={id} style={{ cursor: "pointer" }} onClick={() => onTap(id)}>
      <title>{joint.name ?? id}</title>
      {pointsIn(joint, view).map(({ x, y }, i) => (
        <g key={i}>
          <circle cx={x} cy={y} r="6" fill="transparent" />
          {joint.kind === "screws" ? (
            <circle cx={x} cy={y} r="2" fill="var(--copper)" opacity="0.75" />
          ) : (
            <rect x={x - 2} y={y - 1.4} width="4" height="2.8" fill="var(--soft)" opacity="0.8" />
          )}
        </g>
      ))}
    </g>
  );
});

export function Touched({ id, joint, view, onTap, marks }: JointProps & { marks: MapMarks }) {
  const points = pointsIn(joint, view);
  const isAll = points.length === joint.at?.length;
  const order = (isAll ? marks.sequence : undefined) ?? sequenceOf(joint, points);
  return (
    <g data-joint={id} style={{ cursor: "pointer" }} onClick={() => onTap(id)}>
      <title>{joint.name ?? id}</title>
      <polyline
        points={order.map((i) => `${points[i]!.x},${points[i]!.y}`).join(" ")}
        fill="none"
        stroke="var(--copper)"
        strokeWidth="0.8"
        strokeDasharray="2.5 2"
      />
      {order.map((i, n) => (
        <g key={i} transform={`translate(${points[i]!.x} ${points[i]!.y})`}>
          {marks.at === n && (
            <circle r="9" fill="none" stroke="var(--mat)" strokeWidth="1.8" data-now={n + 1} />
          )}
          {joint.kind === "screws" ? (
            <g transform="scale(0.55)">
              <ScrewHead {...joint} />
            </g>
          ) : (
            <rect
              x="-5"
              y="-4"
              width="10"
              height="8"
              rx="1.5"
              fill="var(--mat)"
              stroke="var(--ink)"
            />
          )}
          {points.length > 1 && (
            <text
              x="7.5"
              y="-4"
              fontFamily={MONO}
              fontSize="9"
              fontWeight="700"
              fill="var(--ink)"
              stroke="var(--card)"
              strokeWidth="2"
              paintOrder="stroke"
            >
              {n + 1}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}

/** The order of the points: the stamped one where the guide has it, else the shortest sweep. */
function sequenceOf(joint: GuideJoint, points: readonly Point[]): readonly number[] {
  if (
    joint.kind === "screws" &&
    Array.isArray(joint.order) &&
    joint.order.length === points.length
  ) {
    return joint.order.map((number: number) => number - 1);
  }
  return sweepOrder(points);
}

/** The lead from its plug back through its guides, each to the nearest point of the next. */
export function Lead({
  guide,
  view,
  joints,
}: {
  guide: Guide;
  view: string;
  joints: readonly string[];
}) {
  const spots = joints.flatMap((id) => pointsIn(guide.joints[id]!, view));
  if (spots.length < 2) return null;
  const order = sweepOrder(spots);
  const along = order[0] === 0 ? order : [...order].reverse();
  return (
    <polyline
      points={along.map((i) => `${spots[i]!.x},${spots[i]!.y}`).join(" ")}
      fill="none"
      stroke="var(--mat)"
      strokeWidth="1.6"
      strokeDasharray="1 3"
      strokeLinecap="round"
    >
      <title>The way of the lead</title>
    </polyline>
  );
}
