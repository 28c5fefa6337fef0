import Box from "@mui/material/Box";
import { type BenchState, expectedLeft } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { BenchField } from "../screen/bench-field.tsx";
import { StepLine } from "../screen/panel.tsx";
import { Tally } from "./tally.tsx";

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
