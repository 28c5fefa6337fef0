import Box from "@mui/material/Box";
import type { Lot } from "../../../core/bench/index.ts";
import { capital, jointWord, type NamedGuide } from "../../../core/words/index.ts";

const WHY = {
  "missing-at-intake": "missing at intake",
  stuck: "stuck",
  lost: "lost",
  found: "found",
} as const;

/** Lot by lot: in the guide, out, back in, and why they differ. */
export function Tally({ guide, lots }: { guide: NamedGuide; lots: readonly Lot[] }) {
  return (
    <Box
      component="table"
      sx={{
        fontSize: 17,
        borderCollapse: "collapse",
        "& td, & th": { py: 0.4, px: 1, textAlign: "right", borderTop: "1px solid var(--line)" },
        justifySelf: "start",
        "& td:first-of-type, & th:first-of-type, & td:last-of-type": { textAlign: "left" },
      }}
    >
      <thead>
        <tr>
          <th>Lot</th>
          <th>guide</th>
          <th>out</th>
          <th>in</th>
          <th>Why</th>
        </tr>
      </thead>
      <tbody>
        {lots.map((lot) => (
          <tr key={lot.joint}>
            <td>{capital(jointWord(guide, lot.joint))}</td>
            <td className="mono">{lot.expected}</td>
            <td className="mono">{lot.out}</td>
            <td className="mono">{lot.in ?? "·"}</td>
            <td>
              {[lot.outDiffers, lot.inDiffers]
                .flatMap((differs) => (differs ? [WHY[differs.reason]] : []))
                .join(", ")}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
