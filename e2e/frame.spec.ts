import { expect, hydrated, openBench, test } from "./shop.ts";

test("the find box is a key away, and a scanner's code leads to a new ticket", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await hydrated(page);
  await page.keyboard.press("/");
  await page.keyboard.type("1004");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: /1004 Sefa Lindqvar/ })).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("ql13-t1");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Code on the underside")).toHaveValue("QL13-T1");
  await expect(page.getByText("Quillon Lark 13 Turn")).toBeVisible();
});

test("who is working and the lamp are remembered by the screen, and stand in the record", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/tickets/1008`);
  await hydrated(page);
  await page.getByLabel("Who is working").selectOption("Ysolde Fenn");
  await page.getByRole("button", { name: "Lamp down" }).click();
  await expect(page.getByRole("button", { name: "Lamp up" })).toBeVisible();
  await page.reload();
  await hydrated(page);
  await expect(page.getByLabel("Who is working")).toHaveValue("ysolde");
  const paper = await page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(paper).toBe("rgb(21, 25, 27)");
  await page.getByRole("button", { name: "Customer says yes: order" }).click();
  await expect(page.getByText(/Ysolde Fenn: waiting for a part/)).toBeVisible();
});

test("the benches list what waits for one, and the row leads to its ticket", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/bench`);
  await expect(page.getByRole("link", { name: /Corvin Ashdown/ })).toBeVisible();
  await expect(page.getByRole("link", { name: /Ines Calloway/ })).toHaveCount(0);
  await page.getByRole("link", { name: /Tam Osterly/ }).click();
  await expect(page.getByRole("heading", { name: /1007/ })).toBeVisible();
});

test("the bench fits its window: nothing scrolls the page at 1280 by 800", async ({
  page,
  shop,
}) => {
  for (const number of ["1004", "1005", "1007"]) {
    await openBench(page, shop, number);
    const over = await page.evaluate(() => [
      document.documentElement.scrollHeight - window.innerHeight,
      document.documentElement.scrollWidth - window.innerWidth,
    ]);
    expect(over).toEqual([0, 0]);
  }
});

test("the fonts come from here: no request leaves the shop", async ({ page, shop }) => {
  const strangers: string[] = [];
  page.on("request", (request) => {
    if (!request.url().startsWith(shop.url)) strangers.push(request.url());
  });
  await openBench(page, shop, "1007");
  const loaded = await page.evaluate(async () => {
    await document.fonts.ready;
    return document.fonts.check('28px "Atkinson Hyperlegible Next Variable"');
  });
  expect(loaded).toBe(true);
  expect(strangers).toEqual([]);
});
