import type { Experience } from "../../core/experience/index.ts";

/** What each table is called, and what is said where it has no row. */
export const TABLE_WORDS: Readonly<
  Record<keyof Experience, { readonly title: string; readonly empty: string }>
> = {
  kinds: { title: "Minutes by kind of step", empty: "No step was timed yet." },
  people: { title: "Minutes by person", empty: "No step was timed yet." },
  months: { title: "Minutes over time", empty: "No step was timed yet." },
  forgotten: { title: "What was forgotten where", empty: "Nothing was forgotten yet." },
  gone: { title: "Screws that go missing", empty: "No screw was missing yet." },
  suppliers: { title: "Parts that came bad", empty: "No part that was ordered has come yet." },
  jobs: { title: "Estimates beside the truth", empty: "No job was timed yet." },
};
