import Box from "@mui/material/Box";
import { stopById } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { Plan, Step } from "../../core/plan/index.ts";
import {
  careLines,
  jointWord,
  stepWords,
  stopAsk,
  toolWords,
  wordList,
} from "../../core/words/index.ts";
import { Sheet, type SheetHead } from "./sheet.tsx";

/** The whole job on paper, to be ticked off by hand where no screen can stand: down, gates, up. */
export function JobSheet({
  guide,
  title,
  barcode,
  fault,
  plan,
}: SheetHead & {
  fault: string;
  plan: Pick<Plan, "down" | "up" | "gates">;
}) {
  const gates = new Map(plan.gates.map(({ before, joints }) => [before, joints]));
  return (
    <Sheet title={title} barcode={barcode} isLong>
      <Box sx={{ fontSize: 13, mb: "3mm" }}>{fault}</Box>
      <Box sx={{ border: "0.4mm solid #000", p: "2mm", mb: "3mm", fontSize: 13 }}>
        {STOPS.flatMap((id) => stopById(guide, id) ?? []).map((stop) => (
          <div key={stop.id}>☐ {stopAsk(guide, stop)}</div>
        ))}
        <div>
          A swollen, dented, warm or sweet-smelling pack stops the job. Stops and counts are kept at
          the bench; this paper does not ask for all of them.
        </div>
      </Box>
      <Half title="Strip-down" guide={guide} steps={plan.down} gates={NO_GATES} />
      <Half title="Build-up" guide={guide} steps={plan.up} gates={gates} />
      <Box sx={{ fontSize: 13, mt: "4mm" }}>
        Screws left over: ________ &nbsp; By: ____________________ &nbsp; Day: ____________
      </Box>
    </Sheet>
  );
}

/** Whether another bit is taken up than for the screws before: the bit is warned of once, not at every lot. */
function isNewBit(guide: Guide, steps: readonly Step[], i: number): boolean {
  const bits = steps.slice(0, i + 1).flatMap((step) => toolWords(guide, step) ?? []);
  return bits.at(-1) !== bits.at(-2);
}

/** The stops that every strip-down has; the others depend on what is found. */
const STOPS = ["begin", "drain"];

const NO_GATES: ReadonlyMap<number, readonly string[]> = new Map();

function Half({
  title,
  guide,
  steps,
  gates,
}: {
  title: string;
  guide: Guide;
  steps: readonly Step[];
  gates: ReadonlyMap<number, readonly string[]>;
}) {
  return (
    <Box component="section" sx={{ mb: "4mm" }}>
      <Box component="h2" sx={{ fontSize: 16, m: 0, mb: "1mm" }}>
        {title}
      </Box>
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none", columnCount: 2, columnGap: "8mm" }}>
        {steps.map((step, i) => (
          <Box component="li" key={i} sx={{ breakInside: "avoid", fontSize: 12, py: "0.6mm" }}>
            {gates.has(i) && (
              <Box sx={{ border: "0.4mm solid #000", p: "1mm", my: "1mm", fontWeight: 700 }}>
                Gate. Look at each:{" "}
                {gates.get(i)!.map((joint) => (
                  <span key={joint}>☐ {jointWord(guide, joint)} </span>
                ))}
              </Box>
            )}
            <b>
              ☐ {i + 1}. {stepWords(guide, step)}
            </b>
            <Box component="span" sx={{ color: "#333" }}>
              {" "}
              {wordList([toolWords(guide, step) ?? "by hand"])}
            </Box>
            {careLines(guide, step, { isNewBit: isNewBit(guide, steps, i), tied: [] })
              .slice(0, 1)
              .map((line) => (
                <Box key={line}>⚠ {line}</Box>
              ))}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
