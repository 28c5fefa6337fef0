import { reader, readJson } from "../../core/base/ajv.ts";
import { type QuoteRates, quoteRatesSchema, USUAL_RATES } from "../../core/quote/index.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";

const readRates = reader<QuoteRates>(quoteRatesSchema);

/** What the shop reckons by; until it says otherwise, the usual. */
export async function ratesOf(db: Database): Promise<QuoteRates> {
  const kept = await setting(db, "rates");
  const read = kept === undefined ? undefined : readJson(readRates, kept);
  return read?.ok ? read.value : USUAL_RATES;
}

export async function keepRates(act: Act, rates: QuoteRates): Promise<void> {
  allow(act, "rates");
  const { db } = act;
  await db.write(async (transaction) => {
    await keepSetting(db, "rates", JSON.stringify(rates), transaction);
    await addRecord(db, stampOf(act), { what: "setting", key: "rates" }, transaction);
  });
}
