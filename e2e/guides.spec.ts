import { readFileSync } from "node:fs";
import { expect, hydrated, onward, onwardTo, openBench, stepLine, test } from "./shop.ts";

const tern = readFileSync("guides/marrowby-tern-15.json", "utf8");
const file = (text: string) => ({
  name: "guide.json",
  mimeType: "application/json",
  buffer: Buffer.from(text),
});

test("a machine is found by its code, its name and a part's code", async ({ page, shop }) => {
  await page.goto(`${shop.url}/guides`);
  await hydrated(page);
  const find = page.getByLabel("Code on the underside, name, or part code");
  const row = page.getByRole("row", { name: /Marrowby Tern 15/ });
  for (const query of ["mt15-a3", "tern", "TN-B41"]) {
    await find.fill(query);
    await expect(row).toBeVisible();
  }
  await find.fill("ZZ");
  await expect(row).toHaveCount(0);
  await expect(page.getByText("No guide answers to")).toBeVisible();
  await find.fill("OW14-C");
  await page.getByRole("row", { name: /OW14-C/ }).click();
  await expect(page.getByRole("combobox", { name: "Underside code" })).toHaveText("OW14-C");
});

test("the check of a guide says what it finds, and what its author answered", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides/ostrel-wick-14`);
  await hydrated(page);
  await page.getByRole("tab", { name: "Check" }).click();
  await expect(page.getByText("no error and no question that is not answered")).toBeVisible();
  await expect(page.getByText("Answered by the author")).toBeVisible();
});

test("a job is tried both ways and put on a ticket", async ({ page, shop }) => {
  await page.goto(`${shop.url}/guides/marrowby-tern-15`);
  await hydrated(page);
  await page.locator('[data-part="board"]').click();
  const short = page.getByRole("region", { name: "Short way" });
  await expect(short.getByText("Proven: no way takes less work.")).toBeVisible();
  await expect(page.getByText(/The maker's book takes the battery out/)).toBeVisible();
  const figures = page.getByRole("table", { name: "The two ways in figures" });
  const minutes = await figures
    .getByRole("row", { name: /^Minutes/ })
    .getByRole("cell")
    .allTextContents();
  expect(Number(minutes[0])).toBeLessThan(Number(minutes[1]));
  await page.getByRole("button", { name: "By the maker’s book" }).click();
  await expect(page.getByRole("region", { name: "By the maker's book" })).toBeVisible();
  await page.getByRole("button", { name: "Put on 1008" }).click();
  await expect(page.getByRole("heading", { name: /1008 Ines Calloway/ })).toBeVisible();
  await expect(page.getByText("Motherboard; not begun")).toBeVisible();
});

test("a job changed half-way down goes on from where the machine is", async ({ page, shop }) => {
  await openBench(page, shop, "1007");
  for (let i = 0; i < 5; i++) await onward(page);
  await page.goto(`${shop.url}/tickets/1007`);
  await page.getByRole("link", { name: "Change the job" }).click();
  await expect(page.getByRole("button", { name: "Battery", exact: true })).toBeVisible();
  await page.getByLabel("Replace", { exact: true }).fill("Fan");
  await page.getByRole("option", { name: "Fan", exact: true }).click();
  await page.getByRole("button", { name: "Put on 1007" }).click();
  await expect(page.getByText("Battery, Fan; in the strip-down")).toBeVisible();
  await openBench(page, shop, "1007");
  await expect(stepLine(page)).not.toHaveText(/base screws/);
  const seen: string[] = [];
  for (let i = 0; i < 60; i++) {
    const line = (await stepLine(page).textContent()) ?? "";
    seen.push(line);
    if (line.startsWith("Swap:")) break;
    await onward(page);
  }
  // Its own part of the page may still be on its way.
  await expect(stepLine(page)).toHaveText("Swap: battery and fan");
  expect(seen).toContain("Unplug the fan plug");
});

test("a guide file that does not pass shows its findings, and nothing is stored", async ({
  page,
  shop,
  calm,
}) => {
  calm.expected.push(/status of 400/);
  await page.goto(`${shop.url}/guides`);
  await hydrated(page);
  const take = async (text: string): Promise<void> => {
    await page.locator('input[type="file"]').setInputFiles(file(text));
    await page.getByRole("button", { name: "Take a guide file in" }).click();
  };
  const alert = page.getByRole("alert");
  await take("{ not json");
  await expect(alert).toContainText("this is not JSON");
  const guide = JSON.parse(tern) as { id: string; model: string; joints: Record<string, object> };
  const broken = structuredClone(guide);
  broken.id = "broken-one";
  broken.joints["fan-plug"] = { ...broken.joints["fan-plug"], joins: ["board", "wing"] };
  await take(JSON.stringify(broken));
  await expect(alert).toContainText("/joints/fan-plug/joins/1");
  await expect(alert).toContainText("Nothing was stored.");
  await expect(page.getByRole("row", { name: /Tern/ })).toHaveCount(1);
  await take(JSON.stringify({ ...guide, id: "tern-16", model: "Tern 16", codes: ["MT16-A1"] }));
  await expect(page.getByRole("row", { name: /Tern 16/ })).toBeVisible();
});

test("a guide taken in anew is a new version; jobs that have begun go on with theirs", async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/guides`);
  await hydrated(page);
  const renamed = tern.replaceAll('"base-screws-rear"', '"rear-screws"');
  await page.locator('input[type="file"]').setInputFiles(file(renamed));
  await page.getByLabel("Why it changed").fill("The rear row has its own name.");
  await page.getByRole("button", { name: "Take a guide file in" }).click();
  const said = page.getByRole("status");
  await expect(said).toContainText("is stored as version 2");
  await expect(said).toContainText("going on with the version they began with: 1004, 1005");
  await expect(said).toContainText("joint rear-screws: new");
  await said.getByRole("link", { name: "open it" }).click();
  await page.getByRole("tab", { name: "Versions" }).click();
  const version = page.getByRole("region", { name: "Version 2" });
  await expect(version).toContainText("The rear row has its own name.");
  await expect(version).toContainText("Mirel Oakes");
  for (const number of ["1004", "1005", "1007"]) {
    await page.goto(`${shop.url}/tickets/${number}`);
    await expect(page.getByRole("heading", { name: new RegExp(number) })).toBeVisible();
  }
  await page.goto(shop.url);
  await expect(page.getByRole("link", { name: /Sefa Lindqvar/ })).toBeVisible();
  await openBench(page, shop, "1004");
  await onwardTo(page, /^Swap/);
  await openBench(page, shop, "1007");
  await onwardTo(page, /^Swap/);
});

test("a guide can be taken out as a file and as a graph", async ({ page, shop }) => {
  const json = await page.request.get(`${shop.url}/guides/marrowby-tern-15/file`);
  expect(await json.json()).toEqual(JSON.parse(tern));
  const dot = await (
    await page.request.get(`${shop.url}/guides/marrowby-tern-15/file?as=dot`)
  ).text();
  expect(dot).toContain('"fan-plug" -- "board"');
});

test("the map is peeled layer by layer, and a tap names what is there", async ({ page, shop }) => {
  await page.goto(`${shop.url}/guides/marrowby-tern-15`);
  await hydrated(page);
  await page.getByRole("tab", { name: "Map" }).click();
  await page.locator('[data-part="battery"]').click();
  await expect(page.getByRole("status")).toContainText("Battery. Under the base cover.");
  await page.getByRole("tab", { name: "Joints" }).click();
  await expect(page.getByRole("row", { name: /Heatsink screws/ })).toContainText(
    "4 × M2 × 4.5, PH1",
  );
});
