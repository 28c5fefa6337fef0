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
  stepLine,
  test,
  post,
  key,
} from "./shop.ts";

/** Tabs until the focus is on something of this name; fails after a page's worth of tabs. */
async function tabTo(page: Page, name: string | RegExp): Promise<void> {
  for (let i = 0; i < 90; i++) {
    await page.keyboard.press("Tab");
    const focused = await page.evaluate(() => {
      const element = document.activeElement;
      if (!element) return "";
      const isField = element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement;
      const label = isField ? element.labels?.[0]?.textContent : "";
      return (label || element.getAttribute("aria-label") || element.textContent || "").trim();
    });
    if (typeof name === "string" ? focused.startsWith(name) : name.test(focused)) return;
  }
  throw new Error(`no way to ${name} by Tab`);
}

test("a battery-and-fan job from new ticket to closed, by keyboard alone", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await hydrated(page);
  await key(page, "n");
  await expect(page.getByRole("heading", { name: "Take a machine in" })).toBeVisible();
  await page.keyboard.type("Jory Pellam");
  await tabTo(page, "Code on the underside");
  await page.keyboard.type("mt15-a3");
  await expect(page.getByText("Marrowby Tern 15").first()).toBeVisible();
  await tabTo(page, "What is wrong");
  await page.keyboard.type("Fan screams and the battery is flat by noon.");
  await tabTo(page, "Battery");
  await page.keyboard.press("Space");
  await tabTo(page, /^Fan$/);
  await page.keyboard.press("Space");
  await tabTo(page, "Open the ticket");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: /1036 Jory Pellam/ })).toBeVisible();
  await tabTo(page, "Customer says yes: parts are here");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  await tabTo(page, "Begin at the bench");
  await page.keyboard.press("Enter");
  await expect(stepLine(page)).toHaveText("Stop, and answer");
  await ready(page);
  await page.keyboard.press("Space");
  await expect(page.getByRole("alert")).toHaveText(/with Y or N/);
  await press(page, "y");
  await expect(stepLine(page)).toHaveText(/Take out the long base screws: 6/);
  const seen: string[] = [];
  const quick = page.getByText(/\d+ steps in \d+ seconds; the guide gives them \d+ minutes/);
  for (let i = 0; i < 160; i++) {
    const line = (await stepLine(page).textContent()) ?? "";
    seen.push(line);
    if (line.startsWith("Count what lies")) break;
    if (line.startsWith("Swap")) {
      // No hand is so quick: that is asked, once a job.
      await expect(quick).toBeVisible();
      await page.getByRole("button", { name: "All done" }).click();
      await expect(quick).toHaveCount(0);
    }
    await onward(page);
  }
  expect(seen.filter((line) => line.startsWith("Look:")).length).toBeGreaterThan(0);
  expect(seen.some((line) => line.startsWith("Swap:"))).toBe(true);
  expect(seen.filter((line) => line.startsWith("Power it on")).length).toBeGreaterThan(0);
  expect(seen.filter((line) => line.startsWith("Proof,")).length).toBeGreaterThan(1);
  await expect(quick).toHaveCount(0);
  await noneLeft(page);
  await expect(page.getByRole("heading", { name: "Waits for a soak" })).toBeVisible();
  await expect(page.getByText("No soak was run since it was shut.")).toBeVisible();
  await expect(page.getByRole("link", { name: "Run the soak" })).toBeVisible();
  await tabTo(page, "Why it goes out all the same");
  await page.keyboard.type("A new fan: it was heard at the bench.");
  await tabTo(page, "It goes out all the same");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Waits for collection" })).toBeVisible();
  await tabTo(page, "Payment and hand-back");
  await page.keyboard.press("Enter");
  await tabTo(page, "Amount");
  await page.keyboard.type("90");
  await tabTo(page, "Take the payment");
  await page.keyboard.press("Enter");
  await expect(page.getByText("90.00, card")).toBeVisible();
  await tabTo(page, "Hand it back");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Handed back", exact: true })).toBeVisible();
});

test("the same step is there after a reload, in another browser, and after the server was killed", async ({
  page,
  shop,
  browser,
  calm,
}) => {
  calm.expected.push(/Failed to load resource/);
  await openBench(page, shop, "1007");
  for (let i = 0; i < 4; i++) await onward(page);
  const line = (await stepLine(page).textContent())!;
  await page.reload();
  await expect(stepLine(page)).toHaveText(line);
  const other = await (await browser.newContext()).newPage();
  await shop.signIn(other, "tobin");
  await other.goto(page.url());
  await expect(stepLine(other)).toHaveText(line);
  await hydrated(page);
  await shop.kill();
  await page.keyboard.press("Space");
  await expect(page.getByRole("status").filter({ hasText: "Not saved yet" })).toBeVisible();
  await shop.start();
  await ready(page);
  const next = (await stepLine(page).textContent())!;
  expect(next).not.toBe(line);
  await other.reload();
  await expect(stepLine(other)).toHaveText(next);
});

test("a short count is not passed without its reason, and the reason is in the record", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  await expect(stepLine(page)).toHaveText(/long base screws: 6/);
  await key(page, "c");
  await expect(page.getByText("1 short. Why?")).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page.getByRole("alert")).toHaveText(/5 of 6: 1 short. Say why/);
  await page.keyboard.press("1");
  await press(page, "Space");
  await expect(stepLine(page)).toHaveText(/short base screws, front row: 4/);
  await page.goto(`${shop.url}/tickets/1007`);
  const row = page.getByRole("row", { name: /Long base screws/ });
  await expect(row).toContainText("missing at intake");
});

test("a pedal held down is one press, and goes on after a reason was tapped", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  await page.keyboard.press("-");
  await page.getByRole("radio", { name: "Was missing when it came in" }).click();
  for (let i = 0; i < 5; i++) await page.keyboard.down("Space");
  await page.keyboard.up("Space");
  await ready(page);
  await expect(stepLine(page)).toHaveText(/short base screws, front row: 4/);
  await page.keyboard.press("Control+c");
  await expect(page.getByText("1 short. Why?")).toHaveCount(0);
  await page.keyboard.press("?");
  await page.keyboard.press("Space");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Keys of this page" })).toHaveCount(0);
  await expect(stepLine(page)).toHaveText(/short base screws, front row: 4/);
});

test("a look at a region is one press; what is not in is put in next, and nobody gets past it", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1004");
  await onwardTo(page, /^Look:/);
  await expect(
    page.getByText("Before the power goes on: the next parts hide these."),
  ).toBeVisible();
  const items = page.getByRole("button", { name: /: not in$/ });
  const many = await items.count();
  expect(many).toBeGreaterThan(1);
  expect(many).toBeLessThanOrEqual(6);
  const name = (await items.first().getAttribute("aria-label"))!.replace(/: not in$/, "");
  await items.first().click();
  await ready(page);
  // What is not in comes next; made again, all of the region is looked at once more.
  await expect(stepLine(page)).toContainText(name, { ignoreCase: true });
  await press(page, "Space");
  await expect(stepLine(page)).toHaveText(/^Look:/);
  while (/^Look:/.test(await stepLine(page).innerText())) await press(page, "Space");
  await expect(stepLine(page)).toHaveText(/battery/);
  const skipped = await post(page, `${shop.url}/tickets/1005/events`, {
    data: {
      id: "by-hand-0001",
      at: new Date().toISOString(),
      after: 999,
      entry: { do: "place", parts: ["base", "feet"] },
    },
  });
  expect(skipped.status()).toBe(409);
});

test("a step the rules do not allow is refused in words, and nothing changes", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  const before = (await stepLine(page).textContent())!;
  await page.locator('[data-part="base"]').click({ position: { x: 60, y: 200 } });
  await expect(stepLine(page)).toHaveText(/^Lift the base cover out/);
  await page.keyboard.press("Space");
  await expect(page.getByRole("alert")).toHaveText(/still hold it/);
  await expect(stepLine(page)).toHaveText(before);
  const early = await post(page, `${shop.url}/tickets/1007/events`, {
    data: {
      id: "by-hand-0002",
      at: new Date().toISOString(),
      after: 2,
      entry: { do: "release", joint: "battery-plug" },
    },
  });
  expect(early.status()).toBe(422);
  expect(await early.json()).toMatchObject({
    error: { type: "refused", refusal: { type: "blocked", block: { type: "joint-covered" } } },
  });
});

test("the last step can be taken back", async ({ page, shop }) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  const first = (await stepLine(page).textContent())!;
  await press(page, "Space");
  await expect(stepLine(page)).not.toHaveText(first);
  await press(page, "Backspace");
  await expect(stepLine(page)).toHaveText(first);
  await page.keyboard.press("?");
  await expect(page.getByText("Take the last step back")).toBeVisible();
});

test("what broke in the hand is kept at its place, with what can be done about it", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await press(page, "y");
  await key(page, "b");
  await expect(stepLine(page)).toHaveText("It broke");
  await expect(page.getByRole("combobox", { name: "Where it broke" })).toHaveText(
    "Long base screws",
  );
  await page.getByRole("button", { name: "Screw head" }).click();
  await expect(page.getByText(/A rubber band between bit and head/)).toBeVisible();
  await page.getByLabel("How it was mended, or left").fill("came out with a rubber band");
  await page.getByRole("button", { name: "Keep: the desk tells" }).click();
  await ready(page);
  await expect(
    page.getByText(/Broken here\. Long base screws: screw head; came out/),
  ).toBeVisible();
});
