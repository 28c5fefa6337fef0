import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect, test as base } from "@playwright/test";
import { hydrated } from "./shop.ts";
import { Server } from "./server.ts";

/** A shop of its own in a folder where nothing is yet. */
const test = base.extend<{ empty: Server }>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads what a fixture needs from its first argument.
  empty: async ({}, use) => {
    const folder = mkdtempSync(path.join(tmpdir(), "bench-empty-"));
    const server = await Server.make();
    await server.open(folder, {});
    await use(server);
    await server.kill();
    rmSync(folder, { recursive: true, force: true });
  },
});

test("an owner starts with nothing: signs in, is led through setting up, takes the first machine in", async ({
  page,
  empty,
}) => {
  const url = `http://127.0.0.1:${empty.port}`;
  const pin = /PIN (\d{6})/.exec(empty.said)![1]!;
  await page.goto(url);
  await hydrated(page);
  // One person works here so far.
  const names = page.getByRole("radio");
  if ((await names.count()) > 0) await names.first().click();
  await page.keyboard.type(pin);
  await expect(page.getByRole("heading", { name: "Counter" })).toBeVisible();
  await page.getByRole("link", { name: "Set the shop up" }).click();
  await expect(page.getByText(/0 of 6 done/)).toBeVisible();
  await hydrated(page);
  // A shop has a name.
  await expect(page.getByRole("button", { name: "Keep name and address" })).toBeDisabled();
  await page.getByLabel("Name of the shop").fill("Ropewalk Repairs");
  await page.getByRole("textbox", { name: "Address" }).fill("4 Ropewalk Lane");
  await page.getByRole("button", { name: "Keep name and address" }).click();
  await expect(page.getByText(/1 of 6 done/)).toBeVisible();
  await page.getByRole("button", { name: "Add Marrowby Tern 15" }).click();
  await expect(page.getByText(/2 of 6 done/)).toBeVisible();
  await page.getByRole("link", { name: "Say what an hour costs, and the tax" }).click();
  await expect(page.getByLabel("An hour of labour")).toBeVisible();
  await page.getByRole("link", { name: "All that a new shop sets up" }).click();
  await hydrated(page);
  await page.getByRole("button", { name: "That is enough" }).click();
  await expect(page.getByRole("button", { name: "That is enough" })).toHaveCount(0);
  await page.goto(`${url}/tickets/new`);
  await hydrated(page);
  await page.getByLabel("Customer").fill("Runa Pell");
  await page.getByLabel("What is wrong").fill("The fan howls.");
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page.getByRole("heading", { name: /1001 Runa Pell/ })).toBeVisible();
  const slip = await page.request.get(`${url}/tickets/1001/papers/intake.pdf`);
  expect(slip.status()).toBe(200);
  await page.goto(url);
  await expect(page.getByRole("link", { name: "Set the shop up" })).toHaveCount(0);
});
