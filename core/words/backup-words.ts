import type { BackupError, MoveError } from "../backup/index.ts";
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
    case "no-key":
      return "It is locked. Name the file with the key that opens it: --key FILE.";
    case "other-key":
      return "This key does not open it: it was locked for another one.";
    default:
      return unreachable(error);
  }
}

/** Why a shop was not taken over, in a sentence. */
export function moveWords(error: MoveError): string {
  switch (error.type) {
    case "not-empty":
      return "There is a shop already where it was to go. Nothing was changed: name an empty database or folder.";
    case "not-the-same":
      return `What was read back of the table ${error.table} is not what was written. Nothing was kept there; the shop is where it was.`;
    default:
      return unreachable(error);
  }
}
