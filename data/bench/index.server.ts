export {
  addEvents,
  eventById,
  jobsOfGuide,
  lengthOf,
  practiceMarks,
  readStream,
  ticketsOnOther,
  type Stream,
} from "./streams.server.ts";
