import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import type { Finding, Guide } from "../../core/guide/index.ts";
import { Findings } from "./findings.tsx";

/** What `check` asks about a guide now, and what its author has answered. */
export function CheckView({ guide }: { guide: Guide }) {
  const findings = useCheck(guide);
  const answers = Object.entries(guide.answers ?? {});
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Typography role="status" sx={{ fontWeight: 700 }}>
        {findings === undefined ? "Checking" : verdict(findings)}
      </Typography>
      {findings && findings.length > 0 && <Findings findings={findings} />}
      <Typography variant="h2" sx={{ mt: 2 }}>
        Answered by the author
      </Typography>
      {answers.length === 0 && <Typography>Nothing had to be answered.</Typography>}
      {answers.map(([path, text]) => (
        <Box key={path} sx={{ borderTop: "1px solid var(--line)", py: 0.75 }}>
          <span className="mono">{path}</span>
          <div>{text}</div>
        </Box>
      ))}
    </Box>
  );
}

const verdict = (findings: readonly Finding[]): string =>
  findings.length === 0
    ? "The check finds no error and no question that is not answered."
    : `${findings.length} to look at`;

function useCheck(guide: Guide): readonly Finding[] | undefined {
  const [findings, setFindings] = useState<readonly Finding[]>();
  useEffect(() => {
    setFindings(undefined);
    const worker = new Worker(new URL("./check-worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<readonly Finding[]>) => setFindings(data);
    worker.postMessage(guide);
    return () => worker.terminate();
  }, [guide]);
  return findings;
}
