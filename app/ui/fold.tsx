import ExpandMore from "@mui/icons-material/ExpandMore";
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { type ReactNode, useId } from "react";

/** A section under its heading, which folds it away to one line. */
export function Fold({
  title,
  line,
  isOpen,
  level = 2,
  children,
}: {
  title: string;
  /** What is in it, in a few words, seen folded too. */
  line?: string;
  /** To begin with. */
  isOpen: boolean;
  /** Of the heading. */
  level?: 2 | 3;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <Accordion
      defaultExpanded={isOpen}
      disableGutters
      square
      slotProps={{ heading: { component: `h${level}` } }}
      sx={{ bgcolor: "transparent", border: 0, borderTop: "1px solid var(--line)" }}
    >
      <AccordionSummary
        id={`${id}-line`}
        aria-controls={`${id}-all`}
        expandIcon={<ExpandMore />}
        sx={{ px: 0.5 }}
      >
        <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline" }}>
          <Typography variant={`h${level}`} component="span">
            {title}
          </Typography>
          {line !== undefined && (
            <Box component="span" sx={{ color: "var(--soft)" }}>
              {line}
            </Box>
          )}
        </Box>
      </AccordionSummary>
      <AccordionDetails sx={{ px: 0.5, pt: 0 }}>{children}</AccordionDetails>
    </Accordion>
  );
}
