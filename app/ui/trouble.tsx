import ArrowBack from "@mui/icons-material/ArrowBack";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { Page } from "./page.tsx";

/** The one page for what went wrong: what it is, and what to do. */
export function Trouble({
  title,
  words,
  isBroken = false,
}: {
  title: string;
  words?: string | undefined;
  /** Whether it is the program's own fault: the log has more of it. */
  isBroken?: boolean;
}) {
  const [id, setId] = useState<string>();
  useEffect(() => setId(/(?:^|; )trouble=([0-9a-f]{12})/.exec(document.cookie)?.[1]), []);
  return (
    <Page title={title}>
      <Typography sx={{ mb: 2, maxWidth: 720, fontSize: 18 }}>
        {words ??
          "Something broke on our side. Go back and try again; if it comes again, tell the lead."}
      </Typography>
      {isBroken && id !== undefined && (
        <Typography sx={{ mb: 2, color: "var(--soft)" }}>
          In the log this is <span className="mono">{id}</span>.
        </Typography>
      )}
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap" }}>
        <Button component={Link} to="/" variant="contained" startIcon={<ArrowBack />}>
          Back to the counter
        </Button>
        <Button component={Link} to="/tickets" variant="outlined">
          All tickets
        </Button>
        <Button component={Link} to="/guides" variant="outlined">
          Guides
        </Button>
      </Box>
    </Page>
  );
}
