import type { Finding } from "../../core/guide/index.ts";
import { findingWords } from "../../core/words/index.ts";
import Box from "@mui/material/Box";

/** What `check` found, each with the place in the file. */
export function Findings({ findings }: { findings: readonly Finding[] }) {
  return (
    <Box component="ul" sx={{ pl: 2.5, my: 1 }}>
      {findings.map(({ level, path, about }, i) => (
        <li key={i}>
          <b>{level === "error" ? "Error" : "Question"}</b>{" "}
          <span className="mono">{path === "" ? "the whole file" : path}</span>:{" "}
          {findingWords({ about })}
        </li>
      ))}
    </Box>
  );
}
