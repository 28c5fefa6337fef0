import type { Page } from "@playwright/test";
import { startSupplier, type Supplier } from "../stand-ins/supplier.ts";
import {
  expect,
  hydrated,
  newTicket,
  noneLeft,
  onwardTo,
  openBench,
  Shop,
  test as base,
} from "./shop.ts";

/** A shop whose supplier answers, and does what it is told. */
export const test = base.extend<{ supplier: Supplier }>({
  supplier: async ({ page: _page }, use) => {
    const supplier = await startSupplier("guides");
    await use(supplier);
    await supplier.close();
  },
  shop: async ({ page, supplier, server }, use) => {
    const shop = await Shop.open({ BENCH_SUPPLIER: supplier.url }, server);
    await shop.signIn(page);
    await use(shop);
    await shop.close();
  },
});

export interface TakenIn {
  readonly code: string;
  readonly customer: string;
  readonly fault: string;
  readonly work: string;
  readonly serial?: string;
  readonly parts?: readonly string[];
}

/** Takes a machine in; gives the number of its ticket, whose page is open then. */
export async function takeIn(page: Page, shop: Shop, asked: TakenIn): Promise<string> {
  await newTicket(page, shop, asked);
  if (asked.serial !== undefined) await page.getByLabel("Serial number").fill(asked.serial);
  await page.getByRole("button", { name: asked.work, exact: true }).click();
  for (const part of asked.parts ?? []) {
    await page.getByRole("checkbox", { name: part, exact: true }).first().check();
  }
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page).toHaveURL(/\/tickets\/\d+$/);
  await hydrated(page);
  return page.url().split("/").at(-1)!;
}

export const waits = (page: Page, words: string) =>
  expect(page.getByRole("heading", { name: words, exact: true })).toBeVisible();

/** Says what the customer says, makes some of the checks that are advised, and takes a cause for the fault. */
export async function findOut(
  page: Page,
  shop: Shop,
  number: string,
  { says, cause, checks }: { says: string; cause: RegExp; checks: number },
) {
  await page.goto(`${shop.url}/tickets/${number}/find`);
  await hydrated(page);
  await page.getByLabel("What the customer says").click();
  await page.getByRole("option", { name: says }).click();
  await page.keyboard.press("Escape");
  const next = page.getByRole("region", { name: "What comes next" });
  const told = page.getByRole("list", { name: "Found so far" }).getByRole("listitem");
  for (let made = 0; made < checks; made++) {
    await expect(next).toBeVisible({ timeout: 30_000 });
    await next
      .getByRole("button", { name: /^It was not that$|%/ })
      .first()
      .click();
    await expect(told).toHaveCount(made + 1);
    await expect(page.getByText("Working out what comes next")).toBeHidden({ timeout: 30_000 });
  }
  await page
    .getByRole("region", { name: "What it may be" })
    .getByRole("button", { name: cause })
    .click();
  await expect(page.getByText("Found:")).toBeVisible();
}

/** Makes the first of the choices a quote. */
export async function quote(page: Page, shop: Shop, number: string, which = 0): Promise<void> {
  await page.goto(`${shop.url}/tickets/${number}/price`);
  await hydrated(page);
  const quotes = page.getByRole("article", { name: /^Quote/ });
  const before = await quotes.count();
  const make = page.getByRole("button", { name: /^(Make this a quote|Quote the labour)$/ });
  await make.nth(which).click();
  await expect(quotes).toHaveCount(Math.min(2, before + 1));
}

/** The customer's word on the last quote, and what shows that it is written. */
export async function answer(page: Page, word: "Yes" | "No" | "Not yet"): Promise<void> {
  const said = page.waitForResponse((response) => response.request().method() === "POST");
  await page
    .getByRole("region", { name: "The customer says" })
    .getByRole("button", { name: word, exact: true })
    .click();
  expect((await said).status()).toBeLessThan(300);
}

/** Through the whole job at the bench, to the ticket's page. */
export async function build(page: Page, shop: Shop, number: string): Promise<void> {
  await openBench(page, shop, number);
  await onwardTo(page, /^Count what lies/);
  await noneLeft(page);
  await expect(page).toHaveURL(/\/tickets\/\d+$/);
  await hydrated(page);
}
