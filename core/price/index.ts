export {
  type Condition,
  CONDITIONS,
  type Offer,
  offersSchema,
  type Rates,
  readOffers,
} from "./offers.ts";
export { beats, type Minutes, toCents, type Way, wayOf } from "./front.ts";
export { cheapestWay, coverFront, type Covered, type NotOffered } from "./cover.ts";
