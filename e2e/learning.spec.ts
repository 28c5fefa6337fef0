import type { Page } from "@playwright/test";
import sharp from "sharp";
import {
  expect,
  hydrated,
  noneLeft,
  onward,
  openBench,
  press,
  type Shop,
  stepLine,
  test,
  key,
} from "./shop.ts";

/** Taps shares of the map, one after the other. */
async function tapMap(page: Page, ...spots: readonly (readonly [number, number])[]): Promise<void> {
  const box = (await page.getByRole("group", { name: /^Map:/ }).boundingBox())!;
  for (const [x, y] of spots) {
    await page.mouse.click(box.x + box.width * x, box.y + box.height * y);
  }
}

/** Takes in a machine that no guide answers to; gives the number of its ticket. */
async function unknownTakenIn(page: Page, shop: Shop): Promise<string> {
  await page.goto(`${shop.url}/tickets/new`);
  await hydrated(page);
  await page.getByLabel("Customer").fill("Ansel Rook");
  await page.getByLabel("What is wrong").fill("Empty after ten minutes.");
  await page.getByLabel("Code on the underside").fill("UX-330");
  await page.getByLabel("Maker").fill("Umber");
  await page.getByLabel("Model").fill("Ox 13");
  await page.getByLabel("Width, mm").fill("305");
  await page.getByLabel("Depth, mm").fill("212");
  await page.getByRole("checkbox", { name: "Battery", exact: true }).check();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await expect(page).toHaveURL(/\/tickets\/\d+$/);
  return /\d+$/.exec(page.url())![0];
}

/** It lies at the bench, with its first stops answered. */
async function unknownAtBench(page: Page, shop: Shop): Promise<string> {
  const number = await unknownTakenIn(page, shop);
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  await openBench(page, shop, number);
  await press(page, "y");
  await press(page, "n");
  await expect(stepLine(page)).toHaveText("Lift the battery out");
  return number;
}

/** The base plate and its four screws are entered, and off. */
async function baseOff(page: Page): Promise<void> {
  await key(page, "l");
  await page.getByRole("radio", { name: "a part over it" }).click();
  await page.getByLabel("Called").fill("Base plate");
  await page.getByRole("button", { name: "It is over the battery" }).click();
  await expect(stepLine(page)).toHaveText("Lift the base plate out");
  await key(page, "l");
  await tapMap(page, [0.15, 0.2], [0.85, 0.2], [0.15, 0.8], [0.85, 0.8]);
  await page.getByLabel("Length, mm").fill("4.5");
  await page.getByRole("button", { name: "Out they are" }).click();
  await expect(page.locator(".bench-job")).toContainText("4.5 mm");
  await page.keyboard.press("Space");
  // Now it can be seen, it is looked at.
  await expect(page.getByText(/Look at the battery/)).toBeVisible();
}

test("a machine nobody knows: from the counter to closed, and its next battery is planned", async ({
  page,
  shop,
}) => {
  test.setTimeout(240_000);
  await unknownAtBench(page, shop);
  await baseOff(page);
  await press(page, "n");
  // Nothing is unplugged before the battery's own plug is known.
  await key(page, "l");
  await page.getByRole("radio", { name: "plug", exact: true }).click();
  await expect(page.getByRole("checkbox", { name: "It takes the battery off" })).toBeChecked();
  await tapMap(page, [0.5, 0.45]);
  await page.getByRole("button", { name: "Undone" }).click();
  await expect(page.getByText("battery off, the board still holds charge")).toBeVisible();
  await expect(stepLine(page)).toHaveText("Lift the battery out");
  // Half way, somebody else takes over on a page loaded anew.
  await page.reload();
  await hydrated(page);
  await expect(stepLine(page)).toHaveText("Lift the battery out");
  const seen: string[] = [];
  for (let i = 0; i < 40; i++) {
    const line = (await stepLine(page).textContent()) ?? "";
    seen.push(line);
    if (line.startsWith("Count what lies")) break;
    await onward(page);
  }
  expect(seen.join("; ")).toContain("Look");
  expect(seen).toContain("Screw in the base plate screws: 4");
  await noneLeft(page);
  await expect(page.getByRole("heading", { name: "Waits for a soak" })).toBeVisible();
  await page.goto(`${shop.url}/guides/umber-ox-13?for=battery`);
  await hydrated(page);
  await expect(page.getByText("Take out the base plate screws: 4")).toBeVisible();
  await page.getByRole("tab", { name: "Versions" }).click();
  await expect(page.getByText(/Learnt on ticket \d+/)).toBeVisible();
});

test.describe("in a browser that keeps its pages", () => {
  test.use({ isAlone: true });

  test("what was entered is taken back; offline it waits, and is written when the server is there again", async ({
    page,
    context,
    shop,
    calm,
  }) => {
    // As the page says it, and as the service worker hands it on.
    calm.expected.push(/ERR_INTERNET_DISCONNECTED/, /ERR_FAILED/);
    const number = await unknownAtBench(page, shop);
    await context.setOffline(true);
    await baseOff(page);
    await expect(page.getByText(/Not saved yet: \d+ ticks? waits?/)).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText("saved", { exact: true })).toBeVisible({ timeout: 30_000 });
    await openBench(page, shop, number);
    await press(page, "n");
    await expect(stepLine(page)).toHaveText("Lift the battery out");
    // The look, the lift, the screws.
    for (let i = 0; i < 3; i++) await press(page, "Backspace");
    await expect(stepLine(page)).toHaveText("Take out the base plate screws: 4");
  });
});

test("a slanted picture is straightened and drawn on; bad ones are refused in words", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/415/);
  await unknownAtBench(page, shop);
  await key(page, "l");
  await page.getByRole("button", { name: "Take a picture" }).click();
  const file = page.locator('input[type="file"]');
  const corners = [
    [0.1, 0.1],
    [0.9, 0.15],
    [0.95, 0.9],
    [0.05, 0.85],
  ] as const;
  const tapPicture = async () => {
    const picture = page.getByRole("button", { name: /The picture: tap/ });
    for (const [x, y] of corners) {
      // It takes its size when it is drawn, and what is said above it changes with each tap.
      await picture.hover();
      const box = (await picture.boundingBox())!;
      await picture.click({ position: { x: box.width * x, y: box.height * y } });
    }
  };
  const grey = sharp({ create: { width: 800, height: 600, channels: 3, background: "#777" } });
  await file.setInputFiles({
    name: "inside.png",
    mimeType: "image/png",
    buffer: await grey.png().toBuffer(),
  });
  await expect(page.getByText("Tap the four corners of the machine: 0 so far.")).toBeVisible();
  await tapPicture();
  await page.getByRole("button", { name: "Use it" }).click();
  await expect(page.getByRole("radio", { name: "Underside, picture" })).toBeChecked();
  await expect(page.locator("svg image")).toHaveAttribute("href", /\/photos\//);
  await page.getByRole("button", { name: "Take a picture" }).click();
  await file.setInputFiles({
    name: "broken.png",
    mimeType: "image/png",
    buffer: Buffer.concat([(await grey.png().toBuffer()).subarray(0, 200), Buffer.alloc(300)]),
  });
  // What cannot be drawn has no corners to tap.
  await page.getByRole("button", { name: "Another picture" }).click();
  await expect(page.getByText("Or a file: JPEG, PNG or WebP, up to 20 MB")).toBeVisible();
});

test("a machine nobody knows has no minutes: it is quoted by those that a person allows", async ({
  page,
  shop,
}) => {
  const number = await unknownTakenIn(page, shop);
  await expect(page.getByText(/proven, no way is shorter/)).toHaveCount(0);
  await page.goto(`${shop.url}/tickets/${number}/price`);
  await hydrated(page);
  await expect(page.getByText(/Nobody here has taken the battery out of this model/)).toBeVisible();
  await page.getByRole("textbox", { name: "Another source" }).fill("A pack by post");
  await page.getByRole("textbox", { name: "Asks" }).fill("40.00");
  await page.getByRole("textbox", { name: "Days" }).fill("3");
  await page.getByRole("button", { name: "Add it to the choices" }).click();
  const make = page.getByRole("button", { name: "Make this a quote" });
  await expect(make).toHaveCount(0);
  const minutes = page.getByLabel("Minutes you allow");
  await minutes.fill("soon");
  await expect(page.getByText("A whole number, 1 to 1000")).toBeVisible();
  await minutes.fill("45");
  await make.first().click();
  await expect(page.getByRole("article", { name: /^Quote/ })).toContainText(
    "about 45 min at the bench",
  );
});

test("a code that is a slip away is offered; the new model is for what is really new", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/tickets/new`);
  await hydrated(page);
  await page.getByLabel("Code on the underside").fill("MT15-A9");
  const near = page.getByRole("region", { name: "Machines it may be" });
  await near.getByRole("button", { name: "MT15-A2" }).click();
  await expect(page.getByRole("heading", { name: "Marrowby Tern 15" })).toBeVisible();
});

test("questions about a learnt machine: a key each, taken back, kept as the next version", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides/zellick-kite-14`);
  await hydrated(page);
  await page.getByRole("tab", { name: "Questions" }).click();
  const question = page.getByRole("region", { name: "The question" });
  const gap = page.getByRole("region", { name: "How well it is known" });
  await expect(question).toBeVisible({ timeout: 30_000 });
  const [first, before] = [await question.innerText(), await gap.innerText()];
  await key(page, "y");
  await expect(question).not.toHaveText(first, { timeout: 30_000 });
  await expect(gap).not.toHaveText(before);
  await page.getByRole("button", { name: "Take the last answer back" }).click();
  await expect(gap).toHaveText(before, { useInnerText: true, timeout: 30_000 });
  await expect(page.getByRole("button", { name: "Keep what was answered" })).toBeDisabled();
  await expect(page.getByText("Thinking about the next question")).toHaveCount(0);
  await key(page, "y");
  await expect(page.getByRole("button", { name: "Keep what was answered" })).toBeEnabled();
  await page.reload();
  await hydrated(page);
  await page.getByRole("tab", { name: "Questions" }).click();
  await page.getByRole("button", { name: "Keep what was answered" }).click();
  await expect(page.getByRole("button", { name: "Keep what was answered" })).toBeDisabled();
  await page.getByRole("tab", { name: "Versions" }).click();
  await expect(page.getByText(/questions? answered/i)).toBeVisible();
});

test("what is in the way is entered without a mouse: the arrows lead over the map, Enter taps", async ({
  page,
  shop,
}) => {
  await unknownAtBench(page, shop);
  await key(page, "l");
  const map = page.getByRole("group", { name: /^Map:/ });
  await map.focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Tap each screw on the map: 2 so far.")).toBeVisible();
  await expect(page.locator("[data-spot]")).toHaveCount(2);
  await page.getByLabel("Length, mm").fill("3");
  await page.getByRole("button", { name: "Out they are" }).press("Enter");
  await expect(stepLine(page)).toHaveText("Lift the battery out");
  await expect(page.locator(".bench-job")).toContainText("3 mm");
});

test("how a fact of a learnt guide is known is said on its map, and what is assumed is dashed", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides/zellick-kite-14`);
  await hydrated(page);
  await page.getByRole("tab", { name: "Map" }).click();
  await expect(page.getByText("What is dashed is only assumed")).toBeVisible();
  await page.locator('[data-part="battery"]').first().dispatchEvent("click");
  const known = page.getByRole("list", { name: "How it is known" });
  await expect(known).toContainText("entered at the bench.");
  await expect(known).toContainText(/lies over the .*: (assumed|seen|said)/);
});
