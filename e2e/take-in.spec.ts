import { expect, hydrated, test } from "./shop.ts";

test("what is typed of a new ticket survives a reload and going away, and is gone when the ticket is open", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/tickets/new`);
  await hydrated(page);
  await page.getByLabel("Customer").fill("Wren Dace");
  await page.getByLabel("What is wrong").fill("Smells of smoke.");
  await page.getByLabel("Code on the underside").fill("MT15-A2");
  await page.getByRole("checkbox", { name: "Fan", exact: true }).check();
  await page.reload();
  await hydrated(page);
  await expect(page.getByText("What was typed here before is still there.")).toBeVisible();
  await expect(page.getByLabel("Customer")).toHaveValue("Wren Dace");
  await expect(page.getByRole("checkbox", { name: "Fan", exact: true })).toBeChecked();
  await page.getByRole("link", { name: "Counter", exact: true }).click();
  await page.getByRole("link", { name: /Take a machine in/ }).click();
  await expect(page.getByLabel("What is wrong")).toHaveValue("Smells of smoke.");
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByRole("heading", { name: /Wren Dace/ })).toBeVisible();
  await page.goto(`${shop.url}/tickets/new`);
  await hydrated(page);
  await expect(page.getByLabel("Customer")).toHaveValue("");
});

test("somebody who was here before is found again by name; the first wrong field gets the focus", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/tickets/new?code=MT15-A2`);
  await hydrated(page);
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByLabel("Customer")).toBeFocused();
  await page.keyboard.type("lindq");
  await page.getByRole("option", { name: /Sefa Lindqvar/ }).click();
  await expect(page.getByLabel("Phone")).toHaveValue("0550 395");
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByLabel("What is wrong")).toBeFocused();
  await page.keyboard.type("Back again.");
  // No part is named: what it is has to be found out first.
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByRole("heading", { name: "Waits for finding out" })).toBeVisible();
});
