export {
  dayAfter,
  daysBetween,
  WAITS,
  WORKS,
  type BenchPhase,
  type Wait,
  type Work,
} from "./stage.ts";
export {
  byWait,
  canChangeJob,
  decisionsFor,
  TICKET_ORDERS,
  type DecisionId,
  type Ticket,
  type TicketLine,
  type TicketOrder,
  type Transition,
} from "./ticket.ts";
export type { GuideTrouble, NotNow, TicketTrouble } from "./trouble.ts";
export { clockMinutes, isZone, shopDay } from "./shop-day.ts";
export {
  newTicketSchema,
  packSigns,
  newModelOf,
  readNewTicket,
  USUAL_SIZE,
  workOf,
  type NewTicket,
  type NewTicketField,
} from "./new-ticket.ts";
export {
  type CorrectingField,
  type CorrectingForm,
  correctingOf,
  fieldsIn,
  readCorrecting,
} from "./correcting.ts";
export type { Hit } from "./hit.ts";
export type { KnownCode } from "./known-code.ts";
export type {
  ChangeJobError,
  CorrectError,
  DecideError,
  RenewError,
  TakeInError,
  TicketUnknown,
} from "./errors.ts";
export type { TickError, TickReply } from "./tick.ts";
export { workLine, type WorkLine } from "./work-line.ts";
export {
  CALL_OUTCOMES,
  CONSENTS,
  CORRECTABLE,
  OLD_WAYS,
  readDeed,
  readPlainDeed,
  WAYS_OF_ANSWER,
  WAYS_OF_PAYING,
  type CallAbout,
  type CallOutcome,
  type Consent,
  type Correctable,
  type Correction,
  type Deed,
  type OldWay,
  type Ordered,
  type PlainDeed,
  type StoredDeed,
  type WayOfAnswer,
  type WayOfPaying,
} from "./deeds.ts";
export { callFor, type Call } from "./call.ts";
export { doingOf } from "./doing.ts";
export {
  afterDeed,
  paidSoFar,
  standOf,
  type Called,
  type Corrected,
  type Order,
  type OrderState,
  type Stand,
} from "./stand.ts";
export { blocksOf, type Block } from "./blocks.ts";
export { hasWay, isAtBench, isLook, owedFor, partsNeeded, waitsOf } from "./waits.ts";
export { isDeedRefusal, refusedDeed, type DeedRefusal } from "./admit-deed.ts";
export {
  AT_INTAKE,
  DATA_CHOICES,
  MARK_KINDS,
  readIntake,
  screwsMissing,
  type DataChoice,
  type Intake,
  type Mark,
  type MarkKind,
} from "./intake.ts";
export { mayBeSame, type FoundCustomer } from "./doubles.ts";
export { knownBy, struckRecord, struckText } from "./strike.ts";
export { isNamed, UNNAMED } from "./unnamed.ts";
