import type { Page } from "@playwright/test";
import {
  expect,
  handBack,
  hydrated,
  noneLeft,
  onwardTo,
  openBench,
  press,
  type Shop,
  test,
} from "./shop.ts";

/** A machine of which nothing is known but whose it is and what is wrong; gives the number of its ticket. */
async function broughtIn(page: Page, shop: Shop): Promise<string> {
  await page.goto(`${shop.url}/tickets/new`);
  await hydrated(page);
  await page.getByLabel("Customer").fill("Ansel Rook");
  await page.getByLabel("What is wrong").fill("It does not start.");
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page).toHaveURL(/\/tickets\/\d+$/);
  return /\d+$/.exec(page.url())![0];
}

async function toPutRight(page: Page, shop: Shop, number: string): Promise<void> {
  await page.goto(`${shop.url}/tickets/${number}/correct`);
  await hydrated(page);
}

test("a machine is taken in by a name and a fault alone; its code and the rest are put right later", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 4(00|09)/);
  const number = await broughtIn(page, shop);
  await expect(page.getByRole("heading", { name: "Waits for finding out" })).toBeVisible();
  await expect(page.getByText("not known yet: no code, no name")).toBeVisible();
  await page.getByRole("link", { name: "Say which machine it is" }).click();
  await expect(page.getByRole("heading", { name: `Put ticket ${number} right` })).toBeVisible();
  // Bad input: nothing is lost.
  await page.getByLabel("Customer").fill(" ");
  await page.getByLabel("Phone").fill("0550 12-34");
  await page.getByRole("button", { name: "Put it right" }).click();
  await expect(page.getByText("Whose machine is it? Write the customer's name.")).toBeVisible();
  await page.getByLabel("Customer").fill("Anselm Rook");
  await page.getByLabel("Code on the underside").fill("NO-SUCH-1");
  await expect(page.getByText(/No guide has this code/)).toBeVisible();
  await page.getByRole("button", { name: "Put it right" }).click();
  await expect(page.getByText(/No guide has the code "NO-SUCH-1"/)).toBeVisible();
  await expect(page.getByLabel("Phone")).toHaveValue("0550 12-34");
  await page.getByLabel("Code on the underside").fill("mt15-a2");
  await expect(page.getByText("Marrowby Tern 15")).toBeVisible();
  await page.getByLabel("Serial number").fill("SN-77");
  await page.getByLabel("Why").fill("The label was under a sticker");
  await page.getByRole("button", { name: "Put it right" }).click();
  await expect(page.getByRole("heading", { name: /Anselm Rook: Marrowby Tern 15/ })).toBeVisible();
  const record = page.getByText(/put this right:/);
  await expect(record).toContainText("Customer: “Ansel Rook” is now “Anselm Rook”");
  await expect(record).toContainText("Serial number: nothing is now “SN-77”");
  await expect(record).toContainText("Why: The label was under a sticker");
  await expect(page.getByRole("link", { name: "0550 12-34" })).toHaveAttribute(
    "href",
    "tel:05501234",
  );
});

test("a customer's name is put right on all his tickets, or one ticket is somebody else's", async ({
  page,
  shop,
}) => {
  const [one, two] = [await broughtIn(page, shop), await broughtIn(page, shop)];
  await toPutRight(page, shop, two);
  await expect(page.getByRole("radiogroup")).toHaveCount(0);
  await page.getByLabel("Customer").fill("Anselm Rook");
  await page.getByRole("radio", { name: "The same customer: change the other ticket too" }).check();
  await page.getByRole("button", { name: "Put it right" }).click();
  await expect(page.getByRole("heading", { name: new RegExp(`${two} Anselm Rook`) })).toBeVisible();
  await toPutRight(page, shop, one);
  await expect(page.getByLabel("Customer")).toHaveValue("Anselm Rook");
  await page.getByLabel("Customer").fill("Jory Pellam");
  await page.getByRole("radio", { name: "Somebody else: change this ticket only" }).check();
  await page.getByRole("button", { name: "Put it right" }).click();
  await expect(page.getByRole("heading", { name: new RegExp(`${one} Jory Pellam`) })).toBeVisible();
  await page.goto(`${shop.url}/tickets/${two}`);
  await expect(page.getByRole("heading", { name: new RegExp(`${two} Anselm Rook`) })).toBeVisible();
});

test("a machine goes out paid, or let go with a reason; both are taken back with one", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 409/);
  // 1005 is at the bench: it is worked to its end.
  await openBench(page, shop, "1005");
  await press(page, "y");
  await onwardTo(page, /^Count what lies/);
  await noneLeft(page);
  await page.getByLabel("Why it goes out all the same").fill("It was heard at the bench.");
  await page.getByRole("button", { name: "It goes out all the same" }).click();
  await expect(page.getByRole("heading", { name: "Waits for collection" })).toBeVisible();
  await page.getByRole("button", { name: "Hand it back" }).click();
  await expect(page.getByText(/nobody named a price for this job/)).toBeVisible();
  await handBack(page, "90");
  await expect(page.getByRole("heading", { name: "Handed back", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "It was not handed back" }).click();
  await page.getByLabel("Why").fill("It was the machine beside it");
  await page.getByRole("button", { name: "It was not handed back" }).click();
  await expect(page.getByRole("heading", { name: "Waits for collection" })).toBeVisible();
  await page.getByRole("button", { name: "Take it back" }).click();
  await page.getByLabel("Why").fill("The card was declined");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/taken back: The card was declined/)).toBeVisible();
  await page.getByRole("button", { name: "It goes out unpaid" }).click();
  await page.getByLabel("Why").fill("A friend of the house");
  await page.getByRole("button", { name: "It goes out unpaid" }).click();
  await expect(page.getByRole("heading", { name: "Handed back", exact: true })).toBeVisible();
  await expect(page.getByText("Let go all the same: A friend of the house")).toBeVisible();
});

test("who waits for a call stands at the counter; a day its parts make impossible is offered another", async ({
  page,
  shop,
}) => {
  const toCall = page.getByRole("region", { name: "To call" }).getByRole("listitem");
  const row = toCall.filter({ hasText: "1008" });
  await page.goto(`${shop.url}/tickets/1008/price`);
  await hydrated(page);
  await page.getByRole("textbox", { name: "Another source" }).fill("A fan by sea");
  await page.getByRole("textbox", { name: "Asks" }).fill("20.00");
  await page.getByRole("textbox", { name: "Days" }).fill("20");
  await page.getByRole("button", { name: "Add it to the choices" }).click();
  const choice = page.getByRole("listitem").filter({ hasText: "A fan by sea" });
  await choice.getByRole("button", { name: "Make this a quote" }).click();
  await expect(page.getByRole("article", { name: /^Quote/ })).toBeVisible();
  await page.goto(shop.url);
  await expect(row).toContainText("The price");
  await row.getByRole("link", { name: /1008/ }).click();
  await page.getByRole("button", { name: "No answer" }).click();
  await expect(page.getByText(/the price; no answer/)).toBeVisible();
  await page.goto(shop.url);
  await expect(row).toContainText("tried once");
  await row.getByRole("link", { name: /1008/ }).click();
  await hydrated(page);
  await page.getByLabel("What was said").fill("She thinks about it");
  await page.getByRole("button", { name: "Reached" }).click();
  await expect(page.getByText(/the price; reached. She thinks about it/)).toBeVisible();
  // Its part comes after its day.
  await expect(page.getByText(/at the earliest: .* cannot be kept/)).toBeVisible();
  await page.getByRole("link", { name: /^Promise .* instead$/ }).click();
  await expect(page.getByRole("heading", { name: "Put ticket 1008 right" })).toBeVisible();
  await page.getByRole("button", { name: "Put it right" }).click();
  // Nobody has told her: that is a call again.
  await expect(page.getByText(/to call: the day has changed/)).toBeVisible();
  await expect(page.getByText(/cannot be kept/)).toHaveCount(0);
  await page.getByRole("button", { name: "Left word" }).click();
  await expect(page.getByText(/the day has changed; left word/)).toBeVisible();
  await page.goto(shop.url);
  await expect(toCall.first()).toBeVisible();
  await expect(row).toHaveCount(0);
});
