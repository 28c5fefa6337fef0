import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Finding } from "../../core/guide/index.ts";
import { findingWords } from "../../core/words/index.ts";

/** What `check` found, each with the place in the file; a question can be answered where answers are taken. */
export function Findings({
  findings,
  answer,
}: {
  findings: readonly Finding[];
  answer?: ((path: string, words: string) => void) | undefined;
}) {
  return (
    <Box component="ul" sx={{ pl: 2.5, my: 1 }}>
      {findings.map(({ level, path, about }, i) => (
        <li key={i}>
          <b>{level === "error" ? "Error" : "Question"}</b>{" "}
          <span className="mono">{path === "" ? "the whole file" : path}</span>:{" "}
          {findingWords({ about })}
          {answer && level === "warning" && (
            <Answer key={path} path={path} answer={(words) => answer(path, words)} />
          )}
        </li>
      ))}
    </Box>
  );
}

/** Counts when the field is left, or by Enter. */
function Answer({ path, answer }: { path: string; answer: (words: string) => void }) {
  const [words, setWords] = useState("");
  const say = () => words.trim() !== "" && answer(words.trim());
  return (
    <TextField
      label="Your answer"
      fullWidth
      value={words}
      onChange={({ target }) => setWords(target.value)}
      onBlur={say}
      onKeyDown={({ key }) => key === "Enter" && say()}
      slotProps={{ htmlInput: { maxLength: 500, "aria-label": `Answer to ${path}` } }}
      sx={{ my: 1 }}
    />
  );
}
