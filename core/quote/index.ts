export {
  findingFee,
  type Quote,
  quoteOf,
  type QuoteRates,
  quoteRatesSchema,
  quoteSchema,
  USUAL_RATES,
  worthIt,
} from "./quote.ts";
