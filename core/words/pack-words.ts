import { unreachable } from "../base/result.ts";

type TicketPackRefusal =
  | { readonly type: "no-zip" }
  | { readonly type: "too-big" }
  | { readonly type: "stranger"; readonly name: string }
  | { readonly type: "no-pack" }
  | { readonly type: "guide-missing"; readonly guideId: string }
  | { readonly type: "here-already" }
  | { readonly type: "changed" }
  | { readonly type: "does-not-fit"; readonly why: string }
  | { readonly type: "no-picture"; readonly name: string };

/** Why a packed ticket was not taken in. */
export function ticketPackErrorWords(error: TicketPackRefusal): string {
  const nothing = "Nothing was taken in:";
  switch (error.type) {
    case "no-zip":
      return `${nothing} this is no ZIP file, or it is broken.`;
    case "too-big":
      return `${nothing} the file holds more than a ticket can have.`;
    case "stranger":
      return `${nothing} the file holds "${error.name}", which no packed ticket has.`;
    case "no-pack":
      return `${nothing} this is no packed ticket, or it was made by a newer version of the program.`;
    case "guide-missing":
      return `${nothing} its job goes by a version of the guide ${error.guideId} that is not here. Take that guide in first.`;
    case "here-already":
      return `${nothing} this ticket is here already.`;
    case "changed":
      return `${nothing} it was changed since its shop packed it. Ask for it anew.`;
    case "does-not-fit":
      return `${nothing} ${error.why} cannot be read.`;
    case "no-picture":
      return `${nothing} ${error.name} is no picture.`;
    default:
      return unreachable(error);
  }
}
