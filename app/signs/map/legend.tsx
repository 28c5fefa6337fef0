import Box from "@mui/material/Box";
import type { ReactNode } from "react";
import { IN_THE_WAY, type Look, OUT, TOUCHED } from "./looks.ts";

/** A part as the map draws it, small. */
const Part = ({ look: { fill, stroke, width, dash } }: { look: Look }) => (
  <rect
    x="6"
    y="4"
    width="32"
    height="16"
    rx="2"
    fill={fill}
    stroke={stroke}
    strokeWidth={width}
    strokeDasharray={dash}
  />
);

/** What the forms of the map and of the line of the job mean. */
const FORMS: readonly { readonly words: string; readonly form: ReactNode }[] = [
  { words: "What is touched now", form: <Part look={TOUCHED} /> },
  { words: "Still comes off in this job", form: <Part look={IN_THE_WAY} /> },
  { words: "Out already", form: <Part look={OUT} /> },
  {
    words: "Screws of a step to come",
    form: <circle cx="22" cy="12" r="4" fill="var(--copper)" />,
  },
  {
    words: "A plug, clip or tape of a step to come",
    form: <rect x="17" y="9" width="10" height="6" fill="var(--soft)" />,
  },
  {
    words: "The shortest way from screw to screw, numbered",
    form: (
      <path
        d="M4 18L22 6L40 16"
        fill="none"
        stroke="var(--copper)"
        strokeWidth="1.4"
        strokeDasharray="4 3"
      />
    ),
  },
  {
    words: "The way of a lead",
    form: (
      <path
        d="M4 16C14 2 28 22 40 8"
        fill="none"
        stroke="var(--mat)"
        strokeWidth="2.4"
        strokeDasharray="1 4"
        strokeLinecap="round"
      />
    ),
  },
  {
    words: "On the line of the job: done, to come, the swap, a gate",
    form: (
      <>
        <path d="M2 5H12V12" fill="none" stroke="var(--mat)" strokeWidth="3" />
        <path d="M12 12V18H18M26 18H32V6H42" fill="none" stroke="var(--soft)" strokeWidth="1.2" />
        <path d="M18 18H26" stroke="var(--copper)" strokeWidth="3" />
        <path d="M37 2V10" stroke="var(--ink)" strokeWidth="2" />
      </>
    ),
  },
];

export function MapLegend() {
  return (
    <Box component="section" aria-label="Signs of the map" sx={{ mt: 2 }}>
      <Box component="h3" sx={{ fontSize: 17, m: 0, mb: 1 }}>
        Signs of the map
      </Box>
      <Box
        component="ul"
        sx={{ listStyle: "none", m: 0, p: 0, columnCount: { xs: 1, sm: 2 }, columnGap: 3 }}
      >
        {FORMS.map(({ words, form }) => (
          <Box
            component="li"
            key={words}
            sx={{ display: "flex", gap: 1.5, alignItems: "center", py: 0.25, breakInside: "avoid" }}
          >
            <svg
              width="44"
              height="24"
              viewBox="0 0 44 24"
              aria-hidden="true"
              style={{ flex: "none" }}
            >
              {form}
            </svg>
            {words}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
