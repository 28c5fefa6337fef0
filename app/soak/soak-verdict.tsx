import type { SoakFacts, SoakVerdict } from "../../core/soak/index.ts";
import { CAUSE_WORDS, faultWords, verdictWords } from "../../core/words/index.ts";
import Box from "@mui/material/Box";
import { HIDDEN } from "../ui/hidden.ts";

/** Within the limits, or what is wrong, and where to look. */
export function Verdict({ verdict }: { verdict: SoakVerdict }) {
  if (verdict.state !== "bad") {
    const isGood = verdict.state === "good";
    return (
      <Box
        role="region"
        aria-label="Verdict"
        sx={{
          border: `2px solid var(${isGood ? "--good" : "--caution"})`,
          borderRadius: "6px",
          p: 1.5,
          fontSize: 18,
        }}
      >
        <b style={{ color: isGood ? "var(--good)" : "var(--ink)" }}>
          {isGood && "✓ "}
          {verdictWords(verdict)}
        </b>
      </Box>
    );
  }
  return (
    <Box
      role="region"
      aria-label="Verdict"
      sx={{
        border: "2px solid var(--stop)",
        borderRadius: "6px",
        p: 1.5,
        fontSize: 18,
        display: "grid",
        gap: 1,
      }}
    >
      {verdict.faults.map((fault) => (
        <Box key={fault.what}>
          <b>✗ {faultWords(fault)}</b>
          <Box component="ol" sx={{ m: 0, pl: 2.5, fontSize: 17 }}>
            {fault.causes.map((cause) => (
              <li key={cause}>{CAUSE_WORDS[cause]}</li>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Before and after, figure by figure. */
export function SoakTable({
  before,
  after,
}: {
  before: SoakFacts | undefined;
  after: SoakFacts | undefined;
}) {
  const row = (name: string, of: (facts: SoakFacts) => string) => (
    <tr>
      <td>{name}</td>
      <td className="mono">{before ? of(before) : "–"}</td>
      <td className="mono">{after ? of(after) : "–"}</td>
    </tr>
  );
  return (
    <Box
      component="table"
      sx={{
        fontSize: 17,
        borderCollapse: "collapse",
        "& td, & th": { textAlign: "left", pr: 4, py: 0.25, borderTop: "1px solid var(--line)" },
      }}
    >
      <thead>
        <tr>
          <th>
            <span style={HIDDEN}>What</span>
          </th>
          <th>before</th>
          <th>after</th>
        </tr>
      </thead>
      <tbody>
        {row("rise per watt, °C/W", ({ perWatt }) => perWatt.toFixed(2))}
        {row("hottest, °C", ({ hottest }) => hottest.toFixed(1))}
        {row("fan, rpm", ({ fanRpm }) => String(Math.round(fanRpm)))}
        {row("power, W", ({ watts }) => watts.toFixed(1))}
        {row("memory errors", ({ memoryErrors }) => String(memoryErrors))}
      </tbody>
    </Box>
  );
}
