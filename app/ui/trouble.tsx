import ArrowBack from "@mui/icons-material/ArrowBack";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { Page } from "./page.tsx";

/** The one page for what went wrong: what it is, and what to do. */
export function Trouble({ title, words }: { title: string; words?: string | undefined }) {
  return (
    <Page title={title}>
      <Typography sx={{ mb: 2, maxWidth: 720, fontSize: 18 }}>
        {words ?? "Something broke on our side. Nothing that was acknowledged is lost."}
      </Typography>
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
