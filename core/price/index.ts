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
export { beats, type Labour, toCents, type Way, wayOf } from "./front.ts";
export { labourOf, labourOn, labourSaid, MOST_MINUTES } from "./labour.ts";
export { cheapestWay, coverFront } from "./cover.ts";
