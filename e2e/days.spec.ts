import type { Page } from "@playwright/test";
import {
  choose,
  expect,
  handBack,
  hydrated,
  newTicket,
  noneLeft,
  onwardTo,
  openBench,
  press,
  Shop,
  test,
} from "./shop.ts";

/** How many promises the lead is told were kept, of all months. */
async function promisesKept(page: Page, { url }: Shop): Promise<number> {
  const file = await (await page.request.get(`${url}/learnt/promises.csv`)).text();
  const [head, ...rows] = file
    .trim()
    .split(/\r?\n/)
    .map((line) => line.split(","));
  const column = head!.indexOf("kept");
  expect(column).toBeGreaterThan(0);
  return rows.reduce((sum, row) => sum + Number(row[column]), 0);
}

test("the days say in what order, at what odds and why; a ticket is put first and let go; what if writes nothing", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/days`);
  await hydrated(page);
  const order = page.getByRole("table", { name: "The order of work" });
  const rows = order.getByRole("row");
  await expect(rows.nth(1)).toContainText("Lies open on a bench");
  await expect(page.getByText(/days late in a simulated shop/)).toBeVisible();
  const chart = page.getByRole("group", { name: "Benches and soak places over the coming days" });
  await expect(chart.getByText("Bench 1")).toBeVisible();
  // Put first: it stands behind what lies open, says so, and the cost is said.
  const last = order.getByRole("button", { name: /^Put \d+ first$/ }).last();
  const name = (await last.getAttribute("aria-label"))!;
  const number = /\d+/.exec(name)![0];
  await last.click();
  const row = order.getByRole("row").filter({ hasText: number });
  await expect(row).toContainText("Put first by hand");
  await expect(page.getByText(/What was put first by hand costs/)).toBeVisible();
  await order.getByRole("button", { name: `Let ${number} go` }).click();
  await expect(row).not.toContainText("Put first by hand");
  // What if.
  await choose(page, "What if", "One bench is lost");
  await page.getByRole("button", { name: "Work it out" }).click();
  await expect(page.getByRole("alert")).toContainText("If one bench is lost:");
  await expect(page.getByRole("alert")).toContainText("Nothing was written.");
  await expect(order.getByRole("columnheader", { name: "Then" })).toBeVisible();
  await choose(page, "What if", "Tobin Harrow is away for 3 days");
  await page.getByRole("button", { name: "Work it out" }).click();
  await expect(page.getByRole("alert")).toContainText("Tobin Harrow is away for 3 days from today");
  await page.getByLabel("What if").click();
  await page
    .getByRole("option", { name: /^The part of \d+ comes two days later$/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Work it out" }).click();
  await expect(page.getByRole("alert")).toContainText(/If the part of \d+ comes 2 days later:/);
  // A bar leads to its ticket.
  await chart.getByRole("link").first().click();
  await expect(page).toHaveURL(/tickets\/\d+$/);
});

test("a promise is made at the counter by its odds, the counter shows them, and it is kept", async ({
  page,
  shop,
  browser,
}) => {
  await newTicket(page, shop, { code: "MT15-A3", customer: "Sefa Lind", fault: "Fan roars" });
  await page.getByRole("checkbox", { name: "Fan", exact: true }).check();
  const offer = page.getByRole("button", { name: /^Promise \w{3} / });
  await expect(page.getByText(/in 9 of 10 cases/)).toBeVisible({ timeout: 20_000 });
  const day = (await offer.textContent())!.replace("Promise ", "");
  await offer.click();
  await expect(offer).toHaveCount(0);
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page).toHaveURL(/tickets\/\d+$/);
  const number = /\d+$/.exec(page.url())![0];
  // The odds come by themselves.
  await page.goto(shop.url);
  const line = page.getByRole("link").filter({ hasText: number });
  await expect(line).toContainText(day);
  await expect(line).toContainText(/%/);
  // Now it is done, and handed back before its day.
  await page.goto(`${shop.url}/tickets/${number}`);
  await hydrated(page);
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  await openBench(page, shop, number);
  await press(page, "y");
  await onwardTo(page, /^Count what lies/);
  await noneLeft(page);
  await expect(page.getByRole("heading", { name: "Waits for a soak" })).toBeVisible();
  await page.getByLabel("Why it goes out all the same").fill("It was heard at the bench.");
  await page.getByRole("button", { name: "It goes out all the same" }).click();
  await handBack(page, "90");
  await expect(page.getByRole("heading", { name: "Handed back", exact: true })).toBeVisible();
  // One more is kept than in the same shop where nothing was done.
  const untouched = await Shop.open();
  const aside = await (await browser.newContext()).newPage();
  await untouched.signIn(aside);
  expect(await promisesKept(page, shop)).toBe((await promisesKept(aside, untouched)) + 1);
  await untouched.close();
});

test("hours that overlap are not kept and nothing typed is lost; good ones are, and the days go by them", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 400/);
  await page.goto(`${shop.url}/shop`);
  await hydrated(page);
  const hours = page.getByRole("group", { name: "Hours of Tobin Harrow" });
  await hours.getByLabel("Mon").fill("9-12, 11-17");
  await page.getByRole("button", { name: "Keep the hours" }).click();
  await expect(page.getByText(/on Mondays two spans of Tobin Harrow overlap/)).toBeVisible();
  await expect(hours.getByLabel("Mon")).toHaveValue("9-12, 11-17");
  await hours.getByLabel("Mon").fill("nine");
  await expect(page.getByRole("button", { name: "Keep the hours" })).toBeDisabled();
  await hours.getByLabel("Mon").fill("9-12");
  await page.getByLabel("Benches").fill("1");
  await page.getByRole("button", { name: "Keep the hours" }).click();
  await expect(page.getByText("Kept. The days are reckoned by it.")).toBeVisible();
  await page.goto(`${shop.url}/days`);
  await expect(page.getByText("Bench 1")).toBeVisible();
  await expect(page.getByText("Bench 2")).toHaveCount(0);
});

test("a calendar subscribes by a secret address, signed in or not, until there is another", async ({
  page,
  shop,
  playwright,
}) => {
  await page.goto(`${shop.url}/shop`);
  await hydrated(page);
  await page.getByRole("button", { name: "Make an address for calendars" }).click();
  const field = page.getByLabel("Address for calendars");
  const address = await field.inputValue();
  const nobody = await playwright.request.newContext();
  const calendar = await nobody.get(address);
  expect(calendar.status()).toBe(200);
  expect(calendar.headers()["content-type"]).toContain("text/calendar");
  const text = await calendar.text();
  expect(text).toContain("SUMMARY:Promised: 1004");
  expect(text).not.toContain("Idris Malloy");
  await page.getByRole("button", { name: "Another address; this one ends" }).click();
  await expect(field).not.toHaveValue(address);
  expect((await nobody.get(address)).status()).toBe(404);
  await nobody.dispose();
});

test("a learner sees the days and may not put a ticket first", async ({ page, shop }) => {
  await shop.signIn(page, "pim");
  await page.goto(`${shop.url}/days`);
  await expect(page.getByRole("table", { name: "The order of work" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Put \d+ first$/ })).toHaveCount(0);
});
