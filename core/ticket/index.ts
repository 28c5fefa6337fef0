export {
  byWait,
  DECISIONS,
  daysBetween,
  decisionsFor,
  WAITS,
  type Decision,
  type Ticket,
  type TicketMove,
  type Wait,
} from "./ticket.ts";
export { newTicketSchema, parseNewTicket, type FieldErrors, type NewTicket } from "./new-ticket.ts";
