import type { Pattern, Pressed, Put, Seat } from "../../core/practice/index.ts";

/** Around the outermost screw, mm. */
const EDGE = 5;

/** The die and the screws over it, true to scale; the paste as it was put on, or what has become of it. */
export function DieDrawing({
  seat,
  pattern,
  put,
  pressed,
  left,
  turn,
}: {
  seat: Seat;
  pattern: Pattern;
  put: Put;
  pressed: Pressed | undefined;
  /** Turns that each screw has left. */
  left: readonly number[];
  turn: ((screw: number) => void) | undefined;
}) {
  const { die, screws } = seat;
  const isTight = (screw: number): boolean => left[screw] === 0 || pressed !== undefined;
  const halfWide = Math.max(die.width / 2, ...screws.map(({ x }) => Math.abs(x))) + EDGE;
  const halfHigh = Math.max(die.height / 2, ...screws.map(({ y }) => Math.abs(y))) + EDGE;
  const box = { x: -die.width / 2, y: -die.height / 2, width: die.width, height: die.height };
  return (
    <svg
      width="100%"
      height="100%"
      viewBox={`${-halfWide} ${-halfHigh} ${2 * halfWide} ${2 * halfHigh}`}
      role="img"
      aria-label={pressed ? "What the paste covers" : "The die, the paste and the screws"}
    >
      <rect {...box} fill="var(--card)" />
      {pressed ? (
        <Thickness seat={seat} pressed={pressed} />
      ) : (
        <Fresh die={die} pattern={pattern} put={put} />
      )}
      <rect {...box} fill="none" stroke="var(--ink)" strokeWidth="0.25" />
      {screws.map(({ x, y }, i) => (
        <g
          key={i}
          transform={`translate(${x} ${y})`}
          onClick={turn && (() => turn(i))}
          style={{ cursor: turn ? "pointer" : "default" }}
          data-screw={i + 1}
        >
          <circle r="3" fill="transparent" />
          <circle
            r="1.7"
            fill={isTight(i) ? "var(--copper)" : "var(--paper)"}
            stroke="var(--ink)"
            strokeWidth="0.25"
          />
          <text
            y="0.75"
            textAnchor="middle"
            fontSize="2"
            fontWeight="700"
            fill={isTight(i) ? "var(--paper)" : "var(--ink)"}
          >
            {i + 1}
          </text>
          {!pressed && (
            <text y="4.2" textAnchor="middle" fontSize="1.7" fill="var(--ink)">
              {left[i] === 0 ? "tight" : `${left[i]} left`}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}

/** Thin is light, thick is dark; where there is none the die is hatched by its own bare ground. */
function Thickness({ seat: { die, bond }, pressed }: { seat: Seat; pressed: Pressed }) {
  const { columns, rows, thickness } = pressed;
  const [w, h] = [die.width / columns, die.height / rows];
  const least = bond * 1000;
  return (
    <g stroke="none">
      {thickness.map((micrometres, i) =>
        micrometres === 0 ? (
          <path
            key={i}
            d={`M${-die.width / 2 + (i % columns) * w} ${-die.height / 2 + (Math.floor(i / columns) + 1) * h}l${w} ${-h}`}
            stroke="var(--stop)"
            strokeWidth="0.12"
          />
        ) : (
          <rect
            key={i}
            x={-die.width / 2 + (i % columns) * w}
            y={-die.height / 2 + Math.floor(i / columns) * h}
            width={w * 1.02}
            height={h * 1.02}
            fill="var(--mat)"
            opacity={Math.min(1, 0.35 + 0.3 * Math.max(0, micrometres / least - 1))}
          />
        ),
      )}
    </g>
  );
}

/** As it is put on: a dot or a bead a millimetre high, or spread over all of it. */
function Fresh({
  die,
  pattern,
  put: { volume, x, y },
}: {
  die: Seat["die"];
  pattern: Pattern;
  put: Put;
}) {
  const paste = { fill: "var(--mat)", opacity: 0.7 };
  if (pattern === "dot") return <circle cx={x} cy={y} r={Math.sqrt(volume / Math.PI)} {...paste} />;
  if (pattern === "spread") {
    const [w, h] = [die.width, die.height];
    return <rect x={-w / 2} y={-h / 2} width={w} height={h} fill="var(--mat)" opacity={0.4} />;
  }
  const [along, across] = [volume / 2, 2];
  const [w, h] = die.width >= die.height ? [along, across] : [across, along];
  return <rect x={x - w / 2} y={y - h / 2} width={w} height={h} {...paste} />;
}
