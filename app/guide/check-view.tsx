import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Remote } from "comlink";
import type { Finding, Guide } from "../../core/guide/index.ts";
import type { CheckWorker } from "../workers/check-worker.ts";
import { useWorker } from "../workers/use-worker.ts";
import { Findings } from "./findings.tsx";

/** What `check` asks about a guide now, and what its author has answered. */
export function CheckView({
  guide,
  answer,
}: {
  guide: Guide;
  /** Takes what the author says to a question. */
  answer?: (path: string, words: string) => void;
}) {
  const asked = useWorker(make, ask, guide);
  const findings = asked.state === "done" ? asked.value : undefined;
  const answers = Object.entries(guide.answers ?? {});
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Typography role="status" sx={{ fontWeight: 700 }}>
        {asked.state === "done"
          ? verdict(asked.value)
          : asked.state === "failed"
            ? FAILED
            : "Checking"}
      </Typography>
      {findings && findings.length > 0 && <Findings findings={findings} answer={answer} />}
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

const FAILED = "The check broke off. Reload the page to run it again.";

const verdict = (findings: readonly Finding[]): string =>
  findings.length === 0
    ? "The check finds no error and no question that is not answered."
    : `${findings.length} to look at`;

const make = () =>
  new Worker(new URL("../workers/check-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<CheckWorker>, guide: Guide) => api.check(guide);
