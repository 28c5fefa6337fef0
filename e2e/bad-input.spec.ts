import { expect, hydrated, newTicket, test, post } from "./shop.ts";

const event = (entry: object, after: number, id = "by-hand-9001") => ({
  data: { id, at: new Date().toISOString(), after, entry },
});

test("an empty customer and an unknown machine code are named, and no ticket is made", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 400/);
  await page.goto(`${shop.url}/tickets/new`);
  await hydrated(page);
  await page.getByLabel("Code on the underside").fill("ZZ-99");
  await expect(page.getByText("No guide has the code “ZZ-99” yet.")).toBeVisible();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByText("Whose machine is it?")).toBeVisible();
  await expect(page.getByText("What is wrong, in the customer's words?")).toBeVisible();
  await page.getByLabel("Customer").fill("Wren");
  await page.getByLabel("What is wrong").fill("Dead.");
  // Without a maker and a name it is no new model, only a wrong code.
  await page.getByRole("checkbox", { name: "Fan", exact: true }).check();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByText(/take it in as a new model: write its maker/)).toBeVisible();
  await page.getByRole("checkbox", { name: "Fan", exact: true }).uncheck();
  await page.getByLabel("Code on the underside").fill("MT15-A2");
  await expect(page.getByText("What is to be replaced?")).toBeVisible();
  await expect(page.getByText("No part chosen: the ticket begins with")).toBeVisible();
  await expect(page.getByLabel("Customer")).toHaveValue("Wren");
  await page.goto(shop.url);
  await expect(page.getByText("Wren")).toHaveCount(0);
});

test("a promise for a day that is over is refused in words, and what was typed stays", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 400/);
  await newTicket(page, shop, { code: "MT15-A2", customer: "Late Larch", fault: "Dead." });
  await page.getByRole("checkbox", { name: "Fan", exact: true }).check();
  await page.getByRole("spinbutton", { name: "Year" }).click();
  await page.keyboard.type("2020");
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByText("That day is over. Choose today, or a later one.")).toBeVisible();
  await expect(page.getByLabel("Customer")).toHaveValue("Late Larch");
  await page.getByRole("spinbutton", { name: "Year" }).click();
  await page.keyboard.type("2099");
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page).toHaveURL(/tickets\/\d+$/);
});

test("an event for a ticket that has left the bench writes nothing", async ({ page, shop }) => {
  const url = `${shop.url}/tickets/1001/events`;
  const answer = await post(page, url, event({ do: "swap" }, 0));
  expect(answer.status()).toBe(409);
  expect(await answer.json()).toEqual({ ok: false, error: { type: "not-at-bench" } });
  await page.goto(`${shop.url}/tickets/1001/bench`);
  await expect(page).toHaveURL(`${shop.url}/tickets/1001`);
});

test("a step that somebody else has done is told, and not written twice", async ({
  page,
  shop,
}) => {
  const url = `${shop.url}/tickets/1007/events`;
  await post(page, url, event({ do: "answer", stop: "begin", answer: "yes" }, 1, "by-hand-8001"));
  const screws = { do: "release", joint: "base-screws-rear", count: 6, cell: 1 };
  expect((await post(page, url, event(screws, 2, "by-hand-8002"))).status()).toBe(200);
  const late = await post(page, url, event(screws, 2, "by-hand-8003"));
  expect(late.status()).toBe(409);
  expect(await late.json()).toMatchObject({
    error: { type: "stale", events: [{ id: "by-hand-8002", kind: "release", version: 1 }] },
  });
  const again = await post(page, url, event(screws, 3, "by-hand-8003"));
  expect(again.status()).toBe(422);
});

test("the same event sent twice is one event; nonsense is refused", async ({ page, shop }) => {
  const url = `${shop.url}/tickets/1007/events`;
  const step = event({ do: "answer", stop: "begin", answer: "yes" }, 1);
  const first = await post(page, url, step);
  const second = await post(page, url, step);
  expect(first.status()).toBe(200);
  expect(await second.json()).toEqual(await first.json());
  expect((await post(page, url, event({ do: "start" }, 2))).status()).toBe(400);
  const broken = { data: "{", headers: { "Content-Type": "application/json" } };
  expect((await post(page, url, broken)).status()).toBe(400);
  expect((await post(page, url, { data: "{" })).status()).toBe(415);
  const unknown = event({ do: "release", joint: "no-such" }, 2, "by-hand-9002");
  expect((await post(page, url, unknown)).status()).toBe(422);
});

test("what is not there is a page that says so", async ({ page, shop, calm }) => {
  calm.expected.push(/status of 404/);
  await page.goto(`${shop.url}/tickets/4711`);
  await expect(page.getByText("There is no ticket 4711.")).toBeVisible();
  await page.goto(`${shop.url}/tickets/abc`);
  await expect(page.getByText("There is no ticket abc.")).toBeVisible();
  await page.goto(`${shop.url}/find?q=XQ`);
  await expect(page.getByText('Nothing is known as "XQ"')).toBeVisible();
  await page.goto(`${shop.url}/find?q=1003`);
  await expect(page.getByRole("heading", { name: /1003/ })).toBeVisible();
});

test("a decision that was taken elsewhere is not taken twice", async ({
  page,
  shop,
  context,
  calm,
}) => {
  calm.expected.push(/status of 409/);
  const address = `${shop.url}/tickets/1008`;
  await page.goto(address);
  await hydrated(page);
  const other = await context.newPage();
  await other.goto(address);
  await hydrated(other);
  await other.getByRole("button", { name: "Customer says no" }).click();
  await expect(other.getByRole("heading", { name: "Waits for collection" })).toBeVisible();
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("alert")).toHaveText(/Nothing was changed/);
  await expect(page.getByRole("heading", { name: "Waits for collection" })).toBeVisible();
});

test("addresses that name what is not there, or nonsense, are pages all the same", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides/marrowby-tern-15?for=no-such-part,board&new=zzz`);
  await hydrated(page);
  await expect(page.getByRole("button", { name: "Motherboard", exact: true })).toBeVisible();
  await expect(page.getByText(/Planned in/)).toBeVisible();
  await page.goto(`${shop.url}/tickets?page=1e9&size=-3&by=evil&up=maybe&q=%25`);
  await expect(page.getByText("No ticket has “%” in it.")).toBeVisible();
  await page.goto(`${shop.url}/tickets/1004/sheet?way=paper-plane`);
  await expect(page.getByText("Charger out, machine shut down")).toBeVisible();
  await page.goto(`${shop.url}/tickets/new?code=%3Cb%3E&parts=a,,b`);
  await hydrated(page);
  await expect(page.getByText("No guide has the code “<b>” yet.")).toBeVisible();
});

test("a draft of another version, or nonsense in its place, is forgotten", async ({
  page,
  shop,
}) => {
  for (const kept of ["{", "[]", '{"customer":7}', '{"customer":"Wren"}']) {
    await page.goto(shop.url);
    await page.evaluate((text) => localStorage.setItem("new-ticket", text), kept);
    await page.goto(`${shop.url}/tickets/new`);
    await hydrated(page);
    await expect(page.getByLabel("Customer")).toHaveValue("");
    await expect(page.getByText("What was typed here before")).toHaveCount(0);
  }
});
