export {
  addTicket,
  allCustomers,
  addTransition,
  changeableTickets,
  changeTicketJob,
  correctTicket,
  customerFor,
  handedBack,
  openTickets,
  type OpenTicket,
  keepBenchPhase,
  moveCustomer,
  promisesMade,
  customersLike,
  ticketByNumber,
  ticketFacts,
  ticketSent,
  ticketsOfCustomer,
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
export { addDeeds, deedById, deedsOf, openRecords, turnedOutCounts } from "./deeds.server.ts";
