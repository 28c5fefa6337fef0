import type { Guide, LearntFact } from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";
import type { Job } from "../rules/index.ts";

/** What can be seen of a swollen pack on a machine that is shut, or is told in the fault. */
export const PACK_SIGNS = ["base-bulges", "pad-stuck", "lid-ajar", "fault-says-so"] as const;
export type PackSign = (typeof PACK_SIGNS)[number];

export const COUNT_REASONS = ["missing-at-intake", "stuck", "lost", "found"] as const;
export type CountReason = (typeof COUNT_REASONS)[number];

/** What was counted where it is not what was expected, and why. */
export interface CountDiffers {
  readonly reason: CountReason;
  readonly note?: string;
}

/** Where a lot of screws goes while it is out; each habit has its own place. */
export const HABITS = ["cells", "mirror", "with-part", "parked"] as const;
export type Habit = (typeof HABITS)[number];

export const CHECK_RESULTS = ["pass", "fail", "na"] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];
/** Before the cover goes on, and when the machine is shut. */
export type Round = "open" | "shut";

export interface Fitted {
  readonly part: string;
  readonly code: string;
  /** The code on the old part, where it was read. */
  readonly old?: string;
  /** Why a part with another code goes in. */
  readonly why?: string;
}

/**
 * The guide that a ledger is folded with, for ever: its version by hash, and the underside code, with the ways of the hand
 * of who began it (`codeWithWays`).
 */
export interface PinnedGuide {
  readonly version: string;
  readonly code: string;
}

/** What somebody saw of a machine that its guide does not say, or says otherwise. */
export type Observation =
  /** A thing that the guide has under a part can be reached with that part in. */
  | { readonly type: "in-reach"; readonly part: string; readonly thing: string }
  /** Something else held what would not come off. */
  | { readonly type: "held-by"; readonly thing: string; readonly by: string }
  /** In words, about a part or a joint. */
  | { readonly type: "words"; readonly about: string; readonly words: string };

export const BREAKAGES = [
  "lock",
  "post",
  "clip",
  "edge",
  "head",
  "glass",
  "tab",
  "undone",
] as const;
export type Breakage = (typeof BREAKAGES)[number];

/** Something broke in the hand, or came undone by itself. */
export interface Broken {
  readonly what: Breakage;
  /** The part or joint. */
  readonly at: string;
  /** How it was mended or left. */
  readonly how: string;
  /** Who tells the customer. */
  readonly tells: "technician" | "desk";
  /** The earlier ticket of this machine in which it broke; none: this one. */
  readonly ticket?: number;
}

/** What one event of the ledger says. Steps are the plan's own, in the guide's ids. */
export type Entry =
  /** The closed machine is opened: the first entry, and again when it comes back from the soak. */
  | {
      readonly do: "start";
      readonly guide: PinnedGuide;
      readonly job: Job;
      readonly down: readonly DownStep[];
      /** What at taking in spoke for a swollen pack. */
      readonly signs?: readonly PackSign[];
      /** Screws that were missing when the machine came in, by lot. */
      readonly missing?: Readonly<Record<string, number>>;
      /** What broke on this machine in earlier tickets and is there still. */
      readonly broken?: readonly Broken[];
    }
  | {
      readonly do: "release";
      readonly joint: string;
      /** Screws only: how many came out, where they lie, and why it is not the guide's number. */
      readonly count?: number;
      readonly cell?: number;
      /** Screws only: where they lie; with a cell it is `cells`. */
      readonly lies?: Habit;
      readonly differs?: CountDiffers;
    }
  | { readonly do: "lift"; readonly parts: readonly string[] }
  /** The new parts are in; `fitted` names their codes as they were read or typed. */
  | { readonly do: "swap"; readonly fitted?: readonly Fitted[] }
  /** A joint was seen to be in; older ledgers have one such for each. */
  | { readonly do: "confirm"; readonly joint: string }
  /** Joints that were looked at in one press, and are in. */
  | { readonly do: "seen"; readonly joints: readonly string[] }
  /** A joint that was made is not in: it is open again. */
  | { readonly do: "not-in"; readonly joint: string }
  | { readonly do: "place"; readonly parts: readonly string[] }
  | {
      readonly do: "make";
      readonly joint: string;
      readonly count?: number;
      readonly differs?: CountDiffers;
    }
  /** How this job's screws are kept from here on. */
  | { readonly do: "habit"; readonly habit: Habit }
  /** The answer to a stop (see stops.ts). */
  | {
      readonly do: "answer";
      readonly stop: string;
      readonly answer: "yes" | "no";
      readonly note?: string;
      /** Where a bad pack is now. */
      readonly where?: string;
    }
  /** The machine is powered on, to try it out (see power.ts). */
  | { readonly do: "power-on" }
  /** A function of the machine tried out (see checks.ts). */
  | {
      readonly do: "check";
      readonly round: Round;
      readonly what: string;
      readonly result: CheckResult;
      readonly note?: string;
    }
  /** Back down to a joint that may have been missed, or, at the swap, on to one more; a new plan follows. */
  | { readonly do: "rework"; readonly joint: string }
  /** What was found out about a machine whose guide is being learnt: a part, a joint, a picture, an answer. */
  | { readonly do: "learn"; readonly sightings: readonly LearntFact[] }
  /** What held a part that would not come off. */
  | { readonly do: "snag"; readonly stuck: string; readonly held: string }
  | ({ readonly do: "broke" } & Omit<Broken, "ticket">)
  /** What was seen and is not in the guide; the lead looks at it. */
  | { readonly do: "observe"; readonly what: Observation }
  /** The job goes on by another version of its guide; a new plan follows. */
  | { readonly do: "renew"; readonly guide: PinnedGuide }
  | { readonly do: "take-back"; readonly event: string }
  | { readonly do: "replan"; readonly job: Job; readonly down: readonly DownStep[] }
  | {
      readonly do: "close";
      /** Screws that lie on the bench and belong nowhere. */
      readonly left: number;
      readonly explained?: string;
    };

export interface LedgerEvent {
  /** Made by the client: the same event sent twice is one event. */
  readonly id: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  /** Id of the person. */
  readonly by: string;
  /** The event that this one follows from: both stand, and are taken back together. */
  readonly causedBy?: string | undefined;
  readonly entry: Entry;
}

/** Ids of the events that were taken back, each with the event that it followed from. */
export function takenBack(events: readonly LedgerEvent[]): ReadonlySet<string> {
  const causes = new Map(events.map(({ id, causedBy }) => [id, causedBy]));
  const taken = new Set<string>();
  for (const { entry } of events) {
    if (entry.do !== "take-back") continue;
    for (let id: string | undefined = entry.event; id !== undefined; id = causes.get(id)) {
      taken.add(id);
    }
  }
  return taken;
}

/** Whether a key names a step of a guide, or the whole job. */
export function isStepKey(
  { parts, joints }: Pick<Guide, "parts" | "joints">,
  key: string,
): boolean {
  if (key === "job") return true;
  const [kind, ids = ""] = [key.slice(0, key.indexOf(":")), key.slice(key.indexOf(":") + 1)];
  if (kind === "joint") return Object.hasOwn(joints, ids);
  return kind === "parts" && ids.split("+").every((id) => Object.hasOwn(parts, id));
}
