import { unreachable } from "../base/result.ts";
import type { Guide, GuideJoint } from "../guide/index.ts";

/** Of a guide, what its parts and joints are called by. */
export type NamedGuide = Pick<Guide, "parts" | "joints">;

const partNames = (guide: NamedGuide, joint: GuideJoint): readonly string[] =>
  joint.joins.map((id) => guide.parts[id]?.name ?? id);

function kindNoun(joint: GuideJoint): string {
  switch (joint.kind) {
    case "screws":
      return joint.count === 1 ? "screw" : "screws";
    case "connector":
      return "plug";
    case "clips":
      return "clips";
    case "adhesive":
      return "glue";
    case "tape":
      return "tape";
    case "route":
      return "lead in its guides";
    case "seat":
      return "seat";
    case "latch":
      return "latch";
    case "rivets":
      return "rivets";
    case "weld":
      return "weld";
    default:
      return unreachable(joint);
  }
}

const lower = (name: string): string =>
  /^[A-Z][a-z]+(?![a-z]*-[A-Z])/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;

/** A part as it stands inside a sentence: "palm rest", "Wi-Fi card" keeps its capitals. */
export function partWord(guide: NamedGuide, id: string): string {
  const name = guide.parts[id]?.name;
  return name === undefined ? id : lower(name);
}

/** A joint as it stands inside a sentence: its own name, else that of what it holds and its kind. */
export function jointWord(guide: NamedGuide, id: string): string {
  const joint = guide.joints[id];
  if (!joint) return id;
  if (joint.name !== undefined) return lower(joint.name);
  const names = partNames(guide, joint);
  const held = joint.kind === "connector" ? (names[1] ?? names[0]) : names[0];
  return `${lower(held ?? id)} ${kindNoun(joint)}`;
}

/** A part or a joint as it stands inside a sentence. */
export const thingWord = (guide: NamedGuide, id: string): string =>
  Object.hasOwn(guide.joints, id) ? jointWord(guide, id) : partWord(guide, id);

/** Every part and joint by its name, in the order of the names: what a list to choose from offers. */
export const thingNames = (
  guide: NamedGuide,
): readonly { readonly value: string; readonly label: string }[] =>
  [
    ...Object.entries(guide.parts).map(([value, { name }]) => ({ value, label: name })),
    ...Object.keys(guide.joints).map((value) => ({
      value,
      label: capital(jointWord(guide, value)),
    })),
  ].sort((a, b) => a.label.localeCompare(b.label));

export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** "a, b and c". */
export function wordList(words: readonly string[], joiner = "and"): string {
  if (words.length < 2) return words.join("");
  return `${words.slice(0, -1).join(", ")} ${joiner} ${words.at(-1) ?? ""}`;
}
