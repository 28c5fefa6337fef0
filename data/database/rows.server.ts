/** The rows of the tables, as the database has them. */

export interface PersonRow {
  id: string;
  name: string;
  role: string;
  /** The hash of the PIN, with its salt and its costs. */
  pin: string | null;
  digits: number;
  /** 1: what is kept in place of a PIN is a passphrase. */
  phrase: number;
  gone: number;
}
/** Times in ms; `id` is the hash of what the browser has. */
export interface SessionRow {
  id: string;
  person: string;
  screen: string;
  made: number;
  seen: number;
  ended: number;
  /** When it ended; null while it has not. */
  over: number | null;
}
/** A form that was sent, by its id; `at` in ms. */
export interface SentRow {
  id: string;
  at: number;
}
export interface TriesRow {
  key: string;
  wrong: number;
  last: number;
}
export interface RecordRow {
  seq?: number;
  at: string;
  by: string | null;
  what: string;
  body: string;
}
export interface CustomerRow {
  id: string;
  name: string;
  phone: string;
}
export interface GuideVersionRow {
  guideId: string;
  number: number;
  hash: string;
  at: string;
  by: string | null;
  why: string;
}
export interface TicketRow {
  number: number;
  customerId: string;
  guideId: string;
  code: string;
  serial: string;
  fault: string;
  condition: string;
  job: string;
  waits: string;
  promised: string;
  takenIn: string;
  signs: string;
  work: string;
  bench: string;
  intake: string;
  sent: string | null;
}
export interface StockRow {
  id: string;
  code: string;
  name: string;
  condition: string;
  place: string;
  price: number;
  least: number;
  story: string;
  count: number;
}
export interface StockMoveRow {
  id?: number;
  item: string;
  change: number;
  ticket: number | null;
  why: string;
  at: string;
  by: string;
}
export interface DeedRow {
  seq?: number;
  id: string;
  ticket: number;
  kind: string;
  version: number;
  at: string;
  by: string;
  body: string;
}
export interface TransitionRow {
  id?: number;
  ticket: number;
  at: string;
  by: string;
  from: string;
  to: string;
  note: string;
}
export interface StreamRow {
  id: string;
  ticket: number | null;
  guide: string;
  code: string;
  length: number;
}
export interface EventRow {
  id: string;
  stream: string;
  seq: number;
  kind: string;
  version: number;
  at: string;
  by: string;
  causedBy: string | null;
  body: string;
}
export interface NoteRow {
  id: string;
  guideId: string;
  step: string;
  text: string;
  ticket: number;
  at: string;
  by: string;
}
export interface PhotoRow {
  id: string;
  ticket: number;
  step: string;
  width: number;
  height: number;
  at: string;
  by: string;
}
export interface SoakRow {
  id: string;
  ticket: number;
  round: string;
  readings: string;
  at: string;
  by: string;
  seen: string | null;
  shuts: number;
  /** The order in which they were kept. */
  seq: number;
}
export interface HabitRow {
  person: string;
  habit: string;
  rows: number;
  columns: number;
  holds: number;
}
export interface HandWayRow {
  person: string;
  guideId: string;
  choice: string;
  way: string;
}
export interface LessonVerdictRow {
  id?: number;
  guideId: string;
  key: string;
  verdict: "accepted" | "refused" | "machine";
  serial: string;
  teaching: string;
  tickets: string;
  why: string;
  at: string;
  by: string;
}
export interface TicketLineRow {
  ticket: number;
  machine: string;
  work: string;
  dive: string | null;
  trouble: string | null;
  held: string | null;
}
export interface StepTallyRow {
  kind: string;
  by: string;
  n: number;
  sum: number;
  squares: number;
}
