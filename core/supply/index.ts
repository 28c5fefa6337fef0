export {
  codesOf,
  type FoundOffer,
  type Item,
  offersFrom,
  orderedAs,
  type OrderReply,
  readItems,
  readOrderReply,
  type SupplierTrouble,
  unitOf,
} from "./items.ts";
export { type Frail, frailThings } from "./survives.ts";
export { usedUp, type UsedUp } from "./used-up.ts";
export { handOffer, type HandOffer } from "./hand.ts";
export { standInItems } from "./stand-in.ts";
