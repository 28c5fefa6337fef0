import type { Page } from "@playwright/test";
import {
  expect,
  hydrated,
  noneLeft,
  onward,
  onwardTo,
  openBench,
  press,
  ready,
  type Shop,
  stepLine,
  takenIn,
  test,
  workAs,
  key,
} from "./shop.ts";

/** From the first screw to the last count, with one key after the other; then the soak. */
async function wholeJob(page: Page, shop: Shop, number: string): Promise<readonly string[]> {
  const seen: string[] = [];
  for (let i = 0; i < 400; i++) {
    const line = (await stepLine(page).textContent()) ?? "";
    seen.push(line);
    if (line.startsWith("Count what lies")) break;
    await onward(page);
  }
  await noneLeft(page);
  await expect(page.getByRole("heading", { name: "Waits for a soak" })).toBeVisible();
  await page.goto(`${shop.url}/tickets/${number}/soak`);
  await hydrated(page);
  await page.getByRole("button", { name: "Run after the work" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Under load")).toBeVisible();
  await expect(page.getByRole("region", { name: "Verdict" })).toContainText("Within the limits", {
    timeout: 60_000,
  });
  return seen;
}

test("a motherboard swap on the convertible, from first screw to soak, by keyboard", async ({
  page,
  shop,
}) => {
  test.setTimeout(400_000);
  const job = { code: "QL13-T1", parts: ["Motherboard"], customer: "Pell Arden" };
  const number = await takenIn(page, shop, job);
  const seen = await wholeJob(page, shop, number);
  expect(seen.filter((line) => line === "Stop, and answer").length).toBeGreaterThan(2);
  expect(seen.filter((line) => line.startsWith("Look:")).length).toBeGreaterThan(1);
  expect(seen.some((line) => line.startsWith("Proof, while it is open"))).toBe(true);
  expect(seen.some((line) => line.startsWith("Proof, with the machine shut"))).toBe(true);
  await page.goto(`${shop.url}/tickets/${number}`);
  await expect(page.getByText(/Soak after/)).toBeVisible();
  await expect(page.getByText(/temperature under load: works/).first()).toBeVisible();
});

test("a palm-rest swap on the big 15-inch, from first screw to soak, by keyboard", async ({
  page,
  shop,
}) => {
  test.setTimeout(400_000);
  const job = { code: "CS15-X", parts: ["Palm rest with keyboard"], customer: "Dorrit Vane" };
  const number = await takenIn(page, shop, job);
  const seen = await wholeJob(page, shop, number);
  expect(seen.filter((line) => line.startsWith("Take out the")).length).toBeGreaterThan(5);
  expect(seen.filter((line) => line.startsWith("Screw in the")).length).toBeGreaterThan(5);
});

test("a wrong screw count at the way back is traced: which lot it can be of", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1004");
  await onwardTo(page, /^Screw in the motherboard screw/);
  await press(page, "c");
  await press(page, "3");
  await press(page, "Space");
  await key(page, "t");
  await expect(page.getByText(/Motherboard screw.*1 came out, 0 went in, 1 short/)).toBeVisible();
  await expect(page.getByText(/1 lost/)).toBeVisible();
  await page.getByLabel("Length, mm").fill("4.05");
  const first = page.getByRole("list", { name: "It can be" }).getByRole("listitem").first();
  await expect(first).toContainText(/screws/);
});

test("the tray shows the lit cell, habits change where the next lot goes, the sheet prints at true size", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  await key(page, "t");
  await expect(page.locator('[data-cell="1"]')).toHaveAttribute("data-lit", "true");
  await page.getByRole("radio", { name: "With the part" }).click();
  await ready(page);
  await key(page, "t");
  await expect(page.getByText("beside the base cover")).toBeVisible();
  await press(page, "Space");
  await key(page, "t");
  await page.getByRole("radio", { name: "Mirror" }).click();
  await ready(page);
  await expect(page.getByRole("group", { name: "Mirror" })).toBeVisible();
  await page.getByRole("link", { name: "Print the sheet" }).click();
  const sheet = page.locator("svg[data-sheet]").first();
  await expect(sheet).toBeVisible();
  const box = (await sheet.boundingBox())!;
  const millimetres = Number((await sheet.getAttribute("width"))!.replace("mm", ""));
  expect(box.width / millimetres).toBeCloseTo(96 / 25.4, 1);
  await page
    .getByRole("button", { name: "The cells of the tray" })
    .or(page.getByRole("link", { name: "The cells of the tray" }))
    .click();
  await expect(page.locator(".sheet")).toHaveCount(1);
  await expect(page.getByText("100 mm: print at 100 %")).toBeVisible();
});

test("a technician's own way of keeping screws is there in the next job", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  await key(page, "t");
  await page.getByRole("radio", { name: "Parked" }).click();
  await ready(page);
  await page.getByRole("button", { name: "Keep as my own way" }).click();
  await expect(page.getByText("kept", { exact: true })).toBeVisible();
  await openBench(page, shop, "1004");
  await key(page, "t");
  await expect(page.getByRole("radio", { name: "Parked" })).toBeChecked();
  await workAs(page, "Tobin Harrow");
  await expect(page.getByRole("radio", { name: "Cells" })).toBeChecked();
});

test("the caliper on the bench names the screw", async ({ page, shop, context }) => {
  await openBench(page, shop, "1004");
  await key(page, "t");
  const standIn = await context.newPage();
  await standIn.goto(`${shop.url}/stand-ins`);
  await hydrated(standIn);
  await standIn.getByLabel("True length, mm").fill("7");
  await standIn.getByRole("button", { name: "Send the caliper’s reading" }).click();
  await expect(standIn.getByText(/Sent: caliper: [67]\.\d\d mm/)).toBeVisible();
  await expect(page.getByLabel("Length, mm")).toHaveValue(/^(6\.9|7\.?)/);
  const first = page.getByRole("list", { name: "It can be" }).getByRole("listitem").first();
  await expect(first).toContainText("Long base screws: cell 1");
});

test("a snag is solved by tapping the map, and the shop remembers what held", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  for (let i = 0; i < 3; i++) await onward(page);
  await key(page, "s");
  await expect(stepLine(page)).toHaveText("The base cover will not come off");
  await page.locator('svg[aria-label^="Map"]').click({ position: { x: 60, y: 60 } });
  await expect(page.locator('[data-near="yes"]')).toBeVisible();
  await expect(page.getByText("Likeliest first, near where it binds:")).toBeVisible();
  const suspects = page.getByRole("list", { name: "Suspects" }).getByRole("listitem");
  await expect(suspects.first()).toContainText("base clips");
  await suspects.first().getByRole("button", { name: "It was this" }).click();
  await ready(page);
  await expect(stepLine(page)).toHaveText(/base clips/);
});

test("a swollen pack stops the job, holds the ticket, and goes on only with a word", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  for (let i = 0; i < 20; i++) {
    if ((await page.locator('[data-stop="lithium:battery"]').count()) > 0) break;
    await onward(page);
  }
  await page.keyboard.press("Space");
  await expect(page.getByRole("alert")).toHaveText(/with Y or N/);
  await key(page, "y");
  await expect(page.getByRole("heading", { name: "Waits for the customer" })).toBeVisible();
  await expect(page.getByText(/held: Look at the battery/)).toBeVisible();
  await page.goto(shop.url);
  await expect(
    page
      .getByRole("region", { name: "Waiting for the customer's word" })
      .getByRole("link", { name: /1007/ }),
  ).toContainText("Held. Stop. Do not charge");
  // Its owner has to be told.
  await expect(
    page.getByRole("region", { name: "To call" }).getByRole("listitem").filter({ hasText: "1007" }),
  ).toContainText("Something came up at the bench");
  await page.goto(`${shop.url}/tickets/1007`);
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  await openBench(page, shop, "1007");
  await expect(stepLine(page)).toHaveText("This job is held");
  await expect(page.getByText(/no heat gun, no blade/)).toBeVisible();
  await page.getByLabel("What was done about it").fill("Taken out by the licensed firm.");
  await expect(page.getByRole("button", { name: "Safe now: go on" })).toBeDisabled();
  await page.getByLabel("Where the pack is now").fill("With the licensed firm.");
  await page.getByRole("button", { name: "Safe now: go on" }).click();
  await ready(page);
  await expect(stepLine(page)).toHaveText(/battery plug/);
  await page.goto(`${shop.url}/tickets/1007`);
  await expect(page.getByText(/the pack is now: With the licensed firm/)).toBeVisible();
});

test("what bulged at the counter is asked for again before the base is pried", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/tickets/new?code=MT15-A3`);
  await hydrated(page);
  await page.getByLabel("Customer").fill("Pell Arden");
  await page.getByLabel("What is wrong").fill("The lid does not shut flat any more.");
  await page.getByLabel("Base bulges, or the machine rocks on the table").check();
  await expect(page.getByRole("alert")).toContainText("do not charge it");
  await page.getByLabel("Fan", { exact: true }).first().check();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(
    page.getByText(/Base bulges.*asked for again before the base is opened/),
  ).toBeVisible();
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  await openBench(page, shop, page.url().split("/").at(-1)!);
  // Live or dead is in sight whatever else is.
  const power = page.getByRole("status", { name: "Power" });
  await expect(power).toContainText("Live");
  for (const name of ["m", "m", "t", "t"]) {
    await key(page, name);
    await expect(power).toBeInViewport();
  }
  const bulge = page.locator('[data-stop="bulge"]');
  for (let i = 0; i < 6 && (await bulge.count()) === 0; i++) await onward(page);
  await expect(bulge).toContainText("Look along the edge");
  await press(page, "n");
  await expect(stepLine(page)).toHaveText(/base clips/);
});

test("a function that fails points to its plug; going back leads there and up again", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1004");
  await onwardTo(page, /^Proof/);
  await expect(page.getByRole("status", { name: "Power" })).toContainText("On");
  for (let i = 0; i < 6; i++) {
    if ((await page.getByText("Opened in this job: fan plug").count()) > 0) break;
    await press(page, "Space");
  }
  await press(page, "f");
  const back = page.getByRole("region", { name: "Go back" });
  await expect(back).toContainText("Fan fails. Go back to:");
  await back.getByRole("button", { name: /Fan plug/ }).click();
  await ready(page);
  // It was on: nothing is opened before it is off, the battery plug open, the board drained.
  await expect(stepLine(page)).toHaveText("Stop, and answer");
  await onwardTo(page, /^Unplug the battery plug/);
  await onwardTo(page, /^Unplug the fan plug/);
  await expect(page.getByRole("status", { name: "Power" })).toContainText("Dead");
  await onwardTo(page, /^Back at: the fan plug/);
  await press(page, "Space");
  await onwardTo(page, /^Count what lies/);
});

test("a note is kept for the next one at this model's step; a picture is shown again", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 415/);
  await openBench(page, shop, "1007");
  await press(page, "y");
  await key(page, "n");
  await page.getByLabel("Note", { exact: true }).fill("The third one is tight: press hard.");
  await page.getByRole("button", { name: "Keep the note" }).click();
  await expect(page.getByRole("button", { name: /Take the note away: The third/ })).toBeVisible();
  await page.getByRole("button", { name: "Back" }).first().click();
  await expect(page.getByText("The third one is tight: press hard.")).toBeVisible();
  await key(page, "p");
  const file = page.locator('input[type="file"]');
  const text = { name: "photo.jpg", mimeType: "image/jpeg", buffer: Buffer.from("no picture") };
  await file.setInputFiles(text);
  await expect(page.getByRole("alert")).toHaveText(/This is no picture/);
  await file.setInputFiles("docs/screenshots/counter.png");
  await expect(page.getByAltText(/Picture of this step/)).toBeVisible();
  await page.getByRole("button", { name: "Camera on" }).click();
  await page.getByRole("button", { name: "Take the picture" }).click();
  await expect(page.getByAltText(/Picture of this step/)).toHaveCount(2);
  await page.getByRole("button", { name: "Back to the step" }).click();
  await expect(page.getByAltText(/Picture of this step/)).toHaveCount(2);
});

test("two pages on one job see each other's ticks without being reloaded", async ({
  page,
  shop,
  context,
}) => {
  await openBench(page, shop, "1007");
  const other = await context.newPage();
  await openBench(other, shop, "1007");
  await press(page, "y");
  const line = (await stepLine(page).textContent())!;
  await expect(stepLine(other)).toHaveText(line);
  await press(other, "Space");
  const next = (await stepLine(other).textContent())!;
  await expect(stepLine(page)).toHaveText(next);
  await shownAs(other, "hidden");
  await press(page, "Space");
  const third = (await stepLine(page).textContent())!;
  expect(third).not.toBe(next);
  await expect(stepLine(other)).toHaveText(next);
  await shownAs(other, "visible");
  await expect(stepLine(other)).toHaveText(third);
});

/** As when a tab goes behind another, or comes back. */
async function shownAs(page: Page, how: "hidden" | "visible"): Promise<void> {
  await page.evaluate((state) => {
    Object.defineProperty(document, "visibilityState", { value: state, configurable: true });
    document.dispatchEvent(new Event("visibilitychange"));
  }, how);
}

test("ticks made while the server is away wait in the browser, even through a closed tab, and are sent once each", async ({
  page,
  shop,
  context,
  calm,
}) => {
  calm.expected.push(/Failed to load resource/, /ERR_/);
  await openBench(page, shop, "1007");
  await press(page, "y");
  await shop.kill();
  await page.keyboard.press("Space");
  await page.keyboard.press("Space");
  await expect(page.getByText("Not saved yet: 2 ticks wait")).toBeVisible();
  const line = (await stepLine(page).textContent())!;
  await page.close();
  await shop.start();
  const again = await context.newPage();
  await openBench(again, shop, "1007");
  await expect(stepLine(again)).toHaveText(line);
  await ready(again);
  const heard = await again.evaluate(async (address) => {
    const response = await fetch(address);
    const reader = response.body!.getReader();
    const { value } = await reader.read();
    await reader.cancel();
    return new TextDecoder().decode(value);
  }, `${shop.url}/tickets/1007/stream?after=0`);
  const { events } = JSON.parse(heard.replace(/^data: /, "")) as { events: { id: string }[] };
  expect(events).toHaveLength(4);
  expect(new Set(events.map(({ id }) => id)).size).toBe(4);
});
