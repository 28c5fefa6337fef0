import type { ReactNode } from "react";
import type { GuideJoint, JointKind } from "../../core/guide/index.ts";
import { JOINT_KIND_WORDS } from "../../core/words/index.ts";
import { ConnectorSign } from "./connector-sign.tsx";
import { ScrewToken } from "./screw-token.tsx";

/** Small side views of what is neither screw nor plug, over the same board line. */
const OTHERS: Readonly<Record<Exclude<JointKind, "screws" | "connector">, ReactNode>> = {
  clips: <path d="M22 12v16l6 6M22 20h8M56 12v16l-6 6M56 20h-8" />,
  adhesive: <path d="M18 20h46v8H18zM20 31h5M31 31h5M42 31h5M53 31h5" />,
  tape: <path d="M10 33l14-5h32l14 5M24 28v5M56 28v5" />,
  route: <path d="M6 30c12-10 16 4 26-2s20-8 44 0M30 34v-12h8M54 34v-12h8" />,
  seat: <path d="M20 34V24h10v6h20v-6h10v10M32 12h16v14H32z" />,
  latch: <path d="M22 34V18h12M34 12h20v12H40M48 24v10" />,
  rivets: (
    <path d="M24 16c0-8 16-8 16 0zM28 16v18M36 16v18M50 16c0-8 16-8 16 0zM54 16v18M62 16v18" />
  ),
  weld: <path d="M14 26h56M38 20l8 12M46 20l-8 12" />,
};

/** The sign of any joint, shut: the screw's token, the connector's drawing, or a side view. */
export function JointSign({
  joint,
  isOpen = false,
  width = 84,
}: {
  joint: GuideJoint;
  /** Plugs are drawn open, with the way of the pull. */
  isOpen?: boolean;
  width?: number;
}) {
  if (joint.kind === "screws") return <ScrewToken screw={joint} />;
  if (joint.kind === "connector") {
    return <ConnectorSign type={joint.type} open={isOpen} width={width} />;
  }
  return (
    <svg
      width={width}
      height={width / 2}
      viewBox="0 0 84 42"
      role="img"
      aria-label={JOINT_KIND_WORDS[joint.kind]}
    >
      <path d="M2 35h80" stroke="var(--mat)" strokeWidth="2.4" />
      <g fill="none" stroke="var(--ink)" strokeWidth="1.8" strokeLinejoin="round">
        {OTHERS[joint.kind]}
      </g>
    </svg>
  );
}
