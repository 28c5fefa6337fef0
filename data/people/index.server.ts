export { addPeople, allPeople, keepPerson, keepPinHash, pinHashOf } from "./people.server.ts";
export { habitOf, keepHabit, type ScrewHabit } from "./habits.server.ts";
export { addSession, endSessions, sawSession, sessionBy, wasAtScreen } from "./sessions.server.ts";
export { forgetTries, keepTries, triesOf, type TriesKey } from "./tries.server.ts";
export { addRecord, recordLines } from "./record.server.ts";
