// One picture of each main view from the demo data, at 1280 × 800.
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium as browserOf } from "@playwright/test";
import { build, chromium, root, say } from "./setup.mjs";

const PORT = 4699;
const url = `http://127.0.0.1:${PORT}`;
const out = process.argv[2] ?? path.join(root, "docs/screenshots");
const wanted = process.argv.slice(3);

build();
const data = mkdtempSync(path.join(tmpdir(), "bench-shots-"));
const load = spawnSync("npx", ["tsx", "demo/load.ts", "--data", data], { cwd: root });
if (load.status !== 0) throw new Error(String(load.stderr));
const supplier = spawn("node", ["--import", "tsx", "stand-ins/supplier.ts", "--port", "4698"], {
  cwd: root,
});
await new Promise((resolve) => supplier.stdout.once("data", resolve));
const BENCH_SUPPLIER = "http://127.0.0.1:4698";
const server = spawn("node", ["scripts/start.mjs"], {
  cwd: root,
  env: {
    ...process.env,
    BENCH_SUPPLIER,
    NODE_ENV: "production",
    PORT: String(PORT),
    BENCH_DATA: data,
  },
});
await new Promise((resolve) => server.stdout.once("data", resolve));

const browser = await browserOf.launch({
  executablePath: chromium(),
  args: ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.context().request.post(`${url}/sign-in.data`, {
  form: { person: "mirel", pin: "4071", stay: "yes" },
  headers: { Origin: url },
});
page.on("pageerror", (error) => say(`pageerror: ${error.message}`));
page.on("console", (message) => message.type() === "error" && say(message.text()));

async function shot(name) {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  say(name);
}

async function bench(number, presses) {
  await page.goto(`${url}/tickets/${number}/bench`, { waitUntil: "networkidle" });
  await page.waitForSelector("html[data-awake]");
  // The bench is there when its guide is.
  await page.getByRole("status").filter({ hasText: "saved" }).waitFor();
  for (let i = 0; i < presses; i++) await onward();
}

/** The next thing to do: a stop gets its good answer, all else is Space. */
async function onward() {
  const stop = page.locator("[data-stop]");
  if ((await stop.count()) === 0) return press("Space");
  const id = await stop.getAttribute("data-stop");
  await press(/^(lithium|bulge)/.test(id) ? "n" : "y");
}

async function press(key) {
  await page.keyboard.press(key);
  // A letter waits for a moment: it could be the first one of a scan.
  if (key.length === 1) await page.evaluate(() => new Promise((go) => setTimeout(go, 60)));
  await page.waitForFunction(() => document.querySelector(".bench-saved")?.textContent === "saved");
}

async function pressUntil(words) {
  for (let i = 0; i < 300; i++) {
    const line = (await page.locator("main h1").first().textContent()) ?? "";
    if (line.includes(words)) return;
    await onward();
  }
  throw new Error(`the bench never came to "${words}"`);
}

/** A ticket for a part, taken in as a person would. */
async function ticketFor(part) {
  await page.goto(`${url}/tickets/new?code=MT15-A3`);
  await page.waitForSelector("html[data-awake]");
  await page.getByLabel("Customer").fill("Lio Marsh");
  await page.getByLabel("What is wrong").fill("Hot and loud.");
  await page.getByRole("checkbox", { name: part, exact: true }).check();
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await page.getByRole("heading", { name: "Waits for the bench" }).waitFor();
  return page.url().split("/").at(-1);
}

/** Shares of the map where the battery of the half-learnt machine is screwed down. */
const BATTERY_SCREWS = [
  [0.102, 0.562],
  [0.92, 0.566],
  [0.102, 0.796],
  [0.92, 0.797],
  [0.538, 0.797],
];

const views = {
  counter: async () => {
    await page.goto(`${url}/days`, { waitUntil: "networkidle" });
    await page.goto(url, { waitUntil: "networkidle" });
  },
  "new-ticket": async () =>
    page.goto(`${url}/tickets/new?code=MT15-A3`, { waitUntil: "networkidle" }),
  ticket: async () => page.goto(`${url}/tickets/1004`, { waitUntil: "networkidle" }),
  "guide-try": async () => {
    await page.goto(`${url}/guides/pennick-calder-15?for=bezel`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: /Careful way/ }).click();
    await page.getByRole("heading", { name: "Careful way" }).waitFor();
  },
  "ticket-find": async () => {
    await page.goto(`${url}/tickets/1033/find`, { waitUntil: "networkidle" });
    await page.getByRole("region", { name: "What comes next" }).waitFor();
    await page.getByRole("button", { name: "It was not that" }).click();
    await page.getByRole("list", { name: "Found so far" }).waitFor();
    await page.getByText("Working out what comes next").waitFor({ state: "hidden" });
  },
  "ticket-price": async () => {
    await page.goto(`${url}/tickets/1034/price`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: "Make this a quote" }).first().waitFor();
  },
  "bench-screws": async () => {
    await bench("1007", 1);
    await page.keyboard.press("c");
  },
  "bench-snag": async () => {
    await bench("1004", 0);
    await page.keyboard.press("s");
    await page.locator('svg[aria-label^="Map"]').click({ position: { x: 200, y: 260 } });
    await page.getByText("near where it binds").waitFor();
  },
  "bench-swap": async () => {
    await bench(await ticketFor("Heatsink"), 0);
    await pressUntil("Swap:");
  },
  "bench-gate": async () => {
    await bench("1004", 0);
    await pressUntil("Look:");
  },
  "bench-power": async () => {
    await bench(await ticketFor("Motherboard"), 0);
    await pressUntil("Power it on");
  },
  "bench-learn": async () => {
    await bench("1032", 0);
    await page.keyboard.press("l");
    await page.getByRole("radio", { name: "screws" }).waitFor();
    const { x, y, width, height } = await page.locator('svg[aria-label^="Map"]').boundingBox();
    for (const [across, down] of BATTERY_SCREWS) {
      await page.mouse.click(x + width * across, y + height * down);
    }
    await page.getByLabel("Length, mm").fill("3");
  },
  "guide-edit": async () => {
    await page.goto(`${url}/guides/marrowby-tern-15`, { waitUntil: "networkidle" });
    await page.getByRole("tab", { name: "Edit" }).click();
    await page.locator('[data-part="fan"]').click({ force: true });
    await page.keyboard.press("Shift+ArrowDown");
    await page.getByText("1 change, not stored yet").waitFor();
  },
  "guide-findings": async () => {
    await page.goto(`${url}/guides/halden-ferro-13`, { waitUntil: "networkidle" });
    await page.getByRole("tab", { name: "Findings" }).click();
    await page.getByRole("region", { name: /7 screws, not 8/ }).waitFor();
  },
  days: async () => page.goto(`${url}/days`, { waitUntil: "networkidle" }),
  practice: async () => {
    await page.goto(`${url}/practice`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: "Practise: Paste" }).click();
    await page.getByRole("button", { name: /three passes/ }).click();
    await page.getByRole("button", { name: /Let it settle/ }).click();
    await page.getByText("Next exercise").waitFor();
  },
  learnt: async () => page.goto(`${url}/learnt`, { waitUntil: "networkidle" }),
  shop: async () => {
    await page.goto(`${url}/shop`, { waitUntil: "networkidle" });
  },
  soak: async () => {
    await page.goto(`${url}/tickets/1002/soak`, { waitUntil: "networkidle" });
  },
};

for (const [name, open] of Object.entries(views)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  await open();
  await shot(name);
}
await browser.close();
server.kill();
supplier.kill();
