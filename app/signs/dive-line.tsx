import { memo } from "react";
import { diveFromText, type Dive } from "../../core/plan/index.ts";

const W = 1000;
const H = 100;
const TOP = 14;
const BOTTOM = 88;

interface Drawn {
  readonly x: number;
  readonly y: number;
}

function place(dive: Dive): readonly Drawn[] {
  const last = Math.max(1, dive.points.length - 1);
  const deepest = Math.max(1, dive.deepest);
  return dive.points.map(({ depth }, i) => ({
    x: (W * i) / last,
    y: TOP + ((BOTTOM - TOP) * depth) / deepest,
  }));
}

const line = (spots: readonly Drawn[]): string =>
  spots.map(({ x, y }, i) => (i === 0 ? `M${x} ${y}` : `H${x}V${y}`)).join("");

/**
 * The job as one line: down through the strip-down, copper at the bottom where the swap is, up
 * through the build-up. Solid is done, thin is to come; a bar across the climb is a gate, the dot
 * is where you are. Fills the width it is given.
 */
export const DiveLine = memo(function DiveLine({
  dive,
  height = 84,
  label,
}: {
  dive: Dive;
  height?: number;
  label: string;
}) {
  const spots = place(dive);
  const swap = dive.points.findIndex(({ kind }) => kind === "swap");
  const here = spots[dive.here] ?? { x: 0, y: TOP };
  const gates = dive.points.flatMap((point, i) => (point.gate ? [i] : []));
  const bottom = spots.slice(Math.max(0, swap - 1), swap + 2);
  return (
    <div style={{ position: "relative", height }} role="img" aria-label={label}>
      <svg width="100%" height={height} viewBox={`0 0 ${W} ${H}`} preserveAspectRatio="none">
        <g fill="none" vectorEffect="non-scaling-stroke">
          <path
            d={line(spots)}
            stroke="var(--soft)"
            strokeWidth="1.2"
            vectorEffect="non-scaling-stroke"
          />
          <path
            d={line(bottom)}
            stroke="var(--copper)"
            strokeWidth={dive.here >= swap ? 5 : 3}
            vectorEffect="non-scaling-stroke"
          />
          <path
            d={line(spots.slice(0, dive.here + 1))}
            stroke="var(--mat)"
            strokeWidth="4"
            vectorEffect="non-scaling-stroke"
          />
          {gates.map((i) => {
            const x = (spots[i]!.x + spots[i - 1]!.x) / 2;
            const y = spots[i - 1]!.y;
            return (
              <path
                key={i}
                d={`M${x} ${Math.max(2, y - 13)}V${Math.min(H - 2, y + 13)}`}
                stroke={dive.points[i]!.done ? "var(--mat)" : "var(--ink)"}
                strokeWidth="3"
                vectorEffect="non-scaling-stroke"
              />
            );
          })}
        </g>
      </svg>
      <span
        style={{
          position: "absolute",
          left: `clamp(7px, ${(100 * here.x) / W}%, calc(100% - 7px))`,
          top: `${here.y}%`,
          width: height > 40 ? 16 : 8,
          height: height > 40 ? 16 : 8,
          borderRadius: "50%",
          background: "var(--ink)",
          border: height > 40 ? "2px solid var(--card)" : 0,
          transform: "translate(-50%, -50%)",
        }}
      />
    </div>
  );
});

/** The dive line, from its short text, as a 120 × 28 mark for lists. */
export function DiveGlyph({ dive: text }: { dive: string }) {
  const dive = diveFromText(text);
  const label = `${dive.deepest} lifts deep`;
  return (
    <div style={{ width: 120, flex: "none" }}>
      <DiveLine dive={dive} height={28} label={label} />
    </div>
  );
}
