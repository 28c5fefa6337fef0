import { expect, find, hydrated, openBench, press, ready, test, workAs, key } from "./shop.ts";

test("the find box is a key away, and a scanner's code leads to a new ticket", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await hydrated(page);
  await find(page, "1004");
  await expect(page.getByRole("heading", { name: /1004 Sefa Lindqvar/ })).toBeVisible();
  await find(page, "ql13-t1");
  await expect(page.getByLabel("Code on the underside")).toHaveValue("QL13-T1");
  await expect(page.getByText("Quillon Lark 13 Turn")).toBeVisible();
});

test("who is working and the lamp are remembered by the screen, and stand in the record", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/tickets/1008`);
  await hydrated(page);
  await workAs(page, "Ysolde Fenn");
  await page.getByRole("button", { name: "Dark screen" }).click();
  await expect(page.getByRole("button", { name: "Light screen" })).toBeVisible();
  await page.reload();
  await hydrated(page);
  await expect(page.getByRole("button", { name: "Who is working: Ysolde Fenn" })).toBeVisible();
  const paper = await page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(paper).toBe("rgb(21, 25, 27)");
  await page.getByRole("button", { name: "Customer says yes: order" }).click();
  await expect(page.getByText(/Ysolde Fenn: waiting for a part/)).toBeVisible();
});

test("a part's code in the find box leads to its job; the palette finds anything by name, and does it", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await hydrated(page);
  await find(page, "tn-b41");
  await expect(page.getByRole("heading", { name: "Marrowby Tern 15" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Battery", exact: true })).toBeVisible();
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("dialog", { name: "Find anything" })).toBeVisible();
  await page.keyboard.type("sefa");
  await expect(page.getByRole("option", { name: /1004 Sefa Lindqvar/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: /1004 Sefa Lindqvar/ })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("dark screen");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Light screen" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("no such thing at all");
  await expect(page.getByText(/Nothing is called/)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("the keys of a page are listed, and its words are explained", async ({ page, shop }) => {
  await openBench(page, shop, "1004");
  await page.keyboard.press("?");
  const keys = page.getByRole("dialog", { name: "Keys of this page" });
  await expect(keys).toContainText("It will not come off");
  await expect(keys.getByRole("region", { name: "Signs of the map" })).toContainText(
    "The way of a lead",
  );
  await page.keyboard.press("Space");
  await expect(keys).toBeVisible();
  await keys.getByRole("switch", { name: /Single keys/ }).uncheck();
  await page.keyboard.press("Escape");
  await expect(keys).toHaveCount(0);
  await key(page, "t");
  await expect(page.getByRole("region", { name: "Which screw is this?" })).toHaveCount(0);
  await page.getByRole("button", { name: "Keys of this page" }).click();
  await keys.getByRole("switch", { name: /Single keys/ }).check();
  await keys.getByRole("link", { name: "words of the bench" }).click();
  await expect(page.getByRole("heading", { name: "Words of the bench" })).toBeVisible();
  await page.getByLabel("Find a word").fill("last look at plugs");
  await expect(page.getByRole("term")).toHaveText(["Gate"]);
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

test("what was handed back is in all tickets, with search; the counter only points there", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await expect(page.getByRole("link", { name: /Odile Varn/ })).toHaveCount(0);
  await page.getByRole("link", { name: "see all tickets" }).click();
  await expect(page.getByRole("row", { name: /Odile Varn/ })).toContainText("Handed back");
  await page.getByLabel(/Number, customer/).fill("tern");
  await page.getByRole("button", { name: "Search" }).click();
  await expect(page.getByRole("row", { name: /Odile Varn/ })).toHaveCount(0);
  await expect(page.getByRole("row", { name: /Sefa Lindqvar/ })).toBeVisible();
  await page.getByLabel(/Number, customer/).fill("no such thing");
  await page.getByRole("button", { name: "Search" }).click();
  await expect(page.getByText("No ticket has “no such thing” in it.")).toBeVisible();
});

test("a note, a picture and the lamp do not load guide and ledger again; the guide comes once", async ({
  page,
  shop,
}) => {
  const asked: string[] = [];
  await openBench(page, shop, "1007");
  await press(page, "y");
  page.on("request", (request) => {
    const { pathname, search } = new URL(request.url());
    // The lamp is the frame's: its own loader is asked by the address of the page.
    const isFrame = search === "?_routes=root";
    if (request.method() === "GET" && !isFrame) asked.push(pathname);
  });
  await key(page, "n");
  await page.getByLabel("Note").fill("Feet come off with it.");
  await page.keyboard.press("Control+Enter");
  await expect(page.getByText("Feet come off with it.")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Dark screen" }).click();
  await expect(page.getByRole("button", { name: "Light screen" })).toBeVisible();
  expect(asked.filter((path) => /bench|guide/.test(path))).toEqual([]);
  await page.getByRole("link", { name: /1007/ }).click();
  await page.getByRole("link", { name: /Go on at the bench/ }).click();
  await ready(page);
  expect(asked.filter((path) => path.startsWith("/guide-versions/"))).toEqual([]);
});

test("on a narrow screen the find key opens what finds anything, by a phone as well", async ({
  page,
  shop,
}) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.goto(shop.url);
  await hydrated(page);
  await key(page, "/");
  const dialog = page.getByRole("dialog", { name: "Find anything" });
  await expect(dialog).toBeVisible();
  await dialog.getByRole("combobox").fill("0550318");
  await expect(dialog.getByRole("option").first()).toContainText("Tickets");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/tickets\/1\d+$/);
});
