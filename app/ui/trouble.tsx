import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";

/** The one page for what went wrong: what it is, and what to do. */
export function Trouble({ title, words }: { title: string; words?: string | undefined }) {
  return (
    <Box component="main" sx={{ maxWidth: 620, mx: "auto", mt: 8, px: 3 }}>
      <Typography variant="h1">{title}</Typography>
      <Typography sx={{ my: 2 }}>
        {words ?? "Something broke on our side. Nothing that was acknowledged is lost."}
      </Typography>
      <Button component={Link} to="/" variant="contained">
        Back to the counter
      </Button>
    </Box>
  );
}
