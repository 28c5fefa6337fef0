import type { Page } from "@playwright/test";
import { expect, openBench, ready, stepLine, test } from "./shop.ts";

test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isAlone: true });

/** The big button that Space presses too. */
const done = (page: Page) => page.locator(".press-big", { hasText: "Space" });

/** The next thing to do, with a thumb: a stop gets its good answer, a gate its plug, all else is the big button. */
async function thumb(page: Page): Promise<void> {
  const stop = page.locator("[data-stop]");
  if ((await stop.count()) > 0) {
    const id = (await stop.getAttribute("data-stop")) ?? "";
    await page
      .getByRole("button", { name: /^(lithium|bulge)/.test(id) ? /^No/ : /^Yes/ })
      .first()
      .tap();
  } else if ((await done(page).count()) > 0) await done(page).tap();
  else await page.locator(".press-big").first().tap();
  await ready(page);
}

test("on a tablet held upright a job is led by thumb: down, swap and up to the first gate", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  const map = (await page.locator('svg[aria-label^="Map"]').boundingBox())!;
  expect(map.width).toBeGreaterThan(700);
  const seen: string[] = [];
  for (let i = 0; i < 60; i++) {
    const line = (await stepLine(page).textContent()) ?? "";
    seen.push(line);
    if (line.startsWith("Look")) break;
    const big = done(page);
    if ((await big.count()) > 0) {
      const box = (await big.boundingBox())!;
      expect(box.height).toBeGreaterThanOrEqual(56);
      // In reach of a thumb: in the lower half, and wholly on the screen.
      expect(box.y).toBeGreaterThan(590);
      expect(box.y + box.height).toBeLessThanOrEqual(1180);
    }
    await thumb(page);
  }
  expect(seen.some((line) => line.startsWith("Swap:"))).toBe(true);
  expect(seen.at(-1)).toMatch(/^Look/);
});

test("the count is changed and its reason given by touch, and the step taken back", async ({
  page,
  shop,
}) => {
  await openBench(page, shop, "1007");
  await thumb(page);
  await page.getByRole("button", { name: "One less" }).tap();
  await expect(page.getByText("1 short. Why?")).toBeVisible();
  await page.getByRole("radio", { name: "Was missing when it came in" }).tap();
  await thumb(page);
  await expect(stepLine(page)).toHaveText(/short base screws/);
  await page.getByRole("button", { name: /Take back/ }).tap();
  await ready(page);
  await expect(stepLine(page)).toHaveText(/long base screws/);
});
