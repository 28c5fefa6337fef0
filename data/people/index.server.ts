export {
  addPeople,
  peopleNow,
  addForeign,
  allPeople,
  keepPerson,
  keepPinHash,
  pinHashOf,
} from "./people.server.ts";
export { habitOf, handWaysOf, keepHabit, keepHandWay, type ScrewHabit } from "./habits.server.ts";
export { addSession, endSessions, sawSession, sessionBy, spansAt } from "./sessions.server.ts";
export { forgetTries, forgetTriesAt, keepTries, triesOf, type TriesKey } from "./tries.server.ts";
export { addRecord, recordLines, wrongTriesSince } from "./record.server.ts";
