import type { Page } from "@playwright/test";
import { expect, hydrated, onwardTo, openBench, ready, stepLine, test, key } from "./shop.ts";

/**
 * As a scanner types: one key right after the other, with Enter at the end; nobody waits for an answer between. The keys
 * carry a scanner's own times, 2 ms apart: what a busy machine makes of them is not its doing.
 */
async function scan(page: Page, text: string): Promise<void> {
  const browser = await page.context().newCDPSession(page);
  const enter = { key: "Enter", code: "Enter", text: "\r", windowsVirtualKeyCode: 13 };
  const keys = [...[...text].map((key) => ({ key, text: key })), enter];
  const start = Date.now() / 1000;
  await Promise.all(
    keys.flatMap((key, i) => {
      const pressed = { ...key, timestamp: start + i * 0.002 };
      return [
        browser.send("Input.dispatchKeyEvent", { type: "keyDown", ...pressed }),
        browser.send("Input.dispatchKeyEvent", { type: "keyUp", ...pressed }),
      ];
    }),
  );
  await browser.detach();
}

test("a scanner that types gives a code, and never a command", async ({ page, shop }) => {
  await openBench(page, shop, "1007");
  await expect(stepLine(page)).toHaveText("Stop, and answer");
  // Its letters would answer the stop, open the note and the tray.
  await scan(page, "ynt-7120");
  await expect(page.getByText(/^Scanned ynt-7120. This step asks for no code/)).toBeVisible();
  await expect(stepLine(page)).toHaveText("Stop, and answer");
  await expect(page.getByText("A note for the next one")).toHaveCount(0);
  // With the focus on a button its Enter presses nothing.
  await page.getByRole("button", { name: /^Yes/ }).focus();
  await scan(page, "MT15-A2");
  await expect(page.getByText(/^Scanned MT15-A2/)).toBeVisible();
  await expect(stepLine(page)).toHaveText("Stop, and answer");
  // Fingers do what they did.
  await key(page, "y");
  await expect(stepLine(page)).not.toHaveText("Stop, and answer");
  await ready(page);
  await onwardTo(page, /^Swap/);
  // Its fields come a picture after its heading.
  await expect(page.getByLabel("Code on the new").first()).toBeVisible();
  await scan(page, "NEW-88231");
  await expect(page.getByLabel("Code on the new").first()).toHaveValue("NEW-88231");
  await expect(stepLine(page)).toHaveText(/^Swap/);
});

test("anywhere else a scan is looked up: a ticket, a machine's code", async ({ page, shop }) => {
  await page.goto(`${shop.url}/days`);
  await hydrated(page);
  await scan(page, "1004");
  await expect(page.getByRole("heading", { name: /^1004 / })).toBeVisible();
  await scan(page, "MT15-A3");
  await expect(page.getByRole("heading", { name: "Take a machine in" })).toBeVisible();
});
