import Tooltip from "@mui/material/Tooltip";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { GLOSSARY } from "../../core/words/index.ts";

/** One of the program's own words, with what it means a touch away. */
export function Term({ word, children }: { word: string; children: ReactNode }) {
  const term = GLOSSARY.find((one) => one.word === word);
  return (
    <Tooltip title={term?.means ?? ""} enterTouchDelay={0}>
      <Link
        to={`/words#${word.replaceAll(" ", "-")}`}
        style={{ color: "inherit", textDecoration: "underline dotted", textUnderlineOffset: 3 }}
      >
        {children}
      </Link>
    </Tooltip>
  );
}
