export {
  byWait,
  canChangeJob,
  DECISIONS,
  daysBetween,
  decisionsFor,
  WAITS,
  type Decision,
  type Ticket,
  type TicketLine,
  type Transition,
  type Wait,
} from "./ticket.ts";
export type { GuideTrouble, TicketTrouble } from "./trouble.ts";
export { isZone, shopDay } from "./shop-day.ts";
export {
  newTicketSchema,
  readNewTicket,
  type NewTicket,
  type NewTicketField,
} from "./new-ticket.ts";
export type { KnownCode } from "./known-code.ts";
export type { ChangeJobError, DecideError, TakeInError, TicketUnknown } from "./errors.ts";
