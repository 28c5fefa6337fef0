export { addEvents, eventById, lengthOf, readStream, ticketsOnOther } from "./streams.server.ts";
