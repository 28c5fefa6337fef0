import { jointNames, lower, type NamedGuide } from "./joint-names.ts";

export type { NamedGuide };

/** A part as it stands inside a sentence: "palm rest", "Wi-Fi card" keeps its capitals. */
export function partWord(guide: NamedGuide, id: string): string {
  const name = guide.parts[id]?.name;
  return name === undefined ? id : lower(name);
}

/** A joint as it stands inside a sentence: no two of a guide alike. */
export const jointWord = (guide: NamedGuide, id: string): string => jointNames(guide).get(id) ?? id;

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
