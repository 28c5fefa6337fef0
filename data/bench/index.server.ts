export {
  addEvents,
  eventById,
  jobsOfGuide,
  lengthOf,
  readStream,
  ticketsOnOther,
} from "./streams.server.ts";
