import type { Page } from "@playwright/test";
import { paleOn, violations } from "./checker.ts";
import { expect, hydrated, onwardTo, openBench, press, test, key } from "./shop.ts";

/** The widths at which the page goes past its window sideways, and stays there. */
async function sideways(page: Page): Promise<readonly string[]> {
  const found: string[] = [];
  const beyond = () =>
    page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  for (const size of WIDTHS) {
    await page.setViewportSize(size);
    // A chart takes its new width a moment after the window has.
    await expect
      .poll(beyond, { timeout: 3_000, intervals: [50] })
      .toBeLessThanOrEqual(0)
      .catch(() => found.push(`goes sideways, ${size.width} wide`));
  }
  await page.setViewportSize(WIDTHS[0]!);
  return found;
}

const PAGES = [
  "/",
  "/tickets",
  "/tickets/new?code=MT15-A3",
  "/tickets/new?code=MT15-A9",
  "/tickets/1004",
  "/tickets/1002",
  "/tickets/1004/correct",
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
  "/setup",
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

/** The page works, and nothing of it is still on its way. */
async function quiet(page: Page): Promise<void> {
  await hydrated(page);
  await expect(page.getByRole("progressbar")).toHaveCount(0);
}

/** Halves of the pages: one for each of two browsers. */
const HALVES = [PAGES.filter((_, i) => i % 2 === 0), PAGES.filter((_, i) => i % 2 === 1)];

/** All that is wrong with a page as it stands: by the lamp as it is, at each width, and by the other lamp. */
async function wrongOn(page: Page): Promise<readonly string[]> {
  const now = [...(await violations(page)), ...(await sideways(page))];
  await turnLamp(page);
  const other = await paleOn(page);
  return [...now, ...other.map((one) => `by the other lamp: ${one}`)];
}

/** As its button does, wherever the focus is. */
async function turnLamp(page: Page): Promise<void> {
  const button = page.getByRole("button", {
    name: /^(Dark|Light) screen$/,
    includeHidden: true,
  });
  const now = await button.getAttribute("aria-label");
  await button.dispatchEvent("click");
  await expect(button).not.toHaveAttribute("aria-label", now!);
}

for (const [i, pages] of HALVES.entries()) {
  test(`every page, half ${i + 1}: nothing against access, nothing sideways`, async ({
    page,
    shop,
  }) => {
    test.setTimeout(240_000);
    const found: string[] = [];
    for (const address of pages) {
      await page.goto(`${shop.url}${address}`);
      await quiet(page);
      for (const one of await wrongOn(page)) found.push(`${address} ${one}`);
    }
    expect(found).toEqual([]);
  });
}

test("every mood of the bench: nothing against access, nothing sideways", async ({
  page,
  shop,
}) => {
  test.setTimeout(240_000);
  const found: string[] = [];
  const look = async (mood: string): Promise<void> => {
    for (const one of await wrongOn(page)) found.push(`${mood} ${one}`);
  };
  await openBench(page, shop, "1007");
  await look("stop");
  await press(page, "y");
  await look("screws");
  await page.keyboard.press("-");
  await look("count differs");
  await page.keyboard.press("+");
  await key(page, "t");
  await expect(page.getByRole("region", { name: "Which screw is this?" })).toBeVisible();
  await look("tray");
  await key(page, "t");
  for (const [letter, name] of [
    ["n", "A note for the next one"],
    ["p", "A picture of this step"],
    ["s", /binds/],
  ] as const) {
    await key(page, letter);
    await expect(page.getByText(name).first()).toBeVisible();
    await look(String(name));
    await page.keyboard.press("Escape");
    await page.keyboard.press("Escape");
  }
  await key(page, "m");
  await look("map");
  await key(page, "m");
  for (const words of [
    /^Unplug/,
    /^Swap/,
    /^Look:/,
    /^Power it on/,
    /^Proof/,
    /^Count what lies/,
  ]) {
    await onwardTo(page, words);
    await look(String(words));
  }
  await openBench(page, shop, "1032");
  await key(page, "l");
  await expect(page.getByRole("button", { name: "Out they are" })).toBeVisible();
  await look("something in the way");
  await page.getByRole("radio", { name: "a part over it" }).click();
  await look("a part in the way");
  await page.getByRole("button", { name: "Take a picture" }).click();
  await look("a picture of a view");
  await page.goto(`${shop.url}/guides/zellick-kite-14`);
  await hydrated(page);
  await page.getByRole("tab", { name: "Questions" }).click();
  await expect(page.getByRole("region", { name: "The question" })).toBeVisible();
  await look("a question");
  expect(found).toEqual([]);
});

test("dialogs: the keys and the palette have nothing against access, and give the focus back", async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await hydrated(page);
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
  await page.goto(`${shop.url}/guides/halden-ferro-13`);
  await hydrated(page);
  const look = async (what: string) => {
    for (const one of [...(await violations(page)), ...(await sideways(page))]) {
      found.push(`${what}: ${one}`);
    }
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
  expect(found).toEqual([]);
});
