import { memo } from "react";
import type { Lot } from "../../../core/bench/index.ts";
import type { Guide, ScrewsJoint } from "../../../core/guide/index.ts";
import { jointWord } from "../../../core/words/index.ts";
import { ScrewToken } from "../../signs/screw-token.tsx";
import { useInView } from "../screen/use-in-view.ts";

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
    return <div className="lots say-small soft">The tray is empty.</div>;
  }
  return (
    <div role="group" aria-label="In the tray" className="lots" tabIndex={0}>
      {lying.map((lot) => (
        <Lying key={lot.joint} guide={guide} lot={lot} isLit={lot.joint === lit} />
      ))}
    </div>
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
    <div ref={seen} title={jointWord(guide, lot.joint)} className={isLit ? "lot is-lit" : "lot"}>
      <span className="lot-place mono">{lot.cell ?? PLACE[lot.lies]}</span>
      <ScrewToken screw={guide.joints[lot.joint] as ScrewsJoint} />
      <span className="mono">× {lot.out}</span>
    </div>
  );
});
