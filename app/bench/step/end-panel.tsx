import Box from "@mui/material/Box";
import { type BenchState, expectedLeft, type Lot } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { capital, jointWord, type NamedGuide } from "../../../core/words/index.ts";
import { BenchField } from "../screen/bench-field.tsx";
import { StepLine } from "../screen/panel.tsx";

export interface Ending {
  readonly left: number | undefined;
  readonly explained: string;
}

/** The end of the build-up: the count must come out at zero, or be explained. */
export function EndPanel({
  guide,
  state,
  ending,
  setEnding,
  onDone,
}: {
  guide: Guide;
  state: BenchState;
  ending: Ending;
  setEnding: (ending: Ending) => void;
  onDone: () => void;
}) {
  const expected = expectedLeft(state);
  const over = ending.left === undefined ? 0 : ending.left - expected;
  return (
    <Box sx={{ display: "grid", gap: 1.5, alignContent: "start" }}>
      <StepLine>Count what lies on the mat</StepLine>
      <Box component="label" sx={{ display: "flex", gap: 1.5, alignItems: "center", fontSize: 20 }}>
        <BenchField
          label="Screws left over on the bench"
          type="number"
          autoFocus
          onKeyDown={(event) => event.key === "Enter" && onDone()}
          inputProps={{ min: 0, max: 200 }}
          value={ending.left ?? ""}
          onChange={(event) =>
            setEnding({
              ...ending,
              left: event.target.value === "" ? undefined : Number(event.target.value),
            })
          }
          width={300}
        />
      </Box>
      <Box sx={{ fontSize: 18, fontWeight: over === 0 ? 400 : 700 }} role="status">
        {ending.left !== undefined && verdict(over)}
      </Box>
      {over !== 0 && (
        <BenchField
          multiline
          label="What happened"
          rows={2}
          value={ending.explained}
          onChange={(event) => setEnding({ ...ending, explained: event.target.value })}
        />
      )}
      <Tally guide={guide} lots={[...state.lots.values()]} />
    </Box>
  );
}

function verdict(over: number): string {
  if (over === 0) return "The count comes out at zero.";
  return `${Math.abs(over)} ${over > 0 ? "over" : "short"} by the ledger. Find it, or write down what happened.`;
}

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
