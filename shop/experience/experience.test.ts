import { done, MIREL, TestShop } from "../../testing/shop.ts";
import { NotAllowed } from "../act.server.ts";
import { reopen } from "../bench/index.server.ts";
import { decide } from "../ticket/index.server.ts";
import { experienceNow, experienceRows } from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());
const name = (id: string): string => id.toUpperCase();

test("a shop without a job has every table, empty, and nothing to change", async () => {
  const tables = await experienceNow(shop.act(MIREL), name);
  expect(tables.map(({ table }) => table)).toEqual([
    ...["kinds", "people", "months", "forgotten", "gone", "suppliers"],
    ...["promises", "jobs"],
  ]);
  expect(tables.every(({ rows }) => rows.length === 0)).toBe(true);
});

test("jobs that were done are in them, by the name of who did them; each goes out under its name", async () => {
  const number = await shop.atBench({ parts: ["fan"] });
  await shop.play(number);
  const tables = await experienceNow(shop.act(MIREL), name);
  const rows = (table: string) => tables.find((one) => one.table === table)!.rows;
  expect(rows("people")).toMatchObject([{ person: "TOBIN" }]);
  expect(rows("jobs")).toMatchObject([{ ticket: number, model: "Tern 15" }]);
  expect(await experienceRows(shop.act(MIREL), "jobs.csv", name)).toEqual(rows("jobs"));
  expect(await experienceRows(shop.act(MIREL), "none.csv", name)).toBeUndefined();
});

test("a promise is kept when the machine can be fetched by its day, and broken while it lies here past it", async () => {
  const facts = { parts: ["fan"], promised: "2099-01-10" };
  await shop.ticket(facts);
  const lies = await shop.atBench(facts);
  await shop.byHand(`UPDATE tickets SET promised = '2025-12-30' WHERE number = ${lies}`);
  const gone = await shop.atBench(facts);
  await shop.play(gone);
  done(await decide(shop.act(), gone, "soak-passed", "heard"));
  await shop.handBack(gone);
  const tables = await experienceNow(shop.act(MIREL), name);
  expect(tables.find(({ table }) => table === "promises")!.rows).toMatchObject([
    { month: "2099-01", made: 1, kept: 1, days_late: 0 },
    { month: "2025-12", made: 1, kept: 0 },
  ]);
});

test("no promise of a repair is what the customer did not want, nor kept what goes back from its soak", async () => {
  const facts = { parts: ["fan"], promised: "2099-01-10" };
  const refused = await shop.ticket(facts);
  done(await decide(shop.act(), refused, "no", ""));
  const again = await shop.atBench(facts);
  await shop.play(again);
  done(await reopen(shop.act(), again, "It rattles"));
  const rows = async () =>
    (await experienceNow(shop.act(MIREL), name)).find(({ table }) => table === "promises")!.rows;
  expect(await rows()).toEqual([]);
});

test("it is the lead's to see", async () => {
  await expect(experienceNow(shop.act(), name)).rejects.toThrow(NotAllowed);
  await expect(experienceRows(shop.act(), "jobs.csv", name)).rejects.toThrow(NotAllowed);
});
