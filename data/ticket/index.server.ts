export {
  addTicket,
  allCustomers,
  addTransition,
  changeableTickets,
  changeTicketJob,
  customerFor,
  handedBack,
  openTickets,
  type OpenTicket,
  keepBenchPhase,
  promisesMade,
  customersLike,
  ticketByNumber,
  ticketFacts,
  ticketSent,
  ticketsOfSerial,
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
export { customerData, customersWith, eraseCustomer } from "./customer-data.server.ts";
export { backAgain, noteErasure } from "./erasures.server.ts";
export { addDeeds, deedById, deedsOf, turnedOutCounts } from "./deeds.server.ts";
