export {
  adoptQuote,
  makeQuote,
  priced,
  spentBy,
  type Asked,
  type PriceError,
} from "./quotes.server.ts";
