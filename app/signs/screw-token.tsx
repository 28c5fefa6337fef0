import type { ReactNode } from "react";
import { MONO } from "../ui/theme.ts";

/** CSS pixels of a millimetre at 96 to the inch: the bar is as long as the screw. */
const PX_PER_MM = 96 / 25.4;

export interface ScrewFacts {
  readonly drive: string;
  readonly length: number;
  readonly head?: string | undefined;
  readonly finish?: string | undefined;
}

/** Light to dark copper with length: 2 mm and less is lightest, 9 mm and more darkest. */
export function copperOf(length: number): string {
  const t = Math.min(1, Math.max(0, (length - 2) / 7));
  return `hsl(22 ${Math.round(56 + 6 * t)}% ${Math.round(66 - 36 * t)}%)`;
}

const star = (points: number, outer: number, inner: number): string =>
  Array.from({ length: points * 2 }, (_, i) => {
    const r = i % 2 === 0 ? outer : inner;
    const a = (Math.PI * i) / points - Math.PI / 2;
    return `${(r * Math.cos(a)).toFixed(2)},${(r * Math.sin(a)).toFixed(2)}`;
  }).join(" ");

function recess(drive: string): ReactNode {
  const ink = { fill: "var(--paper)", stroke: "none" };
  if (/^(PH|PZ|JIS)/i.test(drive)) {
    return <path d="M-5-1.3h3.7V-5h2.6v3.7H5v2.6H1.3V5h-2.6V1.3H-5z" {...ink} />;
  }
  if (/^P\d|five/i.test(drive)) return <polygon points={star(5, 5.4, 3)} {...ink} />;
  if (/^T\d|six/i.test(drive)) return <polygon points={star(6, 5.4, 3.4)} {...ink} />;
  if (/hex/i.test(drive)) {
    return <polygon points={star(3, 5.4, 5.4)} {...ink} />;
  }
  return <rect x="-5.4" y="-1.2" width="10.8" height="2.4" {...ink} />;
}

/** The head of a screw from above; the circle is 20 units wide around 0, 0. */
export function ScrewHead({ drive, length, head, finish }: ScrewFacts) {
  const copper = copperOf(length);
  return (
    <g>
      {/washer|flange/i.test(head ?? "") && (
        <circle r="12.4" fill="none" stroke={copper} strokeWidth="1.6" />
      )}
      <circle r="10" fill={copper} stroke="var(--ink)" strokeWidth="0.8" />
      {recess(drive)}
      {/black/i.test(finish ?? "") && <path d="M-3.4-10.6h6.8L0-5.6z" fill="var(--ink)" />}
    </g>
  );
}

/** A screw lot wherever it is named: head, a bar as long as the screw, its length in figures. */
export function ScrewToken({ screw, label }: { screw: ScrewFacts; label?: string }) {
  const bar = screw.length * PX_PER_MM;
  // A figure of the mono face is 0.6 of its size wide.
  const width = Math.ceil(30 + bar + 8 + `${screw.length} mm`.length * 15 * 0.62);
  const words = label ?? `${screw.drive} screw, ${screw.length} millimetres`;
  return (
    <svg width={width} height="28" viewBox={`0 -14 ${width} 28`} role="img" aria-label={words}>
      <g transform="translate(14 0)">
        <ScrewHead {...screw} />
      </g>
      <rect
        x="29"
        y="-3"
        width={bar}
        height="6"
        rx="1.5"
        fill={copperOf(screw.length)}
        stroke="var(--ink)"
        strokeWidth="0.6"
      />
      <text
        x={29 + bar + 6}
        y="5"
        fontFamily={MONO}
        fontSize="15"
        fill="var(--ink)"
      >{`${screw.length} mm`}</text>
    </svg>
  );
}
