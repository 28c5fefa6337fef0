import { expect, hydrated, type Shop, test, key } from "./shop.ts";
import type { Page } from "@playwright/test";

/** Begins an exercise of a kind from the page of practice. */
async function begin(page: Page, shop: Shop, name: string): Promise<void> {
  await page.goto(`${shop.url}/practice`);
  await hydrated(page);
  await page.getByRole("button", { name: `Practise: ${name}` }).click();
  await expect(page).toHaveURL(/\/practice\/[\w-]+$/);
  await hydrated(page);
  await expect(page.getByRole("button", { name: /^Give up/ })).toBeEnabled();
}

const outcome = (page: Page) => page.getByRole("status").filter({ hasText: "Next exercise" });

test("a learner's first round, by the keys alone: set, answered, told, and the next", async ({
  page,
  shop,
}) => {
  await shop.signIn(page, "pim");
  await page.goto(`${shop.url}/practice`);
  await hydrated(page);
  await expect(page.getByText("Level 1 of 5.")).toBeVisible();
  await expect(page.getByRole("table", { name: "How far each has come" })).toHaveCount(0);
  for (let round = 0; round < 3; round++) {
    const before = page.url();
    await page.keyboard.press("Space");
    await expect(page).not.toHaveURL(before);
    await expect(page.getByRole("button", { name: /^Give up/ })).toBeEnabled();
    await key(page, "g");
    await expect(outcome(page)).toContainText("Given up.");
  }
  const before = page.url();
  await page.keyboard.press("Space");
  await expect(page).not.toHaveURL(before);
  const left = page.url();
  await page.goto(`${shop.url}/practice`);
  await hydrated(page);
  await expect(page.getByRole("button", { name: /^Go on: / })).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page).toHaveURL(left);
  await page.goto(`${shop.url}/practice`);
  const rows = page.getByRole("table", { name: "What you have practised" }).getByRole("row");
  expect(await rows.count()).toBeGreaterThan(1);
  await expect(page.getByText(/due again/)).toBeVisible();
});

test("how it opens: the wrong way says what breaks, and the right one is shown", async ({
  page,
  shop,
}) => {
  await begin(page, shop, "How does it open");
  const answers = page.getByRole("list", { name: "Answers" });
  await expect(answers.getByRole("listitem")).toHaveCount(4);
  await page.keyboard.press("1");
  await expect(outcome(page)).toBeVisible();
  await expect(answers.getByText("right", { exact: true })).toHaveCount(1);
});

test("which screw: its holes are numbered on the map, and one is answered by a tap there", async ({
  page,
  shop,
}) => {
  await begin(page, shop, "Which screw");
  const answers = page.getByRole("list", { name: "Answers" });
  await expect(answers.getByRole("listitem")).toHaveCount(4);
  await expect(page.locator("svg [data-spot]").first()).toBeVisible();
  await page.locator("svg [data-joint] circle[opacity]").first().click();
  await expect(outcome(page)).toBeVisible();
  await expect(answers.getByText("right", { exact: true })).toHaveCount(1);
});

test("order: on the map and by number; the facts say why not, the least-work way is the least", async ({
  page,
  shop,
}) => {
  await begin(page, shop, "Order");
  const steps = page.getByRole("list", { name: "Steps" }).getByRole("button");
  const said = page.getByText(/steps? done, [\d.]+ minutes/);
  let isRefused = false;
  for (let i = 0; i < 60 && (await outcome(page).count()) === 0; i++) {
    const hint = (
      (await page
        .locator("p")
        .filter({ hasText: /^Hint:/ })
        .textContent()) ?? ""
    ).replace(/^Hint: |\.$/g, "");
    const before = await said.textContent();
    const other = steps.filter({ hasNotText: hint });
    await (isRefused ? steps.filter({ hasText: hint }).first() : other.nth(i)).click();
    await expect(said).not.toHaveText(before!);
    isRefused ||= (await page.getByRole("alert").filter({ hasText: "not now" }).count()) > 0;
  }
  expect(isRefused).toBe(true);
  await expect(outcome(page)).toContainText("minutes");
  await page.reload();
  await expect(outcome(page)).toBeVisible();
});

test("build-up: a fault that is found in time costs nothing, one that is missed is told with its minutes", async ({
  page,
  shop,
}) => {
  await begin(page, shop, "Build-up with a fault");
  for (let i = 0; i < 60 && (await outcome(page).count()) === 0; i++) {
    const step = page.getByText(new RegExp(`^Step ${i + 2} of`));
    await page.keyboard.press("Space");
    await expect(step.or(outcome(page)).first()).toBeVisible();
  }
  await expect(outcome(page)).toContainText("was left unmade");
  await expect(outcome(page)).toContainText("Missed. It costs");

  await begin(page, shop, "Build-up with a fault");
  // What is due and was never read out is what was left out.
  const line = page.locator("main h2").first();
  const read: string[] = [];
  for (let i = 0; i < 60 && (await outcome(page).count()) === 0; i++) {
    const step = (await line.textContent())!;
    await key(page, "u");
    await expect(line).toHaveText("What was left unmade?");
    const joints = page.getByRole("list", { name: "Joints so far" }).getByRole("button");
    const names = (await joints.allTextContents()).map((text) => text.replace(/^\d/, ""));
    const all = read.join().toLowerCase();
    const missing = names.findIndex((name) => !all.includes(name.toLowerCase()));
    if (missing >= 0) {
      await joints.nth(missing).click();
      await expect(outcome(page)).toBeVisible();
    } else {
      await page.keyboard.press("Escape");
      await expect(line).toHaveText(step);
      read.push(step);
      await page.keyboard.press("Space");
      await expect(line).not.toHaveText(step);
    }
  }
  await expect(outcome(page)).toContainText("Right.");
});

test("paste: too little in the middle, screws as stamped: what is starved is drawn and told", async ({
  page,
  shop,
}) => {
  await begin(page, shop, "Paste");
  await expect(page.getByRole("button", { name: /Let it settle/ })).toBeDisabled();
  await key(page, "s");
  await page.keyboard.press("-");
  await expect(page.getByText("Amount: 4.5 mm³")).toBeVisible();
  await page.keyboard.press("Space");
  await expect(outcome(page)).toContainText("of the die has no paste");
  await expect(page.getByRole("img", { name: "What the paste covers" })).toBeVisible();
});

test("the lead sees who has come how far; nobody opens another's exercise; nonsense is refused in words", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/404/);
  await shop.signIn(page, "pim");
  await begin(page, shop, "Which screw");
  const theirs = page.url();
  await key(page, "g");
  await expect(outcome(page)).toBeVisible();
  await shop.signIn(page, "mirel");
  await page.goto(theirs);
  await expect(page.getByText(/no such exercise, or it is somebody else's/)).toBeVisible();
  await page.goto(`${shop.url}/practice`);
  await expect(page.getByRole("table", { name: "How far each has come" })).toContainText("Pim");
});

test("what the shop learnt: each table with a chart, its sentence and a file; for the lead alone", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/403/);
  await page.goto(`${shop.url}/learnt`);
  await hydrated(page);
  const kinds = page.getByRole("region", { name: "Minutes by kind of step" });
  await expect(kinds.getByRole("img", { name: /times the estimate/ })).toBeVisible();
  await kinds.getByText(/The table behind it/).click();
  await expect(kinds.getByRole("table")).toBeVisible();
  const file = await page.request.get(`${shop.url}/learnt/kinds.csv`);
  expect(file.headers()["content-type"]).toContain("text/csv");
  expect(await file.text()).toMatch(/^step,timed,estimate,minutes,times_the_estimate\r\n/);
  expect((await page.request.get(`${shop.url}/learnt/none.csv`)).status()).toBe(404);
  await shop.signIn(page, "tobin");
  await page.goto(`${shop.url}/learnt`);
  await expect(page.getByText(/Only the lead may see how others work and learn/)).toBeVisible();
});
