export {
  addTicket,
  addTransition,
  changeableTickets,
  changeTicketJob,
  customerFor,
  handedBack,
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
  type TicketQuery,
  recount,
  ticketCounts,
  ticketNumbersAfter,
} from "./lines.server.ts";
