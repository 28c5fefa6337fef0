import type { Observation } from "../core/bench/index.ts";
import type { Person } from "../core/people/index.ts";
import type { NewTicket } from "../core/ticket/index.ts";

/** The shop of the demo: a repair counter in the old customs house of a made-up river port. */
/** What the demo shop is called. */
export const ABOUT = {
  name: "Oakes & Harrow, laptops mended",
  address: "4 Ropewalk Lane\nTernmouth",
  phone: "0550 100",
};

export const PEOPLE: readonly Person[] = [
  { id: "mirel", name: "Mirel Oakes", role: "lead" },
  { id: "tobin", name: "Tobin Harrow", role: "technician" },
  { id: "ysolde", name: "Ysolde Fenn", role: "front-desk" },
  { id: "pim", name: "Pim Ardley", role: "learner" },
];

/** What they sign in with; a demo shows it. */
export const PINS: Readonly<Record<string, string>> = {
  mirel: "4071",
  tobin: "5280",
  ysolde: "6193",
  pim: "7306",
};

/** How far a demo ticket has come. */
export type Stage =
  | { readonly at: "customer" }
  | { readonly at: "part" }
  | { readonly at: "collection-unrepaired" }
  /** At the bench, with so many of the job's steps done; `short` is a lot found one short. */
  | {
      readonly at: "bench";
      readonly steps: number;
      readonly short?: string;
      /** What was seen there that the guide does not say. */
      readonly seen?: Observation;
    }
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

const machine = {
  code: "MT15-A3",
  mode: "short" as const,
  signs: [],
  work: "replace" as const,
  intake: {},
  consents: [],
};

const FIRST: readonly DemoTicket[] = [
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
    by: "tobin",
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

/** A machine that is sealed: its customers are asked at the counter. */
const SEALED = "TM15-E";

/** A ticket of the longer tail of the shop: as the ones above, said in a row. */
const row = (
  takenIn: number,
  promised: number,
  by: string,
  code: string,
  customer: string,
  phone: string,
  fault: string,
  serial: string,
  condition: string,
  parts: readonly string[],
  stage: Stage,
): DemoTicket => ({
  takenIn,
  promised,
  by,
  facts: {
    ...machine,
    ...(code === SEALED ? { consents: [{ about: "seal", given: "yes" }] } : {}),
    code,
    customer,
    phone,
    fault,
    serial,
    condition,
    parts,
  },
  stage,
});

const TAPED: Observation = {
  type: "words",
  about: "fan",
  words: "A strip of black tape holds its lead to the board: peel it first.",
};

// prettier-ignore
const TAIL: readonly DemoTicket[] = [
  row(-26, -19, "tobin", "CS15-X", "Perrin Vale", "0550 122", "Both fans rattle, one stands still when warm.", "X-30418", "Scratched base. Two feet gone.", ["fan-left", "fan-right"], { at: "nothing" }),
  row(-25, -20, "mirel", "HF13-01", "Maud Ellery", "0550 581", "Off after an hour; was eight hours when new.", "01-44120", "Lid dented at one corner.", ["battery"], { at: "nothing", short: "base-screws-short" }),
  row(-24, -17, "tobin", "TM15-E", "Sexton Primary School", "0550 300", "Will not charge; the plug wobbles.", "E-00217", "School label 14. Keys worn.", ["jack"], { at: "nothing" }),
  row(-22, -15, "mirel", "QL13-T1", "Aldous Penn", "0550 913", "Lid stands open by a finger on the right.", "T1-48113", "Right hinge cover split.", ["hinge-right"], { at: "nothing" }),
  row(-21, -14, "tobin", "PC15-7A", "Wenna Carrow", "0550 274", "Clock is wrong each morning, settings gone.", "7A-10077", "Good. Bag came with it.", ["coin-cell"], { at: "nothing" }),
  row(-19, -12, "tobin", "OW14-B", "Hale Morrow", "0550 606", "Space bar and three letters dead.", "B-71544", "Crumbs. Screw missing by the hatch.", ["keyboard"], { at: "nothing" }),
  row(-17, -10, "mirel", "MT15-A2", "Ketta Lorn", "0550 849", "Slow since spring, wants a larger drive.", "A2-58830", "Good.", ["ssd"], { at: "nothing" }),
  row(-15, -9, "mirel", "BV16-R", "Ferry ticket office", "0550 205", "Dark picture, a lamp shows something is there.", "R-19006", "Asset tag inside the lid.", ["display"], { at: "collection-unrepaired" }),
  row(-9, -1, "tobin", "CS15-X", "Ondra Fisk", "0550 777", "Shuts off in games, hot air at the left only.", "X-31902", "Dust in both grilles.", ["heatsink"], { at: "collection" }),
  row(-8, 0, "mirel", "HF13-02", "Brisa Tolland", "0550 458", "Trackpad clicks by itself.", "02-50991", "Lid scratched. Case came with it.", ["trackpad"], { at: "collection", short: "base-screws-short" }),
  row(-8, 1, "tobin", "TM15-E", "Oswin Rudd", "0550 512", "No sound on the right.", "E-00931", "Sticker over the camera, stays.", ["speaker-right"], { at: "soak" }),
  row(-7, 1, "tobin", "OW14-C", "Linden Ray", "0550 390", "Fan howls from the first minute.", "C-91207", "Rear foot loose.", ["fan"], { at: "soak" }),
  row(-6, 2, "mirel", "BV16-R", "Tessaly Brook", "0550 645", "Hot at the palm, clicks fade after lunch.", "R-21450", "Good. Charger came with it.", ["touchpad"], { at: "bench", steps: 9 }),
  row(-5, 2, "tobin", "HF13-01", "Casimir Hollow", "0550 821", "Roars when a film runs.", "01-46688", "One screw short underneath.", ["fan"], { at: "bench", steps: 14, short: "base-screws-short", seen: TAPED }),
  row(-4, 3, "tobin", "PC15-7A", "Junia Wick", "0550 159", "Does not start; lamp blinks four times.", "7A-12260", "Cup ring on the lid.", ["memory-one"], { at: "bench", steps: 0 }),
  row(-4, 6, "ysolde", "QL13-T1", "Rolf Eskin", "0550 733", "Keys come off at the left edge.", "T1-50810", "Good.", ["keyboard"], { at: "part" }),
  row(-3, 7, "ysolde", "TM15-E", "Harbour pilots' office", "0550 200", "Battery holds for one crossing only.", "E-01122", "Asset sticker on the lid, stays on.", ["battery"], { at: "part" }),
  row(-2, 8, "ysolde", "CS15-X", "Pia Grett", "0550 568", "Left hinge cracks when it is opened.", "X-32771", "Crack from the hinge to the port.", ["palmrest"], { at: "part" }),
  row(-2, 4, "ysolde", "PC15-7A", "Amos Tarrow", "0550 340", "Gets hot and slow after ten minutes.", "7A-12588", "Dusty. No charger.", ["heatsink"], { at: "customer" }),
  row(-1, 5, "ysolde", "HF13-02", "Noor Valen", "0550 997", "Wet at a picnic, keys stick since.", "02-51377", "Sticky at the right side.", ["keyboard"], { at: "customer" }),
  row(-1, 6, "ysolde", "BV16-R", "Gil Sorrel", "0550 416", "Wants twice the memory for his drawings.", "R-22003", "Good.", ["memory-one", "memory-two"], { at: "customer" }),
  row(0, 6, "ysolde", "OW14-B", "Edda Finch", "0550 688", "Will not wake; lamp stays dark.", "B-72919", "Good. Charger came with it.", ["board"], { at: "customer" }),
];

export const TICKETS: readonly DemoTicket[] = [...FIRST, ...TAIL];

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

/** Machines without a written guide: one that was learnt here, and one that nobody knows. */
export const LEARNING: readonly Omit<NewTicket, "promised">[] = [
  {
    ...machine,
    code: "ZK14-2",
    customer: "Runa Pell",
    phone: "0550 392",
    fault: "Slow with three pages open; wants more memory.",
    serial: "K2-50118",
    condition: "A sticker of a heron on the lid.",
    parts: ["memory"],
  },
  {
    ...machine,
    code: "OV15-9",
    maker: "Orrin",
    model: "Vale 15",
    width: "342",
    height: "234",
    customer: "Hesper Lund",
    phone: "0550 466",
    fault: "Empty after half an hour; the battery is seven years old.",
    serial: "V9-00417",
    condition: "One foot is missing. Charger came with it.",
    parts: ["battery"],
  },
];
