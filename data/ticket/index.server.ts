export {
  addTicket,
  addTransition,
  cameTo,
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
  type TicketPage,
  type WorkLine,
} from "./lines.server.ts";
