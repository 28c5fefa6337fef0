import Alert from "@mui/material/Alert";
import Snackbar from "@mui/material/Snackbar";
import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { hearWedge } from "../devices/wedge.ts";

/**
 * A code that is scanned where nothing asks for one: at the bench it is said and changes nothing; anywhere else it is
 * looked up.
 */
export function Scans() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const isAtBench = /^\/tickets\/\d+\/bench$/.test(pathname);
  const [said, setSaid] = useState<string>();
  useEffect(
    () =>
      hearWedge((text) => {
        if (isAtBench) setSaid(text);
        else void navigate(`/find?q=${encodeURIComponent(text)}`);
      }),
    [isAtBench, navigate],
  );
  return (
    <Snackbar
      open={said !== undefined}
      anchorOrigin={{ vertical: "top", horizontal: "center" }}
      autoHideDuration={8_000}
      onClose={(_, why) => why !== "clickaway" && setSaid(undefined)}
    >
      <Alert
        severity="info"
        role="status"
        sx={{ bgcolor: "var(--card)" }}
        onClose={() => setSaid(undefined)}
      >
        Scanned {said}. This step asks for no code: nothing was changed.
      </Alert>
    </Snackbar>
  );
}
