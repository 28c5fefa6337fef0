import { cpSync, existsSync, mkdtempSync, renameSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import {
  expect,
  hydrated,
  onward,
  openBench,
  post,
  ready,
  stepLine,
  test,
  workAs,
  key,
} from "./shop.ts";

test.use({ isAlone: true });

/** In the page: whether it and all its files are kept. */
async function isKept(): Promise<boolean> {
  const files = performance.getEntriesByType("resource").map(({ name }) => name);
  const own = files.filter((name) => /\/assets\//.test(name));
  const kept = await Promise.all([location.href, ...own].map((file) => caches.match(file)));
  return own.length > 0 && kept.every((one) => one !== undefined);
}

test("the bench of an open job opens without its server; what is ticked there goes out from another page", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/Failed to load resource/, /net::ERR/);
  await openBench(page, shop, "1007");
  await expect
    .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null))
    .toBe(true);
  // Once more, now that the page is kept; and its files with it.
  await openBench(page, shop, "1007");
  await onward(page);
  await expect.poll(() => page.evaluate(isKept)).toBe(true);
  const line = (await stepLine(page).textContent())!;
  await shop.kill();
  await page.reload();
  await hydrated(page);
  await expect(stepLine(page)).toHaveText(line);
  await page.keyboard.press("Space");
  await expect(
    page.getByRole("status").filter({ hasText: "Not saved yet: 1 tick waits" }),
  ).toBeVisible();
  await expect(stepLine(page)).not.toHaveText(line);
  const next = (await stepLine(page).textContent())!;
  await shop.start();
  page.on("dialog", (dialog) => void dialog.accept());
  await page.goto(shop.url);
  await hydrated(page);
  await page.waitForResponse((one) => one.url().endsWith("/tickets/1007/events") && one.ok());
  const other = await page.context().newPage();
  await other.goto(`${shop.url}/tickets/1007/bench`);
  await expect(stepLine(other)).toHaveText(next);
});

test("an older copy of the record is told of at the bench, which sends what is missing from it again", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/Failed to load resource/, /net::ERR/, /status of 409/);
  await openBench(page, shop, "1007");
  await onward(page);
  const aside = mkdtempSync(path.join(tmpdir(), "bench-older-"));
  await shop.kill();
  cpSync(shop.folder, aside, { recursive: true });
  await shop.start();
  await ready(page);
  for (let i = 0; i < 3; i++) await onward(page);
  await shop.kill();
  rmSync(shop.folder, { recursive: true, force: true });
  cpSync(aside, shop.folder, { recursive: true });
  await shop.start();
  await page.keyboard.press("Space");
  await expect(page.getByText("The shop's record is an older copy than this bench")).toBeVisible();
  await ready(page);
  const line = (await stepLine(page).textContent())!;
  await page.reload();
  await hydrated(page);
  await expect(stepLine(page)).toHaveText(line);
});

test("a screen that was signed out says so at the bench, keeps the tick, and sends it when somebody is in again", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 401/, /Failed to load resource/);
  await openBench(page, shop, "1007");
  expect((await post(page, `${shop.url}/sign-out`, { form: {}, maxRedirects: 0 })).status()).toBe(
    302,
  );
  await key(page, "y");
  await expect(page.getByText("Nobody is signed in at this screen.")).toBeVisible();
  await expect(page.getByRole("status").filter({ hasText: "1 tick waits" })).toBeVisible();
  await workAs(page, "Tobin Harrow");
  await ready(page);
  await page.reload();
  await hydrated(page);
  await expect(stepLine(page)).toHaveText(/^Take out the long base screws/);
});

test("a data folder that is taken away is told of in a line, takes nothing, and all goes on when it is back", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 503/, /Failed to load resource/);
  await openBench(page, shop, "1007");
  renameSync(shop.folder, `${shop.folder}-away`);
  await key(page, "y");
  await expect(page.getByText(/The data folder .* is not there any more/)).toBeVisible();
  await expect(page.getByRole("status").filter({ hasText: "1 tick waits" })).toBeVisible();
  const other = await page.context().newPage();
  await other.goto(`${shop.url}/tickets`);
  await expect(other.getByText(/bring the disk back, and go on/)).toBeVisible();
  expect(existsSync(shop.folder)).toBe(false);
  renameSync(`${shop.folder}-away`, shop.folder);
  await ready(page);
  await other.reload();
  await expect(other.getByRole("heading", { name: "All tickets" })).toBeVisible();
});

test("ended with SIGTERM it lets go of open streams, and leaves one whole file", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/net::ERR/);
  await openBench(page, shop, "1007");
  await onward(page);
  await shop.end();
  expect(existsSync(path.join(shop.folder, "bench.sqlite-wal"))).toBe(false);
  await shop.start();
});
