export { allTickets, callsToMake, counter } from "./counter.server.ts";
export { correct, correctable } from "./correct.server.ts";
export { decide } from "./decide.server.ts";
export {
  customersAlike,
  customersKnown,
  earlierTickets,
  find,
  knownCode,
  lookup,
} from "./find.server.ts";
export { takeIn } from "./take-in.server.ts";
export { ticketPage } from "./ticket-page.server.ts";
