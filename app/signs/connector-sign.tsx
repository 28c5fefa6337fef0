import type { ReactNode } from "react";
import type { ConnectorType } from "../../core/guide/index.ts";
import { CONNECTOR_WORDS } from "../../core/words/index.ts";

/** Side views over the board line at y = 34; [shut, open]. The open one shows the way of the pull. */
const DRAWINGS: Readonly<Record<ConnectorType, readonly [ReactNode, ReactNode]>> = {
  "zif-flip": [
    <g key="s">
      <path d="M22 34V24h22v10M22 24h22v-4H22z" />
      <path d="M44 30h28" strokeWidth="3" />
    </g>,
    <g key="o">
      <path d="M22 34V26h22v8M22 26l-5-15 4-1 6 15" />
      <path d="M52 30h24" strokeWidth="3" />
      <Arrow d="M54 20h20" />
    </g>,
  ],
  "zif-slide": [
    <g key="s">
      <path d="M20 34V22h20v12M40 23h7v10h-7" />
      <path d="M47 29h28" strokeWidth="3" />
    </g>,
    <g key="o">
      <path d="M20 34V22h20v12M44 23h7v10h-7" />
      <path d="M58 29h18" strokeWidth="3" />
      <Arrow d="M54 16h20" />
    </g>,
  ],
  "board-press": [
    <g key="s">
      <path d="M26 34v-6h28v6M22 28v-7h36v7z" />
    </g>,
    <g key="o">
      <path d="M26 34v-6h28v6M22 22l35-8 2 6-35 8z" />
      <Arrow d="M64 24V6" />
    </g>,
  ],
  "wire-plug": [
    <g key="s">
      <path d="M20 34V20h26v14M26 20v-4h14v4" />
      <path d="M46 24h26M46 27h26M46 30h26" />
    </g>,
    <g key="o">
      <path d="M16 34V20h16v14M38 23h16v10H38z" />
      <path d="M54 26h22M54 30h22" />
      <Arrow d="M42 14h24" />
    </g>,
  ],
  "coax-snap": [
    <g key="s">
      <path d="M32 34v-6h16v6M29 28a11 9 0 0 1 22 0z" />
      <path d="M51 25c10 0 12 3 22 3" strokeWidth="2.6" />
    </g>,
    <g key="o">
      <path d="M32 34v-5h16v5M29 19a11 9 0 0 1 22 0z" />
      <path d="M51 16c10 0 12 4 22 4" strokeWidth="2.6" />
      <Arrow d="M22 26V7" />
    </g>,
  ],
  "coax-bar": [
    <g key="s">
      <path d="M20 34V24h24v10M24 24c0-7 16-7 16 0" />
      <path d="M44 29h30" strokeWidth="4" />
    </g>,
    <g key="o">
      <path d="M20 34V24h24v10M44 25c14-1 14-15 3-16" />
      <path d="M54 30h22" strokeWidth="4" />
      <Arrow d="M58 20h18" />
    </g>,
  ],
  "latch-slide": [
    <g key="s">
      <path d="M14 34V24h22v10M36 34V22h30v12M33 24v-4h10v4" />
    </g>,
    <g key="o">
      <path d="M10 34V24h20v10M40 34V22h28v12M28 22l-6-9 6-3 6 9" />
      <Arrow d="M46 14h22" />
    </g>,
  ],
  "edge-slot": [
    <g key="s">
      <path d="M16 34V22h14v12" />
      <path d="M26 28h48" strokeWidth="4" />
    </g>,
    <g key="o">
      <path d="M16 34V22h14v12" />
      <path d="M33 27l40-14" strokeWidth="4" />
      <Arrow d="M46 32l22-8" />
    </g>,
  ],
  sata: [
    <g key="s">
      <path d="M12 34V20h26v14zM38 23h8v9h-8M46 20h22v14H46z" />
    </g>,
    <g key="o">
      <path d="M8 34V20h24v14zM32 23h7v9h-7M48 20h22v14H48z" />
      <Arrow d="M48 13h20" />
    </g>,
  ],
};

function Arrow({ d }: { d: string }) {
  return <path d={d} stroke="var(--copper)" strokeWidth="2.4" markerEnd="url(#pull)" />;
}

/** The sign of a connector: a side view of the type, shut or open with the arrow of the pull. */
export function ConnectorSign({
  type,
  open,
  width = 96,
}: {
  type: ConnectorType;
  open: boolean;
  width?: number;
}) {
  return (
    <svg
      width={width}
      height={width / 2}
      viewBox="0 0 84 42"
      role="img"
      aria-label={`${CONNECTOR_WORDS[type]}, ${open ? "open" : "shut"}`}
    >
      <defs>
        <marker id="pull" viewBox="0 0 8 8" refX="5" refY="4" markerWidth="3.6" orient="auto">
          <path d="M0 0l8 4-8 4z" fill="var(--copper)" />
        </marker>
      </defs>
      <path d="M2 35h80" stroke="var(--mat)" strokeWidth="2.4" />
      <g fill="none" stroke="var(--ink)" strokeWidth="1.6" strokeLinejoin="round">
        {DRAWINGS[type][open ? 1 : 0]}
      </g>
    </svg>
  );
}
