import type { Person } from "../core/people/index.ts";
import type { NewTicket } from "../core/ticket/index.ts";

/** The shop of the demo: a repair counter in the old customs house of a made-up river port. */
export const PEOPLE: readonly Person[] = [
  { id: "mirel", name: "Mirel Oakes", role: "lead" },
  { id: "tobin", name: "Tobin Harrow", role: "technician" },
  { id: "ysolde", name: "Ysolde Fenn", role: "front-desk" },
];

/** How far a demo ticket has come. */
export type Stage =
  | { readonly at: "customer" }
  | { readonly at: "part" }
  | { readonly at: "collection-unrepaired" }
  /** At the bench, with so many of the job's steps done; `short` is a lot found one short. */
  | { readonly at: "bench"; readonly steps: number; readonly short?: string }
  | { readonly at: "soak" | "collection" | "nothing"; readonly short?: string };

export interface DemoTicket {
  /** Days from today, negative in the past. */
  readonly takenIn: number;
  readonly promised: number;
  /** Id of the person who works on it. */
  readonly by: string;
  readonly facts: Omit<NewTicket, "promised">;
  readonly stage: Stage;
}

const machine = { code: "MT15-A3", mode: "short" as const, signs: [] };

export const TICKETS: readonly DemoTicket[] = [
  {
    takenIn: -12,
    promised: -5,
    by: "tobin",
    facts: {
      ...machine,
      code: "BV16-R",
      customer: "Odile Varn",
      phone: "0550 114",
      fault: "Roars, then gets hot and switches itself off in games.",
      serial: "R-20771",
      condition: "Corner by the left hinge cracked. Charger came with it.",
      parts: ["fan-left", "fan-right"],
    },
    stage: { at: "nothing" },
  },
  {
    takenIn: -6,
    promised: 0,
    by: "mirel",
    facts: {
      ...machine,
      code: "PC15-7A",
      customer: "Brannoc Tull",
      phone: "0550 871",
      fault: "Only runs when the plug is held to one side.",
      serial: "7A-11843",
      condition: "One of the long screws underneath is missing. No charger.",
      parts: ["jack"],
    },
    stage: { at: "collection", short: "bottom-screws" },
  },
  {
    takenIn: -5,
    promised: 1,
    by: "mirel",
    facts: {
      ...machine,
      code: "QL13-T1",
      customer: "Harbour pilots' office",
      phone: "0550 200",
      fault: "Crashes at random; the memory test fails in the soldered bank.",
      serial: "T1-50067",
      condition: "Good. Asset sticker on the lid, stays on.",
      parts: ["board"],
    },
    stage: { at: "soak" },
  },
  {
    takenIn: -3,
    promised: 0,
    by: "tobin",
    facts: {
      ...machine,
      customer: "Sefa Lindqvar",
      phone: "0550 395",
      fault: "Touchpad no longer clicks and the bottom bulges.",
      serial: "A3-79551",
      condition: "Bulge under the touchpad. Rear foot loose.",
      parts: ["battery", "fan"],
    },
    stage: { at: "bench", steps: 6 },
  },
  {
    takenIn: -4,
    promised: -1,
    by: "ysolde",
    facts: {
      ...machine,
      customer: "Corvin Ashdown",
      phone: "0550 648",
      fault: "Half the keys are dead after tea.",
      serial: "A3-78214",
      condition: "Sticky. One long screw missing at the rear.",
      parts: ["palmrest"],
    },
    stage: { at: "bench", steps: 53, short: "base-screws-rear" },
  },
  {
    takenIn: -2,
    promised: 5,
    by: "ysolde",
    facts: {
      ...machine,
      code: "OW14-C",
      customer: "Nella Brightwater",
      phone: "0550 732",
      fault: "No wireless since it fell.",
      serial: "C-90990",
      condition: "Dent at the right hinge.",
      parts: ["wifi", "antenna-lead"],
    },
    stage: { at: "part" },
  },
  {
    takenIn: -1,
    promised: 3,
    by: "ysolde",
    facts: {
      ...machine,
      code: "MT15-A2",
      customer: "Tam Osterly",
      phone: "0550 017",
      fault: "Battery lasts ten minutes.",
      serial: "A2-60148",
      condition: "Good.",
      parts: ["battery"],
    },
    stage: { at: "bench", steps: 0 },
  },
  {
    takenIn: 0,
    promised: 4,
    by: "ysolde",
    facts: {
      ...machine,
      customer: "Ines Calloway",
      phone: "0550 466",
      fault: "Rattles, then whines. Wants to know what it costs.",
      serial: "A3-82218",
      condition: "Two feet worn. Stickers on the palm rest.",
      parts: ["fan"],
    },
    stage: { at: "customer" },
  },
];

/** Lines that the people of the shop left for each other, on the job of a ticket by its place above. */
export const NOTES = [
  {
    on: 6,
    step: "joint:base-clips",
    text: "The clip by the charging jack goes last: start at the rear left corner.",
    by: "mirel",
  },
  {
    on: 6,
    step: "joint:fan-plug",
    text: "The lead is short: tip the fan up before you walk the plug out.",
    by: "tobin",
  },
] as const;
