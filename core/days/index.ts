export {
  HORIZON,
  hoursFault,
  DAY_MINUTES,
  openDays,
  readHours,
  spansIn,
  spansText,
  USUAL_SHOP,
  USUAL_WEEK,
  type HoursFault,
  type PersonHours,
  type ShopHours,
} from "./hours.ts";
export {
  daysOf,
  earliestDay,
  isGood,
  isPoor,
  supposed,
  type Days,
  type Promised,
  type Question,
  type WhatIf,
} from "./odds.ts";
export type { Why } from "./order.ts";
export type { Stay, WorkLeft } from "./shop-run.ts";
