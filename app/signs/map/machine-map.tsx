import { createContext, memo, useContext, useMemo } from "react";
import { TransformComponent, TransformWrapper } from "react-zoom-pan-pinch";
import type { Guide, GuideJoint, Point } from "../../../core/guide/index.ts";
import { sweepOrder } from "../../../core/screws/index.ts";
import { MONO } from "../../ui/theme.ts";
import { ScrewHead } from "../screw-token.tsx";
import { chassisOf, isOutside } from "./chassis.ts";
import { isNameHidden, layersOf } from "./layers.ts";
import { type Leader, leadersOf } from "./leaders.ts";
import { artOf } from "./part-art.ts";

export interface MapMarks {
  /** Parts and joints touched now. */
  readonly touched: ReadonlySet<string>;
  /** Parts that are off the machine. */
  readonly out: ReadonlySet<string>;
  /** Parts that still come off before the goal. */
  readonly inTheWay: ReadonlySet<string>;
  /** Joints whose step is still to come: small marks that can be tapped. */
  readonly ahead: ReadonlySet<string>;
  /** A plug and the guides its lead lies in: the way back along it. */
  readonly lead?: readonly string[];
  /** The order of the touched screws, as indices of their points, where it matters. */
  readonly sequence?: readonly number[];
  /** Which of the sequence is on now. */
  readonly at?: number;
}

export interface MapProps {
  readonly guide: Guide;
  readonly view: string;
  readonly marks: MapMarks;
  readonly onTap: (id: string) => void;
  /** Where on the view it was tapped, mm: used instead of what lies there. */
  readonly onSpot?: ((spot: Point) => void) | undefined;
  /** A place to be marked. */
  readonly near?: Point | undefined;
  /** Whether parts whose name has no room in them are named beside the machine. */
  readonly isNamed?: boolean;
}

/** What is drawn goes past the zoom: it measures the page each time that it is drawn anew itself. */
const Drawn = createContext<MapProps | undefined>(undefined);

/**
 * The machine true to scale in one view, drawn from the guide's shapes: out is an outline, in the
 * way is hatched, touched now is full. Screws are their heads, numbered along the shortest sweep.
 */
export function MachineMap(props: MapProps) {
  return (
    <div style={GROUND}>
      <Drawn value={props}>{ZOOM}</Drawn>
    </div>
  );
}

const GROUND = {
  height: "100%",
  background: "var(--paper)",
  borderRadius: "inherit",
  overflow: "hidden",
} as const;
const ALL = { width: "100%", height: "100%" } as const;
const ZOOM = (
  <TransformWrapper minScale={1} maxScale={6} doubleClick={{ disabled: true }}>
    <TransformComponent wrapperStyle={ALL} contentStyle={ALL}>
      <MapDrawing />
    </TransformComponent>
  </TransformWrapper>
);

function MapDrawing() {
  const { guide, view, marks, onTap, onSpot, near, isNamed = false } = useContext(Drawn)!;
  const facts = guide.views[view]!;
  const shapes = useMemo(() => layersOf(guide, view), [guide, view]);
  const named = shapes.filter(
    (id) =>
      marks.touched.has(id) || !isNameHidden(guide, shapes, id, (above) => !marks.out.has(above)),
  );
  const joints = useMemo(
    () =>
      Object.entries(guide.joints).filter(([, joint]) =>
        joint.at?.some((point) => point.view === view),
      ),
    [guide, view],
  );
  const leaders = isNamed
    ? leadersOf(
        named.filter((id) => isLed(guide, id, lookOf(id, marks))).map((id) => middleOf(guide, id)),
        facts,
      )
    : [];
  const longest = Math.max(0, ...leaders.map(({ name }) => name.length));
  const aside = longest > 0 ? 14 + longest * SIZE * 0.52 : 6;
  return (
    <svg
      width="100%"
      height="100%"
      viewBox={`${-aside} -6 ${facts.width + 2 * aside} ${facts.height + 12}`}
      role="group"
      aria-label={`Map: ${facts.name}`}
      onClickCapture={(event) => {
        if (!onSpot) return;
        event.stopPropagation();
        onSpot({ view, ...spotOf(event.currentTarget, event) });
      }}
    >
      <Hatch />
      {shapes.map((id) => (
        <PartShape key={id} guide={guide} id={id} look={lookOf(id, marks)} onTap={onTap} />
      ))}
      {named.map((id) => (
        <PartLabel key={id} guide={guide} id={id} look={lookOf(id, marks)} />
      ))}
      {joints
        .filter(([id]) => marks.ahead.has(id) && !marks.touched.has(id))
        .map(([id, joint]) => (
          <SmallMarks key={id} id={id} joint={joint} view={view} onTap={onTap} />
        ))}
      {marks.lead && <Lead guide={guide} view={view} joints={marks.lead} />}
      {joints
        .filter(([id]) => marks.touched.has(id))
        .map(([id, joint]) => (
          <Touched key={id} id={id} joint={joint} view={view} onTap={onTap} marks={marks} />
        ))}
      {leaders.map((leader) => (
        <LeaderLine key={leader.id} leader={leader} width={facts.width} />
      ))}
      {near?.view === view && <Binds {...near} />}
    </svg>
  );
}

function Hatch() {
  return (
    <defs>
      <pattern id="in-the-way" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill="var(--card)" />
        <path
          d="M-2 10L10-2M-2 2L2-2M6 10L10 6"
          stroke="var(--soft)"
          strokeWidth="0.6"
          opacity="0.55"
        />
      </pattern>
    </defs>
  );
}

interface Look {
  readonly fill: string;
  readonly stroke: string;
  readonly width: number;
  readonly dash?: string;
}

const TOUCHED: Look = { fill: "var(--matWash)", stroke: "var(--mat)", width: 1.6 };
const OUT: Look = { fill: "none", stroke: "var(--soft)", width: 0.4, dash: "3 2.5" };
const IN_THE_WAY: Look = { fill: "url(#in-the-way)", stroke: "var(--soft)", width: 0.7 };
const THERE: Look = { fill: "var(--card)", stroke: "var(--soft)", width: 0.45 };

function lookOf(id: string, marks: MapMarks): Look {
  if (marks.touched.has(id)) return TOUCHED;
  if (marks.out.has(id)) return OUT;
  return marks.inTheWay.has(id) ? IN_THE_WAY : THERE;
}

interface PartProps {
  readonly guide: Guide;
  readonly id: string;
}

/** A part; drawn anew only when it looks other than before, since each tick draws the bench. */
const PartShape = memo(function PartShape({
  guide,
  id,
  look,
  onTap,
}: PartProps & { readonly look: Look; readonly onTap: (id: string) => void }) {
  const { name, kind, shape, on } = guide.parts[id]!;
  const { stroke, width, dash } = look;
  const fill = on === undefined && look !== TOUCHED ? "var(--paper)" : look.fill;
  const isShell = isOutside(guide, id);
  return (
    <g data-part={id} style={{ cursor: "pointer" }} onClick={() => onTap(id)}>
      <title>{name}</title>
      <rect
        x={shape!.x}
        y={shape!.y}
        width={shape!.w}
        height={shape!.h}
        rx={shape!.round ? Math.min(shape!.w, shape!.h) / 2 : isShell ? 9 : 2}
        fill={fill}
        stroke={stroke}
        strokeWidth={width}
        strokeDasharray={dash}
      />
      {look !== OUT && (
        <path
          d={isShell ? chassisOf(guide, id) : artOf(kind, shape!.w, shape!.h)}
          transform={isShell ? undefined : `translate(${shape!.x} ${shape!.y})`}
          fill="none"
          stroke="var(--soft)"
          strokeWidth="0.4"
          opacity="0.75"
        />
      )}
    </g>
  );
});

/** The height of a name's letters on the map. */
const SIZE = 7;

/** Whether a part's name has room in it. */
function fits(guide: Guide, id: string): boolean {
  const { name, shape } = guide.parts[id]!;
  return shape!.w >= name.length * SIZE * 0.5 && shape!.h >= SIZE + 2;
}

/** Whether a part is in place and in sight, and its name is not in it. */
const isLed = (guide: Guide, id: string, look: Look): boolean =>
  look !== TOUCHED && look !== OUT && guide.parts[id]!.on !== undefined && !fits(guide, id);

function middleOf(guide: Guide, id: string) {
  const { name, shape } = guide.parts[id]!;
  return { id, name, x: shape!.x + shape!.w / 2, y: shape!.y + shape!.h / 2 };
}

function LeaderLine({ leader: { name, side, from, y }, width }: { leader: Leader; width: number }) {
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

const PartLabel = memo(function PartLabel({
  guide,
  id,
  look,
}: PartProps & { readonly look: Look }) {
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

interface JointProps {
  readonly id: string;
  readonly joint: GuideJoint;
  readonly view: string;
  readonly onTap: (id: string) => void;
}

const pointsIn = (joint: GuideJoint, view: string): readonly Point[] =>
  (joint.at ?? []).filter((point) => point.view === view);

const SmallMarks = memo(function SmallMarks({ id, joint, view, onTap }: JointProps) {
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

function Touched({ id, joint, view, onTap, marks }: JointProps & { marks: MapMarks }) {
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

/** Where a click falls on the drawing, in its own millimetres. */
function spotOf(svg: SVGSVGElement, { clientX, clientY }: { clientX: number; clientY: number }) {
  const matrix = svg.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  return { x: Math.round(x), y: Math.round(y) };
}

/** The lead from its plug back through its guides, each to the nearest point of the next. */
function Lead({ guide, view, joints }: { guide: Guide; view: string; joints: readonly string[] }) {
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

/** The mark where a part binds. */
function Binds({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`} data-near="yes">
      <circle r="8" fill="none" stroke="var(--stop)" strokeWidth="1.8" />
      <path d="M-12 0H12M0 -12V12" stroke="var(--stop)" strokeWidth="1.2" />
    </g>
  );
}
