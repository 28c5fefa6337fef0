export {
  addEvents,
  allStreams,
  eventById,
  lengthOf,
  readStream,
  ticketsOnOther,
  type Stream,
} from "./streams.server.ts";
