import sharp from "sharp";
import { takeIn, test, waits } from "./office.ts";
import { choose, expect, hydrated, newTicket, post } from "./shop.ts";

test("screws that were missing at the counter are not looked for at the bench; an open consent holds it", async ({
  page,
  shop,
}) => {
  await newTicket(page, shop, { code: "MT15-A3", customer: "Sefa Lind", fault: "Fan roars" });
  await page.getByRole("checkbox", { name: "Fan", exact: true }).check();
  await page.getByRole("button", { name: "Mark its condition on the drawing" }).click();
  await choose(page, "What it is", "Screw missing");
  // Hidden from whoever listens, it is still in sight for a moment.
  await expect(page.locator("ul[role=listbox]")).toHaveCount(0);
  const map = page.getByRole("group", { name: "Map: Underside" });
  await expect(map).toBeVisible();
  await map.locator("[data-joint] circle").first().click({ force: true });
  await expect(page.getByRole("list", { name: "Marks" }).getByRole("listitem")).toHaveCount(1);
  await page.getByRole("button", { name: "Consents" }).click();
  await page
    .getByRole("group", { name: "The risk of opening it" })
    .getByRole("button", { name: "Will say later" })
    .click();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("list", { name: "What stands in the way" })).toContainText(
    "has not answered yet",
  );
  await waits(page, "Waits for the customer");
  await page.getByRole("button", { name: "The customer agrees" }).click();
  await waits(page, "Waits for the bench");
  await expect(page.getByText(/^Screw missing, /)).toBeVisible();
});

test("what lies on the shelf is offered when a job is priced; rates are kept; files go out", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 40[09]/);
  await page.goto(`${shop.url}/stock`);
  await hydrated(page);
  const thing = page.getByRole("region", { name: "A new thing" });
  await thing.getByLabel("Code").fill("BV16-FNL");
  await thing.getByLabel("What it is").fill("Fan, left, pulled");
  await thing.getByLabel("Price").fill("abc");
  await thing.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(thing.getByText("Write its price, like 24.00.")).toBeVisible();
  await thing.getByLabel("Price").fill("7.50");
  await thing.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("gridcell", { name: "Fan, left, pulled" })).toBeVisible();
  await page.goto(`${shop.url}/tickets/1034/price`);
  await expect(page.getByText(/Fan, left, pulled, new, Own shelf: 7.50/)).toBeVisible({
    timeout: 30_000,
  });

  await page.goto(`${shop.url}/shop`);
  await hydrated(page);
  await page.getByLabel("Tax, %").fill("200");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByText(/Nothing was kept/)).toBeVisible();
  await page.getByLabel("Tax, %").fill("19");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByText("Kept. Quotes that were given stay as they are.")).toBeVisible();
  for (const [file, begin] of [
    ["tickets.csv", "ticket,customer,phone"],
    ["customers.csv", "customer,phone,tickets"],
    ["parts.csv", "ticket,order,supplier"],
    ["stock.csv", "code,name,condition"],
    ["times.csv", "person,step,times"],
    ["promised.ics", "BEGIN:VCALENDAR"],
  ] as const) {
    const answer = await page.request.get(`${shop.url}/exports/${file}`);
    expect((await answer.text()).startsWith(begin)).toBe(true);
  }
  expect((await page.request.get(`${shop.url}/exports/people.csv`)).status()).toBe(404);
  const pack = await (await page.request.get(`${shop.url}/tickets/1035/pack`)).body();
  const multipart = { pack: { name: "t.zip", mimeType: "application/zip", buffer: pack } };
  const again = await post(page, `${shop.url}/ticket-packs.data`, { multipart });
  expect(again.status()).toBe(422);
});

test("bad input at every door of the office is refused in words, and writes nothing", async ({
  page,
  shop,
}) => {
  const before = await (await page.request.get(`${shop.url}/tickets/1034/pack`)).body();
  const bad: readonly (readonly [string, unknown])[] = [
    ["deeds", "no JSON"],
    ["deeds", {}],
    ["deeds", { id: "x", deed: { kind: "gone" } }],
    ["deeds", { id: "x", deed: { kind: "quoted", quote: {} } }],
    ["deeds", { id: "x", deed: { kind: "paid", cents: -1, way: "cash" } }],
    ["deeds", { id: "x", deed: { kind: "paid", cents: 1.5, way: "cash" } }],
    ["deeds", { id: "x", deed: { kind: "answered", answer: "yes", quote: 99, note: "" } }],
    ["deeds", { id: "x", deed: { kind: "answered", answer: "yes", note: "x".repeat(1001) } }],
    ["deeds", { id: "x", deed: { kind: "collected", to: "me", old: [] } }],
    ["deeds", { id: "x", deed: { kind: "sent-back", order: "HV-1", why: "w" } }],
    ["deeds", { id: "x".repeat(121), deed: { kind: "here", note: "" } }],
    ["found", { id: "x", does: "name", parts: ["gone"], note: "" }],
    ["found", { id: "x", does: "open-up", reach: [] }],
    ["found", { id: "x", does: "fly" }],
    ["quotes", { id: "x", offers: ["gone"], hand: [] }],
    ["quotes", { id: "x", offers: [], hand: [{ name: "", part: "fan-left", price: 1, days: 1 }] }],
    ["quotes", { id: "x", offers: [], hand: [{ name: "a", part: "gone", price: 1, days: 1 }] }],
    ["quotes", { id: "x", offers: [], hand: [], worth: 1e12 }],
    ["orders", { id: "x", does: "order" }],
    ["orders", { id: "x", does: "arrive", order: "HV-1", code: "", serial: "" }],
    ["orders", { id: "x", does: "arrive", order: "HV-1", code: "c", serial: "" }],
  ];
  for (const [door, body] of bad) {
    const answer = await post(page, `${shop.url}/tickets/1034/${door}`, {
      headers: { "Content-Type": "application/json" },
      data: typeof body === "string" ? body : JSON.stringify(body),
    });
    expect([400, 404, 409], `${door} ${JSON.stringify(body).slice(0, 80)}`).toContain(
      answer.status(),
    );
  }
  const large = await post(page, `${shop.url}/tickets/1034/deeds`, {
    headers: { "Content-Type": "application/json" },
    data: JSON.stringify({ id: "x", deed: { kind: "here", note: "x".repeat(70_000) } }),
  });
  expect(large.status()).toBe(413);
  const after = await (await page.request.get(`${shop.url}/tickets/1034/pack`)).body();
  expect(after.equals(before)).toBe(true);
});

test("an upgrade is held against the machine before it is bought", async ({ page, shop }) => {
  const number = await takeIn(page, shop, {
    code: "MT15-A3",
    customer: "Runa Holt",
    fault: "Slow with three pages open.",
    work: "Upgrade",
    parts: ["Memory module"],
  });
  await page.goto(`${shop.url}/tickets/${number}/price`);
  await hydrated(page);
  const fits = page.getByRole("region", { name: "Does it fit" });
  await expect(fits).toBeVisible();
  await expect(fits.getByRole("region")).not.toHaveCount(0);
});

test("a swollen pack at the counter is warned of on the spot, on the ticket and on the slip", async ({
  page,
  shop,
}) => {
  const asked = { code: "MT15-A3", customer: "Sefa Lind", fault: "Touchpad stands proud." };
  await newTicket(page, shop, asked);
  await page.getByRole("checkbox", { name: "Pad does not click, or stands proud" }).check();
  await expect(page.getByRole("alert").filter({ hasText: /charge/i })).toBeVisible();
  await page.getByRole("button", { name: "Find out what it is" }).click();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page).toHaveURL(/\/tickets\/\d+$/);
  await expect(page.getByText(/Pad does not click, or stands proud/i)).toBeVisible();
  const size = { width: 400, height: 300, channels: 3, background: "#777" } as const;
  const buffer = await sharp({ create: size }).png().toBuffer();
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: "in.png", mimeType: "image/png", buffer });
  await expect(page.getByAltText("As it came in, picture 1")).toBeVisible();
  const slip = await page.request.get(`${page.url()}/papers/intake.pdf`);
  expect((await slip.body()).subarray(0, 5).toString()).toBe("%PDF-");
});
