import type { Wait } from "../../core/ticket/index.ts";

/** What a list of tickets is headed with, by what they wait for, in the order they are shown. */
export const WAIT_WORDS: Readonly<Record<Wait, { readonly head: string; readonly short: string }>> =
  {
    customer: { head: "Waiting for the customer's word", short: "the customer" },
    part: { head: "Waiting for a part", short: "a part" },
    bench: { head: "At the bench", short: "the bench" },
    soak: { head: "Under test", short: "a soak" },
    collection: { head: "Ready to be collected", short: "collection" },
    nothing: { head: "Handed back", short: "nothing" },
  };
