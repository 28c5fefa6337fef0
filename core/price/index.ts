export { type Offer, offersSchema, readOffers } from "./offers.ts";
export { beats, toCents, type Way, wayOf } from "./front.ts";
export { cheapestWay, coverFront } from "./cover.ts";
