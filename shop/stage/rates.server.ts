import { reader, readJson } from "../../core/base/ajv.ts";
import { type QuoteRates, quoteRatesSchema, USUAL_RATES } from "../../core/quote/index.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";

const readRates = reader<QuoteRates>(quoteRatesSchema);

/** What the shop reckons by; until it says otherwise, the usual. */
export async function ratesOf(db: Database): Promise<QuoteRates> {
  const kept = await setting(db, "rates");
  const read = kept === undefined ? undefined : readJson(readRates, kept);
  return read?.ok ? read.value : USUAL_RATES;
}

export const keepRates = (db: Database, rates: QuoteRates): Promise<void> =>
  db.write((transaction) => keepSetting(db, "rates", JSON.stringify(rates), transaction));
