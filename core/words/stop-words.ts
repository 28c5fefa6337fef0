import { must } from "../base/must.ts";
import { unreachable } from "../base/result.ts";
import type { PackSign, Stop, StopKind } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import { partWord } from "./names.ts";

/** What a stop asks. */
export function stopAsk(guide: Guide, { kind, part }: Stop): string {
  switch (kind) {
    case "begin":
      return "Charger out, machine shut down, strap or mat on, glasses at hand?";
    case "bulge":
      return "Look along the edge: does the base, the pad or the lid bulge or stand off?";
    case "drain":
      return "Battery off. Power button held for ten seconds?";
    case "unplug":
      return "Battery off again, and the power button held for ten seconds?";
    case "hinge":
      return "Is the display held, so that it cannot drop or spring?";
    case "heat":
      return "Has the cooler gone cold since the last load?";
    case "seal":
      return `Has the customer agreed that the ${partWord(guide, must(part, "seal"))} is broken?`;
    case "lithium":
      return `Look at the ${partWord(guide, must(part, "lithium"))}: is it swollen, dented, warm or sweet-smelling?`;
    default:
      return unreachable(kind);
  }
}

/** What a held job waits for, and what to do: a line in a list. */
export const heldWords = (kind: StopKind): string => stopOtherwise({ kind });

/** What to do when the answer to a stop is not the one with which the job may go on. */
export function stopOtherwise({ kind }: Pick<Stop, "kind">): string {
  switch (kind) {
    case "begin":
      return "Do that first: clips fly, and a board that lives is a board that dies.";
    case "unplug":
      return "Hands go back in only when the battery is off again and the board is drained.";
    case "drain":
      return "Hold the power button for ten seconds: it drains what is left on the board.";
    case "hinge":
      return "Support the lid, or leave one screw in each hinge until it is held.";
    case "heat":
      return "Wait until it can be touched; the fins are sharp besides.";
    case "seal":
      return (
        "Ask the customer first. What a broken seal means for the warranty, local law decides. " +
        "The ticket is held."
      );
    case "bulge":
    case "lithium":
      return (
        "Stop. Do not charge, bend, prise or puncture it; no heat gun, no blade. Move the machine to the " +
        "fire-safe place and follow the local rules for transport and licensed disposal. The ticket is held."
      );
    default:
      return unreachable(kind);
  }
}

/** What was seen or told of the pack when the machine was taken in. */
export const PACK_SIGN_WORDS: Readonly<Record<PackSign, string>> = {
  "base-bulges": "Base bulges, or the machine rocks on the table",
  "pad-stuck": "Pad does not click, or stands proud",
  "lid-ajar": "Lid does not close, or is held apart",
  "fault-says-so": "The customer's words speak of it",
};

/** What a machine with such signs needs at the counter. */
export const PACK_AT_COUNTER =
  "The pack may be swollen: do not charge it, do not press on the base. Put the machine in the fire-safe " +
  "place and follow the local rules; it is asked for again before the base is opened.";
