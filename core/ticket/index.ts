export {
  byWait,
  canChangeJob,
  DECISIONS,
  daysBetween,
  decisionsFor,
  TICKET_ORDERS,
  WAITS,
  type Ticket,
  type TicketLine,
  type TicketOrder,
  type Transition,
  type Wait,
} from "./ticket.ts";
export type { GuideTrouble, TicketTrouble } from "./trouble.ts";
export { isZone, shopDay } from "./shop-day.ts";
export {
  newTicketSchema,
  packSigns,
  newModelOf,
  readNewTicket,
  type NewTicket,
  type NewTicketField,
} from "./new-ticket.ts";
export type { Hit } from "./hit.ts";
export type { KnownCode } from "./known-code.ts";
export type {
  ChangeJobError,
  DecideError,
  RenewError,
  TakeInError,
  TicketUnknown,
} from "./errors.ts";
export type { TickError, TickReply } from "./tick.ts";
export { workLine, type WorkLine } from "./work-line.ts";
