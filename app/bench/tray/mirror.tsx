import Box from "@mui/material/Box";
import type { Guide, ScrewsJoint } from "../../../core/guide/index.ts";
import { MONO } from "../../ui/theme.ts";
import { copperOf, ScrewHead } from "../../signs/screw-token.tsx";

/** Lots drawn where they sat, in millimetres of one view: the head, and the length beside it. */
export function MirrorMarks({
  guide,
  view,
  lots,
  lit,
}: {
  guide: Guide;
  view: string;
  lots: ReadonlySet<string>;
  lit?: string | undefined;
}) {
  return Object.entries(guide.joints)
    .filter(([id, joint]) => joint.kind === "screws" && lots.has(id))
    .map(([id, joint]) => (
      <g key={id} data-lot={id}>
        {joint.at
          ?.filter((point) => point.view === view)
          .map(({ x, y }, i) => (
            <g key={i} transform={`translate(${x} ${y})`}>
              {id === lit && (
                <circle r="8" fill="var(--copperWash)" stroke="var(--copper)" strokeWidth="1.5" />
              )}
              <Mark screw={joint as ScrewsJoint} />
            </g>
          ))}
      </g>
    ));
}

function Mark({ screw }: { screw: ScrewsJoint }) {
  return (
    <>
      <g transform="scale(0.5)">
        <ScrewHead {...screw} />
      </g>
      <path d={`M6.5 1.2h${screw.length}`} stroke={copperOf(screw.length)} strokeWidth="2.2" />
      <text x="6.5" y="-0.8" fontFamily={MONO} fontSize="6" fontWeight="700" fill="var(--ink)">
        {screw.length}
      </text>
    </>
  );
}

/** The mirror on the screen: the outline of the machine in this view, and what lies on the sheet. */
export function MirrorDrawing({
  guide,
  view,
  lots,
  lit,
}: {
  guide: Guide;
  view: string;
  lots: ReadonlySet<string>;
  lit: string | undefined;
}) {
  const facts = guide.views[view]!;
  return (
    <Box>
      <Box sx={{ fontSize: 16, color: "var(--soft)" }}>{facts.name}: lay them where they sat</Box>
      <svg
        viewBox={`-2 -2 ${facts.width + 4} ${facts.height + 4}`}
        style={{ width: "100%", maxHeight: 420 }}
        role="group"
        aria-label="Mirror"
      >
        <rect
          width={facts.width}
          height={facts.height}
          rx="4"
          fill="var(--card)"
          stroke="var(--soft)"
        />
        <MirrorMarks guide={guide} view={view} lots={lots} lit={lit} />
      </svg>
    </Box>
  );
}
