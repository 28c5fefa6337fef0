import type { Page } from "@playwright/test";
import { expect, hydrated, onwardTo, openBench, ready, type Shop, test } from "./shop.ts";

/** Opens a guide at one of its tabs. */
async function openTab(page: Page, shop: Shop, guide: string, tab: string): Promise<void> {
  await page.goto(`${shop.url}/guides/${guide}`);
  await hydrated(page);
  await page.getByRole("tab", { name: tab, exact: true }).click();
  // The tab is marked at once, and the map of the one before is there until its own is.
  await expect(page.getByRole("tabpanel", { name: tab, exact: true })).toBeVisible();
  await expect(page.getByRole("tabpanel").locator(".MuiSkeleton-root")).toHaveCount(0);
}

test("facts are changed on the map and in forms, undone and redone through a reload, checked, stored", async ({
  page,
  shop,
}) => {
  await openTab(page, shop, "marrowby-tern-15", "Edit");
  await page.locator('[data-part="fan"]').click({ force: true });
  const fan = page.locator('[data-part="fan"] rect').first();
  const x = async () => Number(await fan.getAttribute("x"));
  const before = await x();
  const grip = (await page.locator('[data-handle="Move it"]').boundingBox())!;
  const [gx, gy] = [grip.x + grip.width / 2, grip.y + grip.height / 2];
  await page.mouse.move(gx, gy);
  await page.mouse.down();
  await page.mouse.move(gx - 60, gy + 10, { steps: 5 });
  await page.mouse.up();
  const changed = page.getByRole("region", { name: "What you changed" });
  await expect(changed).toContainText("1 change, not stored yet");
  const dragged = await x();
  expect(dragged).toBeLessThan(before - 10);
  await page.keyboard.press("Shift+ArrowRight");
  await expect(changed).toContainText("2 changes");
  expect(await x()).toBeCloseTo(dragged + 5, 1);
  // Where the arrows have a use of their own they move nothing.
  await page.getByRole("tab", { name: "Facts", exact: true }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(changed).toContainText("2 changes");
  expect(await x()).toBeCloseTo(dragged + 5, 1);
  await page.getByLabel("Name", { exact: true }).fill("Blower");
  await page.getByLabel("Name", { exact: true }).press("Enter");
  await expect(changed).toContainText("3 changes");
  await page.keyboard.press("Control+z");
  await changed.getByRole("button", { name: "Undo" }).click();
  await expect(changed).toContainText("1 change,");
  // What was undone is there to be done again, after a reload too.
  await page.reload();
  await hydrated(page);
  await changed.getByRole("button", { name: "Redo" }).click();
  await changed.getByRole("button", { name: "Redo" }).click();
  await expect(changed).toContainText("3 changes");
  await expect(changed.getByRole("button", { name: "Redo" })).toBeDisabled();
  // The other tabs go by what was changed.
  await page.getByRole("tab", { name: "Parts" }).click();
  await expect(page.getByRole("row", { name: /Blower/ })).toBeVisible();
  await page.getByRole("tab", { name: "Try a job" }).click();
  await page.getByRole("combobox", { name: "Replace" }).fill("Blow");
  await page.getByRole("option", { name: "Blower" }).click();
  await expect(page.getByText("Lift the blower out").first()).toBeVisible();
  await changed.getByRole("button", { name: "What differs" }).click();
  await expect(changed).toContainText("part fan: name and shape changed");
  await changed.getByLabel("Why it changed").fill("It is called so on the part.");
  await changed.getByRole("button", { name: "Store as the next version" }).click();
  await expect(changed).toHaveCount(0);
  await page.getByRole("tab", { name: "Versions" }).click();
  const version = page.getByRole("region", { name: "Version 2" });
  await expect(version).toContainText("It is called so on the part.");
  await expect(version).toContainText("part fan: name and shape changed");
});

test("a lot is added on the map and copied; what the check refuses is not stored, and nothing is lost", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 400/);
  await openTab(page, shop, "marrowby-tern-15", "Edit");
  await page.getByRole("button", { name: "New joint" }).click();
  const map = page.getByRole("group", { name: /^Map/ });
  const box = (await map.boundingBox())!;
  const form = page.getByRole("form", { name: "A new joint" });
  for (const dx of [0, 20]) {
    await page.mouse.click(box.x + box.width * 0.35 + dx, box.y + box.height * 0.75);
  }
  await expect(form).toContainText("2 so far");
  await form.getByLabel("Name").fill("Bracket screws");
  await form.getByRole("button", { name: "Add it" }).click();
  await expect(page.getByRole("heading", { name: "Bracket screws" })).toBeVisible();
  await expect(page.getByLabel("How many")).toHaveValue("2");
  await page.locator('[data-handle="Point 2"]').click();
  await page.getByRole("button", { name: "Delete point 2" }).click();
  await expect(page.getByLabel("How many")).toHaveValue("1");
  await page.getByRole("button", { name: "Copy" }).click();
  await expect(page.getByText("bracket-screws-2")).toBeVisible();
  await page.getByLabel("How many").fill("many");
  await page.getByLabel("How many").press("Enter");
  await expect(page.getByText("A whole number, as 4")).toBeVisible();
  await page.getByLabel("How many").fill("7");
  await page.getByLabel("How many").press("Enter");
  const changed = page.getByRole("region", { name: "What you changed" });
  await expect(changed).toContainText("4 changes");
  await page.getByRole("tablist", { name: "Beside" }).getByRole("tab", { name: "Check" }).click();
  await expect(page.getByText(/7 screws|count/).first()).toBeVisible();
  await changed.getByRole("button", { name: "Store as the next version" }).click();
  await expect(changed.getByRole("alert")).toContainText("Nothing was stored.");
  await expect(changed.getByRole("alert")).toContainText("/joints/bracket-screws-2/count");
  await expect(changed).toContainText("4 changes");
});

test("two people edit one guide: the second is told, and goes on from what the first stored", async ({
  page,
  shop,
  browser,
  calm,
}) => {
  calm.expected.push(/status of 409/);
  const rename = async (on: typeof page, part: string, name: string) => {
    await openTab(on, shop, "marrowby-tern-15", "Edit");
    await on.locator(`[data-part="${part}"]`).click({ force: true });
    await on.getByLabel("Name", { exact: true }).fill(name);
    await on.getByLabel("Name", { exact: true }).press("Enter");
  };
  const other = await (await browser.newContext()).newPage();
  await shop.signIn(other, "tobin");
  await rename(page, "fan", "Blower");
  await rename(other, "battery", "Flat battery");
  const mine = page.getByRole("region", { name: "What you changed" });
  const theirs = other.getByRole("region", { name: "What you changed" });
  await mine.getByRole("button", { name: "Store as the next version" }).click();
  await expect(mine).toHaveCount(0);
  await theirs.getByRole("button", { name: "Store as the next version" }).click();
  await expect(theirs).toContainText("stored version 2 while you were changing this guide");
  await theirs.getByRole("button", { name: "Go on from version 2" }).click();
  await theirs.getByRole("button", { name: "Store as the next version" }).click();
  await expect(theirs).toHaveCount(0);
  await other.getByRole("tab", { name: "Parts" }).click();
  await expect(other.getByRole("row", { name: /Blower/ })).toBeVisible();
  await expect(other.getByRole("row", { name: /Flat battery/ })).toBeVisible();
});

test("what jobs tell: a count is taken into the editor, a word of one machine stays with its serial", async ({
  page,
  shop,
}) => {
  await openTab(page, shop, "halden-ferro-13", "Findings");
  const count = page.getByRole("region", { name: /7 screws, not 8/ });
  await expect(count.getByRole("list", { name: "Told by" }).getByRole("listitem")).toHaveCount(3);
  await expect(count.getByRole("button", { name: "Accept" })).toHaveCount(0);
  const word = page.getByRole("region", { name: /A strip of black tape/ });
  await expect(word).toContainText("01-46688");
  await word.getByRole("button", { name: "Only this machine" }).click();
  await expect(word).toHaveCount(0);
  await expect(page.getByText("For one machine only")).toBeVisible();
  // The places on the map say which screw it is that is not there.
  await count.getByRole("button", { name: "Take it into the editor" }).click();
  const changed = page.getByRole("region", { name: "What you changed" });
  await expect(changed).toContainText("1 change");
  await page.locator('[data-handle="Point 8"]').click();
  await page.getByRole("button", { name: "Delete point 8" }).click();
  await changed.getByRole("button", { name: "Store as the next version" }).click();
  await expect(changed).toHaveCount(0);
  await page.getByRole("tab", { name: "Findings" }).click();
  await expect(count).toHaveCount(0);
  // The machine that it is about says it on its ticket.
  await page.goto(shop.url);
  await page.getByRole("link", { name: /Casimir Hollow/ }).click();
  await expect(page.getByText("Of this machine:")).toBeVisible();
});

test("what can be reached all the same is told, accepted, and a job under way goes over to it", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides/marrowby-tern-15?code=MT15-A2&for=board&ticket=1007`);
  await hydrated(page);
  await page.getByRole("button", { name: "Put on 1007" }).click();
  await expect(page.getByRole("heading", { name: /1007 Tam Osterly/ })).toBeVisible();
  await openBench(page, shop, "1007");
  await onwardTo(page, /memory shield/i);
  // A step ahead of its time: the guide has something over it.
  await page.locator('[data-joint="display-plug"]').first().dispatchEvent("click");
  await page.keyboard.press("Space");
  await expect(page.getByRole("alert")).toContainText("is still over the");
  await page.getByRole("button", { name: "It can be reached all the same" }).click();
  await expect(page.getByRole("alert")).toContainText("The lead is told.");
  await ready(page);
  await openTab(page, shop, "marrowby-tern-15", "Findings");
  const told = page.getByRole("region", { name: /display plug can be reached with the .* in/ });
  await expect(told).toContainText("1007");
  await told.getByRole("button", { name: "Accept: the next version" }).click();
  await expect(told).toHaveCount(0);
  await page.getByRole("tab", { name: "Versions" }).click();
  await expect(page.getByRole("region", { name: "Version 2" })).toContainText("can be reached");
  // The job goes by its version until somebody lets it go over.
  await page.goto(`${shop.url}/tickets/1007`);
  await hydrated(page);
  await expect(page.getByText("goes by an older version of its guide")).toBeVisible();
  await page.getByRole("button", { name: "Go on by version 2" }).click();
  await expect(page.getByText("goes by an older version of its guide")).toHaveCount(0);
  await openBench(page, shop, "1007");
  await onwardTo(page, /^Swap/);
});

test("of two ways of the hand each shows its minutes; one's own is kept, and leads the bench", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides/corrin-sable-15?for=display`);
  await hydrated(page);
  const own = page.getByRole("region", { name: "Your way" });
  const flat = own.getByRole("radio", { name: /^Lid flat on the bench.* min$/ });
  await expect(own.getByRole("radio", { name: /^Lid hanging/ })).toBeChecked();
  const kept = page.waitForResponse((answer) => answer.url().includes("/settings"));
  await flat.check();
  expect((await kept).ok()).toBe(true);
  await page.reload();
  await expect(flat).toBeChecked();
  // A job that does not meet the choice does not ask.
  await page.goto(`${shop.url}/guides/corrin-sable-15?for=battery`);
  await expect(page.getByText("Proven: no way takes less work.")).toBeVisible();
  await expect(own).toHaveCount(0);
});

test("a sister is kept as what differs, and says what that changes for the usual jobs", async ({
  page,
  shop,
}) => {
  await openTab(page, shop, "marrowby-tern-15", "Edit");
  await page.locator('[data-part="fan"]').click({ force: true });
  await page.getByLabel("Lift it out, min").fill("4");
  await page.getByLabel("Lift it out, min").press("Enter");
  const changed = page.getByRole("region", { name: "What you changed" });
  await changed.getByRole("button", { name: "It is a sister" }).click();
  const form = changed.getByRole("form", { name: "A sister model" });
  await expect(form.getByRole("button", { name: "Keep as a sister model" })).toBeDisabled();
  await form.getByLabel("Its code underneath").fill("MT15-S");
  await form.getByLabel("How to tell it apart").fill("A taller fan under a bump.");
  await form.getByRole("button", { name: "Keep as a sister model" }).click();
  await expect(changed).toHaveCount(0);
  await page.getByRole("tab", { name: "Sisters" }).click();
  const sister = page.getByRole("region", { name: "Sister MT15-S" });
  await expect(sister).toContainText("A taller fan under a bump.");
  await expect(sister).toContainText("part fan: lift changed");
  const fan = sister.getByRole("row", { name: /^Fan/ });
  await expect(fan).toBeVisible();
  const minutes = (await fan.getByRole("cell").allTextContents()).map(Number);
  expect(minutes[1]).toBeGreaterThan(minutes[0]! + 1);
  await page.goto(`${shop.url}/guides/marrowby-tern-15?code=MT15-S`);
  await expect(page.getByRole("combobox", { name: "Underside code" })).toHaveText("MT15-S");
});

test("a pack goes out and in again; a broken one is refused whole", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 400/);
  const out = await page.request.get(`${shop.url}/guides/zellick-kite-14/pack`);
  expect(out.headers()["content-type"]).toBe("application/zip");
  const bytes = await out.body();
  await page.goto(`${shop.url}/guides`);
  await hydrated(page);
  const take = async (buffer: Buffer) => {
    await page
      .locator('input[type="file"]')
      .setInputFiles({ name: "kite.zip", mimeType: "application/zip", buffer });
    await page.getByRole("button", { name: "Take a guide file in" }).click();
  };
  await take(bytes);
  await expect(page.getByRole("status").first()).toContainText("says what the guide says already");
  await take(bytes.subarray(0, bytes.length - 400));
  await expect(page.getByRole("alert")).toContainText("Nothing was stored.");
  await expect(page.getByRole("alert")).toContainText("this is no pack of a guide");
});

test("a fault is found: what the customer says, a check after the other, the repair and its job", async ({
  page,
  shop,
}) => {
  await openTab(page, shop, "marrowby-tern-15", "Find out");
  await expect(page.getByText("Choose what the customer says")).toBeVisible();
  await page.getByRole("combobox", { name: "What the customer says" }).click();
  await page.getByRole("option", { name: "The fan is loud or rattles" }).click();
  const next = page.getByRole("region", { name: "What comes next" });
  await expect(next).toBeVisible();
  await page.keyboard.press("Escape");
  const likely = page.getByRole("region", { name: "What it may be" });
  await expect(likely.getByRole("listitem").first()).toContainText("fan is worn");
  // A check that nobody advised counts the same, through a reload, and is taken back.
  await page.getByRole("combobox", { name: "Another check was made" }).click();
  await page.getByRole("option", { name: "Turn the fan by hand" }).click();
  await page.getByRole("button", { name: "Rough or loose" }).last().click();
  const found = page.getByRole("list", { name: "Found so far" });
  await expect(found).toContainText("Turn the fan by hand: rough or loose");
  await page.reload();
  await hydrated(page);
  await page.getByRole("tab", { name: "Find out" }).click();
  await expect(found).toContainText("Turn the fan by hand: rough or loose");
  await expect(next.getByRole("heading")).toHaveText(/Mend it and see: the fan is worn/);
  await expect(next).toContainText("a new fan goes in");
  await next.getByRole("button", { name: "It was not that" }).click();
  await expect(likely.getByRole("listitem").first()).not.toContainText("fan is worn");
  await found
    .getByRole("listitem")
    .filter({ hasText: "it was not that" })
    .getByRole("button", { name: "Take back" })
    .click();
  await next.getByRole("link", { name: "Try this job" }).click();
  await expect(page.getByText("Lift the fan out").first()).toBeVisible();
});

test("a pack that may have swollen is warned of before anybody is sure", async ({ page, shop }) => {
  await openTab(page, shop, "marrowby-tern-15", "Find out");
  await page.getByRole("combobox", { name: "What the customer says" }).click();
  await page.getByRole("option", { name: "The pointing pad jumps or does not click" }).click();
  await expect(page.getByText("The pack may be swollen")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Begin anew" }).click();
  await expect(page.getByText("The pack may be swollen")).toHaveCount(0);
});
