export {
  addTicket,
  addTransition,
  changeableTickets,
  changeTicketJob,
  customerFor,
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
  recount,
  ticketCounts,
  ticketNumbersAfter,
} from "./lines.server.ts";
