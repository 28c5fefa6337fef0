export {
  addTicket,
  addTransition,
  changeableTickets,
  changeTicketJob,
  customerFor,
  customersLike,
  ticketByNumber,
  ticketFacts,
  transitionsOf,
  unbegunTickets,
  type TicketFacts,
} from "./tickets.server.ts";
export {
  keepLine,
  lineOfTicket,
  openLines,
  pageOfTickets,
  TICKET_ORDERS,
  type TicketQuery,
  recount,
  ticketCounts,
  ticketNumbersAfter,
} from "./lines.server.ts";
