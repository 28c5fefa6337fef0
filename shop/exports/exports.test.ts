import { MIREL, done, TestShop } from "../../testing/shop.ts";
import { record } from "../stage/index.server.ts";
import { shelve } from "../stock/index.server.ts";
import { promisedLines, rowsOf } from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const ordered = (order: string) =>
  ({
    kind: "ordered",
    order,
    offer: {
      id: "o",
      source: "supplier",
      item: "o",
      code: "F-1",
      supplier: "north",
      name: "Fan",
      brings: ["fan"],
      condition: "new",
      price: 2400,
      carriage: 0,
      days: 1,
      late: 2,
      stock: 1,
      bad: 0,
    },
    due: "2026-01-03",
    late: "2026-01-04",
  }) as const;

test("tickets and customers, each with its own", async () => {
  await shop.ticket({ customer: "Wren", parts: ["fan"], work: "upgrade" });
  await shop.ticket({ customer: "Wren", parts: ["battery"] });
  expect(await rowsOf(shop.act(MIREL), "tickets.csv")).toMatchObject([
    { ticket: 1001, customer: "Wren", parts: "Fan", wanted: "upgrade", waits_for: "customer" },
    { ticket: 1002, parts: "Battery", wanted: "replace" },
  ]);
  expect(await rowsOf(shop.act(MIREL), "customers.csv")).toMatchObject([
    { customer: "Wren", tickets: 2 },
  ]);
});

test("parts with what came of them, and those that are still on their way", async () => {
  const number = await shop.ticket({ parts: ["fan"] });
  const yes = { kind: "answered", answer: "yes", note: "" } as const;
  done(await record(shop.act(), number, [yes, ordered("A"), ordered("B")]));
  const came = { kind: "arrived", order: "A", code: "F-9", serial: "S1", fits: false } as const;
  done(await record(shop.act(), number, [came]));
  expect(await rowsOf(shop.act(MIREL), "parts.csv")).toMatchObject([
    { order: "A", supplier: "north", code: "F-1", came_as: "F-9", serial: "S1", fits: 0 },
    { order: "B", came: null, came_as: null },
  ]);
});

test("stock, and times at the bench as how many times the estimate", async () => {
  const item = { code: "F-1", name: "Fan", place: "B2", price: 2400, least: 1, story: "" };
  await shelve(shop.act(), { ...item, condition: "new", count: 3 });
  expect(await rowsOf(shop.act(MIREL), "stock.csv")).toMatchObject([{ code: "F-1", count: 3 }]);
  const number = await shop.atBench({ parts: ["fan"] });
  await shop.play(number);
  const times = (await rowsOf(shop.act(MIREL), "times.csv"))!;
  expect(times.length).toBeGreaterThan(0);
  // Played at a minute a tick: no step is an eighth of its estimate, none eight times as long.
  for (const row of times) {
    expect(Number(row["times_the_estimate"])).toBeGreaterThanOrEqual(0.12);
    expect(Number(row["times_the_estimate"])).toBeLessThanOrEqual(8);
  }
});

test("there are no other files", async () => {
  expect(await rowsOf(shop.act(MIREL), "people.csv")).toBeUndefined();
  expect(await rowsOf(shop.act(MIREL), "tickets")).toBeUndefined();
});

test("the calendar has the open tickets alone", async () => {
  await shop.ticket();
  expect((await promisedLines(shop.act(MIREL))).map(({ number }) => number)).toEqual([1001]);
});
