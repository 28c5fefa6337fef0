import { deedsOf, transitionsOf } from "../../data/ticket/index.server.ts";
import { done, MIREL, only, TestShop, TOBIN } from "../../testing/shop.ts";
import { NotAllowed } from "../act.server.ts";
import { record } from "../stage/index.server.ts";
import { customersToHand, eraseCustomerData, handOutCustomer } from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

async function odile(): Promise<{ readonly id: string; readonly number: number }> {
  const number = await shop.ticket({
    customer: "Odile Varn",
    phone: "0550 114",
    fault: "Mrs Varn says it roars; call 0550-114.",
    condition: "Varnish worn at the corner.",
  });
  const note = "odile varn rang up, wants it on Friday";
  done(await record(shop.act(), number, [{ kind: "answered", answer: "yes", note }], { note }));
  const { id } = only(await customersToHand(shop.act(MIREL), "varn"));
  return { id, number };
}

test("all that is kept of a customer is handed out in one file", async () => {
  const { id, number } = await odile();
  await shop.ticket({ customer: "Wren" });
  const file = JSON.stringify(await handOutCustomer(shop.act(MIREL), id));
  expect(file).toContain(`"number":${number}`);
  expect(file).toContain("rang up");
  expect(file).not.toContain("Wren");
  expect(await handOutCustomer(shop.act(MIREL), "nobody")).toBeUndefined();
});

test("a person is taken out of the record; what was repaired, by whom and when, stays", async () => {
  const { id, number } = await odile();
  const before = await deedsOf(shop.db, number);
  expect(await eraseCustomerData(shop.act(MIREL), id)).toBe(1);
  const left = JSON.stringify(await handOutCustomer(shop.act(MIREL), id));
  for (const word of ["Odile", "odile", "Varn ", "0550"]) expect(left).not.toContain(word);
  expect(left).toContain("Varnish worn");
  const after = await deedsOf(shop.db, number);
  expect(after.map(({ id: deed, at, by }) => [deed, at, by])).toEqual(
    before.map(({ id: deed, at, by }) => [deed, at, by]),
  );
  expect(only(await transitionsOf(shop.db, number))).toMatchObject({ by: "tobin", to: "part" });
  expect(await customersToHand(shop.act(MIREL), "varn")).toEqual([]);
});

test("both are the lead's alone", async () => {
  const { id } = await odile();
  await expect(handOutCustomer(shop.act(TOBIN), id)).rejects.toThrow(NotAllowed);
  await expect(eraseCustomerData(shop.act(TOBIN), id)).rejects.toThrow(NotAllowed);
  await expect(customersToHand(shop.act(TOBIN), "varn")).rejects.toThrow(NotAllowed);
});
