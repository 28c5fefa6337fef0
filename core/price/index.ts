export {
  CONDITIONS,
  type Condition,
  type Offer,
  offerSchema,
  offersSchema,
  type Rates,
  readOffers,
  thingSchema,
} from "./offers.ts";
export { beats, toCents, type Way, wayOf } from "./front.ts";
export { minutesOfPlan, minutesOn } from "./labour.ts";
export { cheapestWay, coverFront } from "./cover.ts";
