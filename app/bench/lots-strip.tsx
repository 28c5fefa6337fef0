import { memo } from "react";
import Box from "@mui/material/Box";
import type { Lot } from "../../core/bench/index.ts";
import { jointWord, type Guide, type ScrewsJoint } from "../../core/guide/index.ts";
import { ScrewToken } from "../signs/screw-token.tsx";
import { useInView } from "./use-in-view.ts";

/** What lies in the tray: lot by lot with its cell; the lot of this step is lit. */
export const LotsStrip = memo(function LotsStrip({
  guide,
  lots,
  lit,
}: {
  guide: Guide;
  lots: readonly Lot[];
  lit: string | undefined;
}) {
  const lying = lots.filter(
    ({ in: back, joint }) =>
      back === undefined && (guide.joints[joint] as ScrewsJoint).captive !== true,
  );
  if (lying.length === 0) {
    return (
      <Box sx={{ flex: 1, px: 2, color: "var(--soft)", fontSize: 16 }}>The tray is empty.</Box>
    );
  }
  return (
    <Box
      aria-label="In the tray"
      sx={{
        display: "flex",
        flex: 1,
        minWidth: 0,
        gap: 1,
        px: 2,
        overflowX: "auto",
        alignItems: "center",
      }}
    >
      {lying.map((lot) => (
        <Lying key={lot.joint} guide={guide} lot={lot} isLit={lot.joint === lit} />
      ))}
    </Box>
  );
});

/** A mark for each place that is no cell. */
const PLACE: Readonly<Record<Lot["lies"], string>> = {
  cells: "?",
  mirror: "sheet",
  "with-part": "part",
  parked: "hole",
};

/** One lot; drawn anew only when it changes, since a long job has twenty and each tick draws the bench. */
const Lying = memo(function Lying({
  guide,
  lot,
  isLit,
}: {
  guide: Guide;
  lot: Lot;
  isLit: boolean;
}) {
  const seen = useInView<HTMLDivElement>(isLit);
  return (
    <div
      ref={seen}
      title={jointWord(guide, lot.joint)}
      style={{
        display: "flex",
        alignItems: "center",
        gap: 6,
        flex: "none",
        padding: "0 8px",
        border: `2px solid var(--${isLit ? "copper" : "line"})`,
        background: `var(--${isLit ? "copperWash" : "card"})`,
        borderRadius: 6,
      }}
    >
      <span className="mono" style={{ fontSize: isLit ? 24 : 17, fontWeight: 700 }}>
        {lot.cell ?? PLACE[lot.lies]}
      </span>
      <ScrewToken screw={guide.joints[lot.joint] as ScrewsJoint} />
      <span className="mono" style={{ fontSize: 17 }}>
        × {lot.out}
      </span>
    </div>
  );
});
