import type { Person, Role } from "./people.ts";

const ALL = ["lead", "technician", "front-desk", "learner"] as const satisfies readonly Role[];
const BENCH = ["lead", "technician", "learner"] as const satisfies readonly Role[];
const SKILLED = ["lead", "technician"] as const satisfies readonly Role[];
const OFFICE = ["lead", "technician", "front-desk"] as const satisfies readonly Role[];
const DESK = ["lead", "front-desk"] as const satisfies readonly Role[];
const LEAD = ["lead"] as const satisfies readonly Role[];

/** Everything that is done in a shop, and the roles that may. The one table of rights. */
export const RIGHTS = {
  see: ALL,
  "take-in": OFFICE,
  "find-out": ALL,
  decide: OFFICE,
  /** To let a machine go with something open; to take back a payment or a hand-back. */
  release: DESK,
  price: OFFICE,
  order: OFFICE,
  tick: BENCH,
  /** To close a job with a count that is off, and what is said of it. */
  "close-short": SKILLED,
  "change-job": SKILLED,
  reopen: SKILLED,
  soak: BENCH,
  note: ALL,
  photo: ALL,
  /** To take away a note or a picture: one's own, or as the lead. */
  "take-away": ALL,
  guide: SKILLED,
  teach: SKILLED,
  stock: OFFICE,
  unpack: OFFICE,
  /** To take a ticket out, with its customer and its pictures. */
  pack: OFFICE,
  /** To put a ticket first in the order of work. */
  pin: OFFICE,
  /** How one keeps one's own screws. */
  habit: ALL,
  practise: ALL,
  export: DESK,
  /** What others took, forgot and lost, and how far each has come in practice. */
  progress: LEAD,
  rates: LEAD,
  hours: LEAD,
  people: LEAD,
  /** To hand a customer's data out, or to take the person out of the record. */
  customer: LEAD,
} as const satisfies Readonly<Record<string, readonly Role[]>>;

export type Doing = keyof typeof RIGHTS;
export const DOINGS = Object.keys(RIGHTS) as readonly Doing[];

/** What it is done to, where that matters. */
export interface On {
  /** The person whose it is. */
  readonly by?: string;
}

/** Whether somebody may do something, to this. */
export function may(actor: Person, doing: Doing, on: On = {}): boolean {
  if (!whoMay(doing).includes(actor.role)) return false;
  return doing !== "take-away" || on.by === actor.id || actor.role === "lead";
}

/** The roles that may do something. */
export const whoMay = (doing: Doing): readonly Role[] => RIGHTS[doing];
