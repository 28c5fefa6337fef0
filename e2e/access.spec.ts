import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, hydrated, onwardTo, openBench, press, type Shop, test, post } from "./shop.ts";

/** WCAG 2.2 AA, and what the checker calls good practice. */
async function violations(page: Page): Promise<readonly string[]> {
  const { violations: found } = await new AxeBuilder({ page }).analyze();
  return found.flatMap(({ id, nodes }) => nodes.map(({ target }) => `${id}: ${target.join(" ")}`));
}

/** How far the page goes past its window sideways. */
const sideways = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);

const PAGES = [
  "/",
  "/tickets",
  "/tickets/new?code=MT15-A3",
  "/tickets/new?code=MT15-A9",
  "/tickets/1004",
  "/tickets/1002",
  "/tickets/1003/soak",
  "/tickets/1004/sheet",
  "/bench",
  "/guides",
  "/guides/marrowby-tern-15?for=board",
  "/stand-ins",
  "/words",
  "/tickets/1033",
  "/tickets/1033/find",
  "/tickets/1034/price",
  "/tickets/1035",
  "/shop",
  "/stock",
  "/days",
  "/practice",
  "/learnt",
];
const WIDTHS = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
  { width: 1920, height: 1080 },
];

async function quiet(page: Page): Promise<void> {
  await hydrated(page);
  await page.waitForLoadState("networkidle");
}

for (const lamp of ["up", "down"] as const) {
  for (const size of WIDTHS) {
    test(`every page, ${lamp === "up" ? "light" : "dark"}, ${size.width} wide: nothing against access, nothing sideways`, async ({
      page,
      shop,
    }) => {
      test.setTimeout(240_000);
      await post(page, `${shop.url}/settings`, { form: { lamp } });
      await page.setViewportSize(size);
      const found: string[] = [];
      for (const address of PAGES) {
        await page.goto(`${shop.url}${address}`);
        await quiet(page);
        for (const one of await violations(page)) found.push(`${address} ${one}`);
        if ((await sideways(page)) > 0) found.push(`${address} goes sideways`);
      }
      expect(found).toEqual([]);
    });
  }

  test(`every mood of the bench, ${lamp === "up" ? "light" : "dark"}: nothing against access`, async ({
    page,
    shop,
  }) => {
    test.setTimeout(240_000);
    await post(page, `${shop.url}/settings`, { form: { lamp } });
    await moods(page, shop);
  });
}

async function moods(page: Page, shop: Shop): Promise<void> {
  const found: string[] = [];
  const look = async (mood: string): Promise<void> => {
    for (const size of WIDTHS) {
      await page.setViewportSize(size);
      for (const one of await violations(page)) found.push(`${size.width} ${mood} ${one}`);
      if ((await sideways(page)) > 0) found.push(`${size.width} ${mood} goes sideways`);
    }
    await page.setViewportSize(WIDTHS[0]!);
  };
  await openBench(page, shop, "1007");
  await look("stop");
  await press(page, "y");
  await look("screws");
  await page.keyboard.press("-");
  await look("count differs");
  await page.keyboard.press("+");
  await page.keyboard.press("t");
  await expect(page.getByRole("region", { name: "Which screw is this?" })).toBeVisible();
  await look("tray");
  await page.keyboard.press("t");
  for (const [key, name] of [
    ["n", "A note for the next one"],
    ["p", "A picture of this step"],
    ["s", /binds/],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByText(name).first()).toBeVisible();
    await look(String(name));
    await page.keyboard.press("Escape");
    await page.keyboard.press("Escape");
  }
  await page.keyboard.press("m");
  await look("map");
  await page.keyboard.press("m");
  for (const words of [/^Unplug/, /^Swap/, /^Gate/, /^Power it on/, /^Proof/, /^Count what lies/]) {
    await onwardTo(page, words);
    await look(String(words));
  }
  await openBench(page, shop, "1032");
  await page.keyboard.press("l");
  await expect(page.getByRole("button", { name: "Out they are" })).toBeVisible();
  await look("something in the way");
  await page.getByRole("radio", { name: "a part over it" }).click();
  await look("a part in the way");
  await page.getByRole("button", { name: "Take a picture" }).click();
  await look("a picture of a view");
  await page.goto(`${shop.url}/guides/zellick-kite-14`);
  await quiet(page);
  await page.getByRole("tab", { name: "Questions" }).click();
  await expect(page.getByRole("region", { name: "The question" })).toBeVisible();
  await look("a question");
  expect(found).toEqual([]);
}

test("dialogs: the keys and the palette have nothing against access, and give the focus back", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await quiet(page);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("dialog")).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("what jobs tell, the sisters and the editor of a guide: nothing against access, nothing sideways", async ({
  page,
  shop,
}) => {
  test.setTimeout(240_000);
  const found: string[] = [];
  for (const size of [WIDTHS[0]!, WIDTHS.at(-1)!]) {
    await page.setViewportSize(size);
    await page.goto(`${shop.url}/guides/halden-ferro-13`);
    await quiet(page);
    const look = async (what: string) => {
      for (const one of await violations(page)) found.push(`${size.width} ${what}: ${one}`);
      if ((await sideways(page)) > 0) found.push(`${size.width} ${what} goes sideways`);
    };
    await page.getByRole("tab", { name: "Findings" }).click();
    await expect(page.getByRole("region", { name: /7 screws, not 8/ })).toBeVisible();
    await look("findings");
    await page.getByRole("tab", { name: "Sisters" }).click();
    await expect(page.getByRole("status").last()).not.toContainText("Planning");
    await look("sisters");
    await page.getByRole("tab", { name: "Edit" }).click();
    await expect(page.getByRole("list", { name: "Parts and joints" })).toBeVisible();
    await look("editor");
    await page.getByRole("button", { name: "Fan", exact: true }).click();
    await page.keyboard.press("ArrowRight");
    await page.getByRole("button", { name: "It is a sister" }).click();
    await look("a part that is edited");
    await page.getByRole("button", { name: "New joint" }).click();
    await look("a new joint");
    await page.getByRole("button", { name: "Throw away" }).click();
  }
  expect(found).toEqual([]);
});
