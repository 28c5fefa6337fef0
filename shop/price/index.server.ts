export {
  adoptQuote,
  makeQuote,
  priced,
  usedUpBy,
  type Asked,
  type PriceError,
} from "./quotes.server.ts";
