export {
  idElsewhere,
  isElsewhere,
  type Member,
  nameOf,
  type Person,
  type RecordLine,
  type Role,
  ROLES,
} from "./people.ts";
export {
  drawnPin,
  mayHavePhrase,
  PHRASE_LENGTH,
  PIN_DIGITS,
  type PinError,
  pinError,
  secretOf,
} from "./pins.ts";
export { type Doing, DOINGS, may, type On, whoMay } from "./rights.ts";
export { byOurClock, IDLE_MINUTES, isOpen, type Session, wasOpen } from "./session.ts";
export { afterWrong, type Tries, type TriesOf, waitAfter, waitLeft } from "./tries.ts";
