import type { BackupError } from "../backup/index.ts";
import { unreachable } from "../base/result.ts";

/** What is the matter with a back-up, in a sentence. */
export function backupWords(error: BackupError): string {
  switch (error.type) {
    case "no-backup":
      return "There is no back-up of this program (its manifest.json is missing or another one's).";
    case "file-broken":
      return `The file ${error.name} is missing in it, or not as it was written.`;
    case "database-broken":
      return `Its database does not hold together: ${error.why}.`;
    default:
      return unreachable(error);
  }
}
