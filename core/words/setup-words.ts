import type { SetupStep } from "../setup/index.ts";

/** What a new shop sets up: what it is called, why it is asked for, and what leads to it. */
export const SETUP_WORDS: Readonly<
  Record<SetupStep, { readonly name: string; readonly why: string; readonly go: string }>
> = {
  about: {
    name: "Name and address",
    why: "they stand on slips, quotes and the paper at hand-back",
    go: "Write them",
  },
  rates: {
    name: "Rates and tax",
    why: "quotes are worked out by them",
    go: "Say what an hour costs, and the tax",
  },
  people: {
    name: "People",
    why: "each signs in with a PIN, and every step has a name to it",
    go: "Add who works here",
  },
  hours: {
    name: "Hours and benches",
    why: "promised days are worked out by them",
    go: "Say who works when, and how many benches there are",
  },
  guides: {
    name: "The first machines",
    why: "a guide leads the strip-down of a model",
    go: "Take a guide in",
  },
  backup: {
    name: "Back-up",
    why: "a copy every night, in another place",
    go: "See how it is switched on",
  },
};
