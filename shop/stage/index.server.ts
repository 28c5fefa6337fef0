export { firstLifeOf, type FirstLife } from "./first-life.server.ts";
export { keepRates, ratesOf } from "./rates.server.ts";
export { dayOf, record, recordIn, type RecordError, zoneOf } from "./record.server.ts";
export { standingOf, type Standing } from "./standing.server.ts";
export { sealsToAsk } from "./seals.server.ts";
export { settle } from "./settle.server.ts";
