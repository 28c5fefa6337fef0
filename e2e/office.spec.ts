import { answer, build, findOut, quote, takeIn, test, waits } from "./office.ts";
import { choose, expect, hydrated } from "./shop.ts";

test("a dead laptop is found out at the counter; after a no, finding out is owed", async ({
  page,
  shop,
}) => {
  const number = await takeIn(page, shop, {
    code: "MT15-A3",
    customer: "Ansel Rook",
    fault: "Dead. Nothing lights up.",
    work: "Find out what it is",
    serial: "A3-90001",
  });
  await waits(page, "Waits for finding out");
  await findOut(page, shop, number, {
    says: "It does nothing at all",
    cause: /charging jack/i,
    checks: 2,
  });
  await page.goto(`${shop.url}/tickets/${number}`);
  await waits(page, "Waits for the customer");

  await quote(page, shop, number);
  await answer(page, "No");
  await page.goto(`${shop.url}/tickets/${number}`);
  await waits(page, "Waits for collection");
  await expect(page.getByRole("list", { name: "What stands in the way" })).toContainText(
    "36.00 is still to be paid",
  );
});

test("a no is not the last word: re-quoted, agreed, late, wrong, sent back, right", async ({
  page,
  shop,
  supplier,
  calm,
}) => {
  test.setTimeout(400_000);
  calm.expected.push(/409/);
  const number = await takeIn(page, shop, {
    code: "MT15-A3",
    customer: "Ansel Rook",
    fault: "Roars.",
    work: "Replace parts",
    parts: ["Fan"],
  });
  await quote(page, shop, number);
  await answer(page, "Not yet");
  await quote(page, shop, number, 1);
  await expect(page.getByRole("article", { name: "Quote 2" })).toBeVisible();
  const paper = await page.request.get(`${shop.url}/tickets/${number}/papers/quote-2.pdf`);
  expect((await paper.body()).subarray(0, 5).toString()).toBe("%PDF-");
  await answer(page, "Yes");
  await expect(page.getByRole("heading", { name: "Quote 2, agreed" })).toBeVisible();

  await page.goto(`${shop.url}/tickets/${number}`);
  await hydrated(page);
  await waits(page, "Waits for a part");
  const blocks = page.getByRole("list", { name: "What stands in the way" });
  await expect(blocks).toContainText("Not ordered: fan");
  supplier.mood({ failing: true });
  await page.getByRole("button", { name: "Order what is missing" }).click();
  await expect(page.getByText("Nothing was ordered. The supplier does not answer.")).toBeVisible();
  supplier.mood({});
  await page.getByRole("button", { name: "Order what is missing" }).click();
  await expect(page.getByRole("region", { name: /^Order HV-/ })).toBeVisible();
  supplier.mood({ late: 5 });
  const due = page.getByText(/; due /);
  const before = await due.textContent();
  await page.getByRole("button", { name: "Ask the supplier when it comes" }).click();
  await expect(due).not.toHaveText(before ?? "");

  await page.getByLabel("Code on what came").fill("TN15-WRONG");
  await page.getByRole("button", { name: "It is here" }).click();
  await expect(blocks).toContainText("Wrong part");
  await page.getByRole("button", { name: "Send it back" }).click();
  await expect(page.getByText("was sent back")).toBeVisible();
  supplier.mood({});
  await page.getByRole("button", { name: "Order what is missing" }).click();
  const code = await page.locator("section[aria-label^='Order'] .mono").nth(4).textContent();
  await page.getByLabel("Code on what came").fill(code ?? "");
  await page.getByLabel("Serial", { exact: true }).fill("F-7781");
  await page.getByRole("button", { name: "It is here" }).click();
  await waits(page, "Waits for the bench");

  await build(page, shop, number);
  await waits(page, "Waits for a soak");
  await page
    .getByLabel("Why it goes out all the same")
    .fill("The customer waits; watched for an hour.");
  await page.getByRole("button", { name: "It goes out all the same" }).click();
  await waits(page, "Waits for collection");
  await page.getByLabel("Collected by").fill("his sister");
  await page.getByRole("button", { name: "Hand it back" }).click();
  await expect(page.getByText(/is still to be paid. Take the payment first/)).toBeVisible();
  await choose(page, "Paid by", "Cash");
  await page.getByRole("button", { name: "Take the payment" }).click();
  await expect(page.getByText("0.00 open")).toBeVisible();
  await page.getByRole("button", { name: "Hand it back" }).click();
  await waits(page, "Handed back");
  const last = await page.request.get(`${shop.url}/tickets/${number}/papers/hand-back.pdf`);
  expect((await last.body()).subarray(0, 5).toString()).toBe("%PDF-");
});

test("a keyboard that is riveted in is ordered as its palm rest", async ({ page, shop }) => {
  test.setTimeout(200_000);
  const number = await takeIn(page, shop, {
    code: "MT15-A3",
    customer: "Corvin Ash",
    fault: "Half the keys are dead after tea.",
    work: "Find out what it is",
  });
  await findOut(page, shop, number, { says: "keys", cause: /keyboard/i, checks: 0 });
  await expect(page.getByText(/joined for good: the palm rest/)).toBeVisible();
  await page.goto(`${shop.url}/tickets/${number}`);
  await expect(page.getByText(/Palm rest/i).first()).toBeVisible();
});

test("cleaned and pasted anew: no part is waited for; it comes back under warranty", async ({
  page,
  shop,
}) => {
  test.setTimeout(300_000);
  const asked = {
    code: "MT15-A3",
    customer: "Lio Marsh",
    fault: "Runs hot.",
    work: "Clean and repaste",
    serial: "A3-55555",
  };
  const number = await takeIn(page, shop, asked);
  await quote(page, shop, number);
  await answer(page, "Yes");
  await page.goto(`${shop.url}/tickets/${number}`);
  await hydrated(page);
  await waits(page, "Waits for the bench");
  await build(page, shop, number);
  await page.getByLabel("Why it goes out all the same").fill("watched for an hour");
  await page.getByRole("button", { name: "It goes out all the same" }).click();
  await waits(page, "Waits for collection");
  await page.getByRole("button", { name: "Take the payment" }).click();
  await expect(page.getByText("0.00 open")).toBeVisible();
  await page.getByLabel("Collected by").fill("the owner");
  await page.getByRole("button", { name: "Hand it back" }).click();
  await waits(page, "Handed back");

  const again = await takeIn(page, shop, {
    ...asked,
    fault: "Hot again.",
    work: "Find out what it is",
  });
  await expect(page.getByText("It was here before:")).toContainText("It was here before:");
  await expect(page.getByText(/under warranty until/)).toBeVisible();
  expect(again).not.toBe(number);
});
