import { reader, readJson } from "../../core/base/ajv.ts";
import { type QuoteRates, quoteRatesSchema, USUAL_RATES } from "../../core/quote/index.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";

/** What a shop kept before it could say some of it has the usual there. */
const readRates = reader<Partial<QuoteRates>>({ ...quoteRatesSchema, required: [] });

/** What the shop reckons by; until it says otherwise, the usual. */
export async function ratesOf(db: Database): Promise<QuoteRates> {
  const kept = await setting(db, "rates");
  const read = kept === undefined ? undefined : readJson(readRates, kept);
  return read?.ok ? { ...USUAL_RATES, ...read.value } : USUAL_RATES;
}

export async function keepRates(act: Act, rates: QuoteRates): Promise<void> {
  allow(act, "rates");
  const { db } = act;
  await db.write(async (transaction) => {
    await keepSetting(db, "rates", JSON.stringify(rates), transaction);
    await addRecord(db, stampOf(act), { what: "setting", key: "rates" }, transaction);
  });
}
