import type { Advices, Experience } from "../experience/index.ts";
import { CONNECTOR_WORDS, JOINT_KIND_WORDS } from "./kind-words.ts";
import { jointWord, type NamedGuide, partWord } from "./names.ts";

/** A kind of step that is timed alike. ["wire-plug off"] → Wire plug, off */
export function stepKindWords(kind: string): string {
  if (kind === "lift") return "Lifting a part out";
  if (kind === "place") return "Putting a part back";
  const [type = "", way = ""] = kind.split(" ");
  const words: Readonly<Record<string, string>> = { ...JOINT_KIND_WORDS, ...CONNECTOR_WORDS };
  const word = words[type] ?? type;
  return `${word.charAt(0).toUpperCase()}${word.slice(1)}, ${way}`;
}

export type GuidesNamed = Readonly<Record<string, NamedGuide & { readonly model: string }>>;

/** A part or a joint with its model. → Tern 15: fan plug */
export function thingOfModel(guides: GuidesNamed, guideId: string, thing: string): string {
  const guide = guides[guideId];
  if (!guide) return `${guideId}: ${thing}`;
  const isJoint = Object.hasOwn(guide.joints, thing);
  const isPart = Object.hasOwn(guide.parts, thing);
  const word = isJoint ? jointWord(guide, thing) : isPart ? partWord(guide, thing) : thing;
  return `${guide.model}: ${word}`;
}

const times = (value: number): string => `${value.toFixed(1)} times`;

/** What each table says should be changed: one sentence, whatever it says. */
export function adviceWords(
  advice: Advices,
  guides: GuidesNamed,
  name: (person: string) => string,
): Readonly<Record<keyof Advices, string>> {
  const { kinds, people, months, forgotten, gone, suppliers, promises, jobs } = advice;
  return {
    kinds: kinds
      ? `${stepKindWords(kinds.key)}: ${times(kinds.times)} what the guides give it (${kinds.n} timed). Give it that in the guides.`
      : "No kind of step is far from what the guides give it: change nothing.",
    people: people
      ? `${name(people.slowest.key)} takes ${times(people.times)} as long as the quickest: work a job side by side, and see what differs.`
      : "All take about as long as each other: change nothing.",
    months: months
      ? `From ${months.from.key} to ${months.to.key} steps went from ${times(months.from.times)} to ${times(months.to.times)} the estimate: find out what changed, and keep or undo it.`
      : "No month is far from the first: change nothing.",
    forgotten: forgotten
      ? `${thingOfModel(guides, forgotten.guideId, forgotten.thing)} was forgotten ${forgotten.times} times: say it in the guide's care line, and practise that model.`
      : "Nothing was forgotten twice: change nothing.",
    gone: gone
      ? `${thingOfModel(guides, gone.guideId, gone.lot)}: ${gone.atIntake + gone.lost} gone in ${gone.jobs} jobs; ${gone.lost > gone.atIntake ? "keep them in cells with a lid" : "count them at taking in, and keep spares"}.`
      : "No lot came up short twice: change nothing.",
    suppliers: suppliers
      ? `${suppliers.supplier}: ${suppliers.bad} of ${suppliers.came} parts came bad; order elsewhere, or allow for a second delivery.`
      : "No supplier sends bad parts oftener than the others: change nothing.",
    promises: promises
      ? `${promises.kept} of ${promises.made} promises were kept: promise the day that is offered at taking in, which holds in nine of ten.`
      : "Promises hold, or too few fell due: change nothing.",
    jobs: jobs
      ? `Jobs take ${times(jobs.times)} their estimate, and ${Math.round(jobs.within * 100)} of 100 are within a quarter of it: reckon promises by that.`
      : "Jobs take about what is reckoned, or too few were timed: change nothing.",
  };
}

/** What each table is called, and what is said where it has no row. */
export const EXPERIENCE_WORDS: Readonly<
  Record<keyof Experience, { readonly title: string; readonly empty: string }>
> = {
  kinds: { title: "Minutes by kind of step", empty: "No step was timed yet." },
  people: { title: "Minutes by person", empty: "No step was timed yet." },
  months: { title: "Minutes over time", empty: "No step was timed yet." },
  forgotten: { title: "What was forgotten where", empty: "Nothing was forgotten yet." },
  gone: { title: "Screws that go missing", empty: "No screw was missing yet." },
  suppliers: { title: "Parts that came bad", empty: "No part that was ordered has come yet." },
  promises: { title: "Promises kept", empty: "No promise fell due yet." },
  jobs: { title: "Estimates beside the truth", empty: "No job was timed yet." },
};
