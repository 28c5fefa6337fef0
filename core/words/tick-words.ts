import type { Model } from "../rules/index.ts";
import type { TickError } from "../ticket/index.ts";
import { notAllowedWords } from "./people-words.ts";
import { refusalWords } from "./refusal-words.ts";
import { troubleWords } from "./ticket-words.ts";

/** Why a tick was not written, for the person who made it. */
export function tickErrorWords(model: Model, error: TickError): string {
  switch (error.type) {
    case "refused":
      return refusalWords(model, error.refusal);
    case "ticket-unknown":
      return "There is no such ticket any more.";
    case "tick-unknown":
      return "That is no step this bench knows. Reload the page.";
    case "not-at-bench":
      return "This ticket is not at the bench any more; nothing was written. Open the ticket to see where it stands.";
    case "stale":
      return "Somebody went on with this job. Here is where it stands now; your last step was not written.";
    case "ahead":
      return "The shop's record is an older copy than this bench: what it does not have is sent to it again.";
    case "id-taken":
      return "That step was written before, otherwise or by somebody else. Reload the page.";
    case "busy":
      return "Others are working on this job just now; your last step was not written. Do it again.";
    case "not-allowed":
      return notAllowedWords(error.doing);
    case "not-yours":
      return "Nobody of that name was signed in at this screen at that time, or they have left. The step was not written: do it again.";
    default:
      return troubleWords(error);
  }
}
