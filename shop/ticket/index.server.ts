export { allTickets, counter, type AllTickets, type Counter } from "./counter.server.ts";
export { decide } from "./decide.server.ts";
export { find, knownCode, type Found } from "./find.server.ts";
export { takeIn } from "./take-in.server.ts";
export { ticketPage, type SoakLine, type TicketPage } from "./ticket-page.server.ts";
