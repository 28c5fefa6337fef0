export {
  allCustomers,
  customerFor,
  customersLike,
  moveCustomer,
  ticketsOfCustomer,
} from "./customers.server.ts";
export {
  addTicket,
  addTransition,
  changeableTickets,
  changeTicketJob,
  correctTicket,
  handedBack,
  openTickets,
  type OpenTicket,
  keepBenchPhase,
  promisesMade,
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
export { addDeeds, deedById, deedsOf, openRecords, turnedOutCounts } from "./deeds.server.ts";
