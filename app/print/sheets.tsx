import Box from "@mui/material/Box";
import { Fragment } from "react";
import type { TrayPlan } from "../../core/bench/index.ts";
import { goesIntoBag, type ScrewsJoint } from "../../core/guide/index.ts";
import type { DownStep } from "../../core/plan/index.ts";
import { capital, jointWord, mixUpWords, partWord } from "../../core/words/index.ts";
import { MirrorMarks } from "../bench/tray/mirror.tsx";
import { ScrewToken } from "../signs/screw-token.tsx";
import { Sheet, type SheetHead } from "./sheet.tsx";
import { tilesOf } from "./tiles.ts";

/** The mirror at true size: each view on as many sheets as it takes. */
export function MirrorSheets({
  guide,
  title,
  barcode,
  lots,
}: SheetHead & { lots: readonly string[] }) {
  const wanted = new Set(lots);
  const views = Object.keys(guide.views).filter((view) =>
    lots.some((id) => guide.joints[id]!.at?.some((point) => point.view === view)),
  );
  return views.map((view) => {
    const facts = guide.views[view]!;
    const tiles = tilesOf(facts.width, facts.height);
    return (
      <Fragment key={view}>
        {tiles.map((tile, i) => (
          <Sheet
            key={i}
            barcode={barcode}
            title={`${title} · ${facts.name}, sheet ${i + 1} of ${tiles.length}`}
          >
            <svg
              width={`${tile.width}mm`}
              height={`${tile.height}mm`}
              viewBox={`${tile.x} ${tile.y} ${tile.width} ${tile.height}`}
              data-sheet={view}
            >
              <rect
                width={facts.width}
                height={facts.height}
                fill="none"
                stroke="#000"
                strokeWidth="0.4"
                strokeDasharray="3 2"
              />
              <MirrorMarks guide={guide} view={view} lots={wanted} />
            </svg>
          </Sheet>
        ))}
      </Fragment>
    );
  });
}

/** The tray, cell by cell, as labels to lie beside it. */
export function CellSheet({ guide, title, barcode, tray }: SheetHead & { tray: TrayPlan }) {
  const { rows, columns } = tray.grid;
  return (
    <Sheet title={title} barcode={barcode}>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: `repeat(${columns}, 1fr)`,
          borderTop: "0.4mm solid #000",
          borderLeft: "0.4mm solid #000",
        }}
      >
        {Array.from({ length: rows * columns }, (_, c) => (
          <Box
            key={c}
            sx={{
              minHeight: "26mm",
              p: "1mm",
              borderRight: "0.4mm solid #000",
              borderBottom: "0.4mm solid #000",
              fontSize: 11,
            }}
          >
            <b>{c + 1}</b>
            {[...tray.cells]
              .filter(([, cell]) => cell === c + 1)
              .map(([id]) => (
                <div key={id}>
                  <ScrewToken screw={guide.joints[id] as ScrewsJoint} />
                  <div>
                    {capital(jointWord(guide, id))} ×{(guide.joints[id] as ScrewsJoint).count}
                  </div>
                </div>
              ))}
          </Box>
        ))}
      </Box>
      {tray.shared.map(({ cell, risk }) => (
        <p key={`${cell}${mixUpWords(risk)}`}>
          Cell {cell} is shared: {mixUpWords(risk)}.
        </p>
      ))}
    </Sheet>
  );
}

/** Labels for the shielding bags of a job: what is in, whose it is, and the screws that belong to it. */
export function BagLabels({
  guide,
  title,
  barcode,
  down,
}: SheetHead & { down: readonly DownStep[] }) {
  const opened = new Set(down.flatMap((step) => (step.do === "release" ? [step.joint] : [])));
  const out = down.flatMap((step) => (step.do === "lift" ? step.parts : []));
  const bagged = [...new Set(out)].filter((id) => goesIntoBag(guide.parts[id]!));
  const lotsAt = (part: string): readonly string[] =>
    Object.entries(guide.joints).flatMap(([id, joint]) =>
      joint.kind === "screws" && joint.joins[0] === part && opened.has(id) ? [id] : [],
    );
  if (bagged.length === 0) {
    return <p style={{ textAlign: "center" }}>Nothing in this job goes into a shielding bag.</p>;
  }
  return (
    <Sheet title={title} barcode={barcode}>
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: "4mm", fontSize: 12 }}>
        {bagged.map((id) => (
          <Box
            key={id}
            data-bag={id}
            sx={{ border: "0.4mm solid #000", p: "3mm", minHeight: "34mm" }}
          >
            <Box sx={{ fontSize: 17, fontWeight: 700 }}>{capital(partWord(guide, id))}</Box>
            <div>{title}</div>
            <div className="mono">{(guide.parts[id]!.codes ?? []).join(", ")}</div>
            {lotsAt(id).map((lot) => (
              <div key={lot}>
                {capital(jointWord(guide, lot))} ×{(guide.joints[lot] as ScrewsJoint).count}
              </div>
            ))}
          </Box>
        ))}
      </Box>
    </Sheet>
  );
}

/** Labels for the cells of the tray, or the bags the screws go in: whose they are, which, how many. */
export function CellLabels({ guide, title, barcode, tray }: SheetHead & { tray: TrayPlan }) {
  const cells = [...tray.cells].sort(([, a], [, b]) => a - b);
  return (
    <Sheet title={title} barcode={barcode} isLong>
      <Box
        sx={{ display: "grid", gridTemplateColumns: "repeat(3, 1fr)", gap: "3mm", fontSize: 12 }}
      >
        {cells.map(([id, cell]) => {
          const screws = guide.joints[id] as ScrewsJoint;
          return (
            <Box key={id} data-cell-label={cell} sx={{ border: "0.4mm solid #000", p: "2mm" }}>
              <Box sx={{ display: "flex", justifyContent: "space-between", alignItems: "center" }}>
                <Box component="b" sx={{ fontSize: 20 }}>
                  {cell}
                </Box>
                <img src={barcode} alt="" style={{ height: "9mm" }} />
              </Box>
              <div>{capital(jointWord(guide, id))}</div>
              <div>
                <ScrewToken screw={screws} /> ×{screws.count}
              </div>
              <div>{title}</div>
            </Box>
          );
        })}
      </Box>
    </Sheet>
  );
}
