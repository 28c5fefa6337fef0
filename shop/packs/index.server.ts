export { packOf, takePackIn, type PackError } from "./packs.server.ts";
export { takeTicketIn, ticketPack } from "./ticket-pack.server.ts";
export { MOST_PACK_BYTES } from "./unpack.server.ts";
