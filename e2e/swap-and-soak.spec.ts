import {
  choose,
  expect,
  hydrated,
  noneLeft,
  onwardTo,
  openBench,
  press,
  stepLine,
  takenIn,
  test,
} from "./shop.ts";

test("scanner and gauge are heard at the swap of a battery", async ({ page, shop, context }) => {
  await openBench(page, shop, "1007");
  await onwardTo(page, /^Swap:/);
  const standIn = await context.newPage();
  await standIn.goto(`${shop.url}/stand-ins`);
  await hydrated(standIn);
  await standIn.getByRole("button", { name: "Scan it" }).click();
  await expect(page.getByText("✓ the same code")).toBeVisible();
  await standIn.getByLabel("Cycles").fill("1200");
  await standIn.getByRole("button", { name: "Send the gauge’s reading" }).click();
  const gauge = page.getByRole("region", { name: "The new pack on the gauge" });
  await expect(gauge).toContainText("worn: offer a new one");
  await press(page, "Space");
  await onwardTo(page, /^Count what lies/);
  await noneLeft(page);
  await expect(page.getByText(/Battery, TN-B41/i)).toBeVisible();
});

test("the swap says what paste and memory it takes, and compares the codes", async ({
  page,
  shop,
}) => {
  const job = { code: "MT15-A3", parts: ["Heatsink"], customer: "Lio Marsh" };
  await takenIn(page, shop, job);
  await onwardTo(page, /^Swap:/);
  const paste = page.getByRole("region", { name: /Paste under the heatsink/ });
  await expect(paste).toContainText("8.2 mm³");
  await paste.getByLabel("Joint, mm").fill("0.1");
  await expect(paste).toContainText("16.4 mm³");
  await page.getByLabel("Code on the new heatsink").fill("tn15 hs");
  await expect(page.getByText("✓ the same code")).toBeVisible();
  await page.getByLabel("Code on the new heatsink").fill("TN15-XX");
  await expect(page.getByText("✗ Another code")).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Code on the new heatsink")).toHaveValue("TN15-XX");
});

test("a soak that is hotter than before points at its causes, and sends the machine back", async ({
  page,
  shop,
  calm,
}) => {
  test.setTimeout(150_000);
  await page.goto(`${shop.url}/tickets/1003/soak`);
  await hydrated(page);
  await page.getByRole("button", { name: "Run before the work" }).click();
  await expect(page.getByText("Under load")).toBeVisible();
  await expect(page.getByText("Under load")).toHaveCount(0, { timeout: 60_000 });
  await choose(page, "The machine on it is", "too little paste");
  await page.getByRole("button", { name: "Run after the work" }).click();
  const verdict = page.getByRole("region", { name: "Verdict" });
  await expect(verdict).toContainText("Hotter than before the work", { timeout: 60_000 });
  await expect(verdict.getByRole("listitem").first()).toContainText("paste");
  await page.reload();
  await expect(page.getByRole("region", { name: "Verdict" })).toContainText("Hotter than before");
  calm.expected.push(/status of 422/);
  await page.getByRole("link", { name: /1003/ }).click();
  await expect(page.getByText(/✗ Hotter than before the work/)).toBeVisible();
  await page.getByRole("button", { name: "It goes out all the same" }).click();
  await expect(page.getByRole("alert")).toContainText("Write down why it goes out");
  await page.getByRole("button", { name: "Not passed: back to the bench" }).click();
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  await expect(page.getByText(/at the bench \(Hotter than before the work/)).toBeVisible();
  await page.getByRole("link", { name: "Go on at the bench" }).click();
  await expect(stepLine(page)).toHaveText("Stop, and answer");
  await expect(page.getByRole("button", { name: /Take back/ })).toBeDisabled();
});
