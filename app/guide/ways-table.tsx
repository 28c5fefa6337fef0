import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { memo, type ReactNode } from "react";
import type { Guide } from "../../core/guide/index.ts";
import { bitsOf, type DownStep, type Plan, waysApart } from "../../core/plan/index.ts";
import { capital, stepWords } from "../../core/words/index.ts";
import { HIDDEN } from "../ui/hidden.ts";
import { Term } from "../ui/term.tsx";

const minutesOf = ({ work, handling }: Plan): string => (work + handling.minutes).toFixed(1);

const table = {
  borderCollapse: "collapse",
  fontSize: 16,
  "& td, & th": {
    textAlign: "right",
    py: 0.5,
    px: 1.5,
    borderTop: "1px solid var(--line)",
    fontWeight: 400,
  },
  "& th:first-of-type": { textAlign: "left", pl: 0 },
  "& thead th": { fontWeight: 700, borderTop: 0 },
} as const;

/** The two ways of a job side by side in figures, and what the one does that the other does not. */
export const WaysTable = memo(function WaysTable({
  guide,
  short,
  book,
}: {
  guide: Guide;
  short: Plan;
  book: Plan | undefined;
}) {
  const row = (name: ReactNode, of: (plan: Plan) => string | number) => (
    <tr>
      <th scope="row">{name}</th>
      <td className="mono">{of(short)}</td>
      {book && <td className="mono">{of(book)}</td>}
    </tr>
  );
  const apart = book && waysApart(short, book);
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", gap: 4, alignItems: "start" }}>
      <Box component="table" sx={table} aria-label="The two ways in figures">
        <thead>
          <tr>
            <th scope="col">
              <span style={HIDDEN}>What</span>
            </th>
            <th scope="col">Short way</th>
            {book && <th scope="col">By the book</th>}
          </tr>
        </thead>
        <tbody>
          {row("Minutes", minutesOf)}
          {row("Steps down", ({ down }) => down.length)}
          {row(<Term word="gate">Gates</Term>, ({ gates }) => gates.length)}
          {row("Bits and tools", (plan) => bitsOf(guide, plan.down).length)}
          {row("Bit changes", ({ handling }) => handling.changes)}
          {row("Turns of the machine", ({ handling }) => handling.turns)}
        </tbody>
      </Box>
      {apart && (
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h3" component="h2">
            What the book does otherwise
          </Typography>
          {apart.onlyFirst.length + apart.onlySecond.length + short.dropped.length === 0 ? (
            <Typography>Nothing: both ways are the same.</Typography>
          ) : (
            <>
              <Typography>
                {apart.more > 0.05
                  ? `It takes ${apart.more.toFixed(1)} minutes more.`
                  : "It takes no more time."}
              </Typography>
              <Only guide={guide} title="Only by the book" steps={apart.onlySecond} />
              <Only guide={guide} title="Only the short way" steps={apart.onlyFirst} />
              {short.dropped.map(({ first, then, why }) => (
                <Typography key={`${first} ${then}`} sx={{ color: "var(--soft)", mt: 0.5 }}>
                  {capital(why)}. The short way leaves this out.
                </Typography>
              ))}
            </>
          )}
        </Box>
      )}
    </Box>
  );
});

function Only({
  guide,
  title,
  steps,
}: {
  guide: Guide;
  title: string;
  steps: readonly DownStep[];
}) {
  if (steps.length === 0) return null;
  return (
    <Box sx={{ mt: 0.5 }}>
      <b>{title}</b>
      <Box component="ul" sx={{ my: 0.25, pl: 2.5 }}>
        {steps.map((step, i) => (
          <li key={i}>{stepWords(guide, step)}</li>
        ))}
      </Box>
    </Box>
  );
}
