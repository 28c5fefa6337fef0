import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { capital, GLOSSARY } from "../../core/words/index.ts";
import { Page } from "../ui/page.tsx";
import type { Route } from "./+types/words";

export const meta: Route.MetaFunction = () => [{ title: "Words of the bench · Brisk Bench" }];

/** What the program's own words mean; each can be linked to by its name. */
export default function Words() {
  const [query, setQuery] = useState("");
  const wanted = query.trim().toLowerCase();
  const found = GLOSSARY.filter(({ word, means }) =>
    `${word} ${means}`.toLowerCase().includes(wanted),
  );
  return (
    <Page
      title="Words of the bench"
      actions={
        <TextField
          label="Find a word"
          value={query}
          onChange={(event) => setQuery(event.target.value)}
        />
      }
    >
      {found.length === 0 && <Typography>No word here has “{query}” in it.</Typography>}
      <Box component="dl" sx={{ m: 0, columnWidth: 480, columnGap: 6 }}>
        {found.map(({ word, means }) => (
          <Box
            key={word}
            id={word.replaceAll(" ", "-")}
            sx={{
              breakInside: "avoid",
              py: 1.25,
              px: 1,
              borderTop: "1px solid var(--line)",
              "&:target": { bgcolor: "var(--matWash)" },
            }}
          >
            <Box component="dt" sx={{ fontWeight: 700, fontSize: 17 }}>
              {capital(word)}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {means}
            </Box>
          </Box>
        ))}
      </Box>
    </Page>
  );
}
