import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import type { Doing } from "../../core/people/index.ts";
import { whoMayWords } from "../../core/words/index.ts";
import { useMay } from "./who.ts";

/** What is offered to somebody who may; the others read who does. */
export function IfMay({
  doing,
  quiet = false,
  children,
}: {
  doing: Doing;
  /** Whether nothing is said in its place. */
  quiet?: boolean;
  children: ReactNode;
}) {
  const may = useMay();
  if (may(doing)) return children;
  return quiet ? null : <Typography sx={{ color: "var(--soft)" }}>{whoMayWords(doing)}</Typography>;
}
