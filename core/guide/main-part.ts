import { partMinutes } from "./costs.ts";
import type { Guide, GuideJoint, GuidePart, PartKind } from "./types.ts";

/** What shuts a machine, and what a hand takes hold of first: a hatch's foot, a bracket or an outer pack is none of it. */
const SHELL: readonly PartKind[] = ["palmrest", "cover", "display", "keyboard"];

export const isShell = ({ kind }: Pick<GuidePart, "kind">): boolean => SHELL.includes(kind);

/** The part a group is called by: the one that lies deepest; of those the shell, then what takes longest. */
export function mainPart(guide: Guide, parts: readonly string[]): string {
  const depth = (id: string): number => {
    const on = guide.parts[id]?.on;
    return on === undefined ? 0 : 1 + depth(on);
  };
  const minutes = (id: string): number => partMinutes(guide.parts[id]!).lift;
  const grasp = (id: string): number => {
    const at = SHELL.indexOf(guide.parts[id]!.kind);
    return at < 0 ? SHELL.length : at;
  };
  return [...parts].sort(
    (a, b) => depth(a) - depth(b) || grasp(a) - grasp(b) || minutes(b) - minutes(a),
  )[0]!;
}

/** The functions that stay dead while a connector is open. */
export function deadWithout(joint: GuideJoint | undefined): readonly string[] {
  return joint?.kind === "connector" ? (joint.serves ?? []) : [];
}

/** Whether a machine has a fan to be heard and measured. */
export const hasFan = ({ parts }: Guide): boolean =>
  Object.values(parts).some(({ kind }) => kind === "fan");

/**
 * Whether a lot of screws holds the lid: it joins a hinge, or a display to something that is not in the lid.
 * What sits inside the lid (bezel, panel, camera) lies on a display.
 */
export function holdsLid({ parts }: Pick<Guide, "parts">, { kind, joins }: GuideJoint): boolean {
  const isDisplay = (id: string | undefined): boolean =>
    id !== undefined && parts[id]?.kind === "display";
  const isInLid = (id: string): boolean => {
    let at: string | undefined = id;
    while (at !== undefined && !isDisplay(at)) at = parts[at]?.on;
    return at !== undefined;
  };
  if (kind !== "screws") return false;
  if (joins.some((id) => parts[id]?.kind === "hinge")) return true;
  return joins.some(isDisplay) && !joins.every(isInLid);
}

/** What goes by the edges into a shielding bag. */
const BAGGED = new Set<PartKind>(["motherboard", "memory", "storage", "wifi", "daughterboard"]);

/** Whether a part that is out goes into a shielding bag. */
export const goesIntoBag = ({ kind, handling }: GuidePart): boolean =>
  BAGGED.has(kind) && (handling?.includes("esd") ?? false);

/** The view that shows most of a machine: the one with the most parts drawn on it, the later of equals. */
export function mainView({ views, parts }: Pick<Guide, "views" | "parts">): string {
  const drawn = (view: string): number =>
    Object.values(parts).filter(({ shape }) => shape?.view === view).length;
  return Object.keys(views).reduce((best, view) => (drawn(view) >= drawn(best) ? view : best));
}
