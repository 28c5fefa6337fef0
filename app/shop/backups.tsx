import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { BackupState } from "../../core/backup/index.ts";
import { momentWords, useZone } from "../ui/days.ts";

export interface Backups extends BackupState {
  /** Where the nightly one goes, and when; undefined: there is none. */
  readonly nightly:
    | {
        readonly to: string;
        readonly at: string;
        readonly keep: number;
        readonly isLocked: boolean;
      }
    | undefined;
  readonly isLate: boolean;
}

/** Whether what the shop knows lies in a second place. */
export function BackupSection({ good, bad, nightly, isLate }: Backups) {
  const zone = useZone();
  const day = (at: string) => momentWords(at, zone);
  return (
    <Box component="section" sx={{ display: "grid", gap: 1, maxWidth: 860 }}>
      <Typography variant="h2">Back-up</Typography>
      {bad && (
        <Alert severity="error">
          The one of {day(bad.at)} did not work: {bad.why}
        </Alert>
      )}
      {good ? (
        <Alert severity={isLate ? "warning" : "success"}>
          Last good one: {day(good.at)}, {(good.bytes / 1e6).toFixed(1)} MB with{" "}
          {good.photos === 1 ? "1 picture" : `${good.photos} pictures`}, read back, in{" "}
          <span className="mono">{good.folder}</span>
        </Alert>
      ) : (
        <Alert severity="warning">There is none yet: what the shop knows lies on one disk.</Alert>
      )}
      <Typography>
        {nightly
          ? `Every night at ${nightly.at} to ${nightly.to}; the newest ${nightly.keep} are kept, ${nightly.isLocked ? "locked" : "not locked: whoever has one can read it"}.`
          : "None is made by itself: start the server with BENCH_BACKUP=FOLDER, or run "}
        {!nightly && <span className="mono">npm run backup -- --to FOLDER</span>}
      </Typography>
    </Box>
  );
}
