import {
  createContext,
  type KeyboardEvent,
  memo,
  type ReactNode,
  useContext,
  useMemo,
  useState,
} from "react";
import { TransformComponent, TransformWrapper } from "react-zoom-pan-pinch";
import type { Guide, Point, View } from "../../../core/guide/index.ts";
import { chassisOf, isOutside } from "./chassis.ts";
import { isNameHidden, layersOf } from "./layers.ts";
import { leadersOf } from "./leaders.ts";
import { Lead, SmallMarks, Touched } from "./joint-marks.tsx";
import { type Look, lookOf, type MapMarks, OUT, TOUCHED } from "./looks.ts";
import { isLed, LeaderLine, middleOf, PartLabel, SIZE } from "./part-names.tsx";
import { artOf } from "./part-art.ts";

export interface MapProps {
  readonly guide: Guide;
  readonly view: string;
  readonly marks: MapMarks;
  readonly onTap: (id: string) => void;
  /** Where on the view it was tapped, mm: used instead of what lies there. */
  readonly onSpot?: ((spot: Point) => void) | undefined;
  /** A place to be marked. */
  readonly near?: Point | undefined;
  /** Places that bear a number: the first one 1; what lies nowhere keeps its number. */
  readonly spots?: readonly (Point | undefined)[] | undefined;
  /** Whether parts whose name has no room in them are named beside the machine. */
  readonly isNamed?: boolean;
  /** Drawn over all, in the view's millimetres; what of it is `HANDLE` does not move the map. */
  readonly children?: ReactNode;
}

/** Class of what is dragged by itself. */
export const HANDLE = "map-handle";

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
  <TransformWrapper
    minScale={1}
    maxScale={6}
    doubleClick={{ disabled: true }}
    panning={{ excluded: [HANDLE] }}
  >
    <TransformComponent wrapperStyle={ALL} contentStyle={ALL}>
      <MapDrawing />
    </TransformComponent>
  </TransformWrapper>
);

function MapDrawing() {
  const {
    guide,
    view,
    marks,
    onTap,
    onSpot,
    near,
    spots = [],
    isNamed = false,
    children,
  } = useContext(Drawn)!;
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
  const [cursor, setCursor] = useState<{ readonly x: number; readonly y: number }>();
  /** Places without a mouse: the arrows move a cross, Enter taps there. */
  const walk = (event: KeyboardEvent<SVGSVGElement>) => {
    const arrow = ARROWS[event.key];
    if (!arrow && event.key !== "Enter") return;
    event.preventDefault();
    event.stopPropagation();
    const now = cursor ?? { x: Math.round(facts.width / 2), y: Math.round(facts.height / 2) };
    if (!arrow) return onSpot?.({ view, ...now });
    const by = event.shiftKey ? 10 : 1;
    setCursor({
      x: Math.min(facts.width, Math.max(0, now.x + by * arrow[0])),
      y: Math.min(facts.height, Math.max(0, now.y + by * arrow[1])),
    });
  };
  const longest = Math.max(0, ...leaders.map(({ name }) => name.length));
  const aside = longest > 0 ? 14 + longest * SIZE * 0.52 : 6;
  return (
    <svg
      width="100%"
      height="100%"
      viewBox={`${-aside} -6 ${facts.width + 2 * aside} ${facts.height + 12}`}
      role="group"
      aria-label={`Map: ${facts.name}`}
      tabIndex={onSpot ? 0 : undefined}
      onKeyDown={onSpot && ((event) => walk(event))}
      onClickCapture={(event) => {
        if (!onSpot) return;
        event.stopPropagation();
        onSpot({ view, ...spotOf(event.currentTarget, event) });
      }}
    >
      <Hatch />
      {(guide.learnt ?? facts.photo) !== undefined && <Ground {...facts} />}
      {shapes.map((id) => (
        <PartShape
          key={id}
          guide={guide}
          id={id}
          look={lookOf(id, marks)}
          isPictured={facts.photo !== undefined}
          onTap={onTap}
        />
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
      {onSpot && cursor && <Cross {...cursor} />}
      {near?.view === view && <Binds {...near} />}
      {spots.map(
        (spot, i) => spot?.view === view && <Spot key={i} x={spot.x} y={spot.y} number={i + 1} />,
      )}
      {children}
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

interface PartProps {
  readonly guide: Guide;
  readonly id: string;
}

/** Of a machine that is being learnt, all that is known at first: its size, and the picture of it. */
const Ground = ({ width, height, photo }: View) => (
  <>
    <rect
      width={width}
      height={height}
      rx={9}
      fill="var(--card)"
      stroke="var(--soft)"
      strokeDasharray="4 3"
      strokeWidth="0.8"
    />
    {photo !== undefined && (
      <image href={`/photos/${photo}`} width={width} height={height} preserveAspectRatio="none" />
    )}
  </>
);

/** A part; drawn anew only when it looks other than before, since each tick draws the bench. */
const PartShape = memo(function PartShape({
  guide,
  id,
  look,
  isPictured,
  onTap,
}: PartProps & {
  readonly look: Look;
  /** Drawn on a picture, which is not painted over. */
  readonly isPictured: boolean;
  readonly onTap: (id: string) => void;
}) {
  const { name, kind, shape, on } = guide.parts[id]!;
  const { stroke, width, dash } = look;
  const isPaper = on === undefined && look !== TOUCHED;
  const fill = isPictured ? "transparent" : isPaper ? "var(--paper)" : look.fill;
  const isShell = isOutside(guide, id);
  const drawn = { fill, stroke, strokeWidth: width, strokeDasharray: dash };
  const { outline } = shape!;
  return (
    <g data-part={id} style={{ cursor: "pointer" }} onClick={() => onTap(id)}>
      <title>{name}</title>
      {outline ? (
        <polygon points={outline.map(({ x, y }) => `${x},${y}`).join(" ")} {...drawn} />
      ) : (
        <rect
          x={shape!.x}
          y={shape!.y}
          width={shape!.w}
          height={shape!.h}
          rx={shape!.round ? Math.min(shape!.w, shape!.h) / 2 : isShell ? 9 : 2}
          {...drawn}
        />
      )}
      {look !== OUT && !isPictured && !outline && (
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

/** Where a click falls on the drawing, in its own millimetres. */
function spotOf(svg: SVGSVGElement, { clientX, clientY }: { clientX: number; clientY: number }) {
  const matrix = svg.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  return { x: Math.round(x), y: Math.round(y) };
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Where Enter would tap. */
const Cross = ({ x, y }: { x: number; y: number }) => (
  <path
    d={`M${x - 6} ${y}H${x + 6}M${x} ${y - 6}V${y + 6}`}
    stroke="var(--mat)"
    strokeWidth="1"
    data-cross="yes"
  />
);

/** A place that was tapped, with its number. */
const Spot = ({ x, y, number }: { x: number; y: number; number: number }) => (
  <g transform={`translate(${x} ${y})`} data-spot={number} pointerEvents="none">
    <circle r="5.5" fill="var(--mat)" />
    <text y="2.6" fontSize="7.5" fontWeight="700" textAnchor="middle" fill="var(--paper)">
      {number}
    </text>
  </g>
);

/** The mark where a part binds. */
function Binds({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`} data-near="yes">
      <circle r="8" fill="none" stroke="var(--stop)" strokeWidth="1.8" />
      <path d="M-12 0H12M0 -12V12" stroke="var(--stop)" strokeWidth="1.2" />
    </g>
  );
}
