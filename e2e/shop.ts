import { spawn, type ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { PEOPLE, PINS } from "../demo/scenario.ts";
import { expect, type Page, test as base } from "@playwright/test";

/** A shop of its own for a test: the production server over a copy of the demo data. */
export class Shop {
  private server: ChildProcess | undefined;
  private constructor(
    readonly folder: string,
    readonly port: number,
    /** What its server is told beside its folder, from its next start on. */
    public more: Readonly<Record<string, string>>,
  ) {}

  /** `more` is what its server is told beside its folder. */
  static async open(more: Readonly<Record<string, string>> = {}): Promise<Shop> {
    const folder = mkdtempSync(path.join(tmpdir(), "bench-e2e-"));
    cpSync(process.env["BENCH_TEMPLATE"]!, folder, { recursive: true });
    const shop = new Shop(folder, await freePort(), more);
    await shop.start();
    return shop;
  }

  /** Lets somebody of the demo in at a browser, without the page for it. */
  async signIn(page: Page, person: keyof typeof PINS = "mirel"): Promise<void> {
    const form = { person, pin: PINS[person]!, stay: "yes" };
    const answer = await post(page, `${this.url}/sign-in.data`, { form });
    expect(answer.status()).toBe(200);
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    const server = spawn("node", ["scripts/start.mjs"], {
      env: {
        ...process.env,
        ...this.more,
        NODE_ENV: "production",
        PORT: String(this.port),
        BENCH_DATA: this.folder,
      },
      stdio: ["ignore", "pipe", "pipe"],
    });
    this.server = server;
    await new Promise<void>((resolve, reject) => {
      let said = "";
      const hear = (chunk: Buffer): void => {
        said += chunk.toString();
        if (said.includes("open http")) resolve();
      };
      server.stdout.on("data", hear);
      server.stderr.on("data", hear);
      server.once("exit", (code) => reject(new Error(`server ended (${code}): ${said}`)));
    });
  }

  /** As when the power goes: no goodbye. */
  async kill(): Promise<void> {
    const { server } = this;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    const gone = new Promise((resolve) => server.once("exit", resolve));
    server.kill("SIGKILL");
    await gone;
  }

  /** As when it is stopped in order. */
  async end(): Promise<void> {
    const { server } = this;
    if (!server) return;
    const gone = new Promise((resolve) => server.once("exit", resolve));
    server.kill("SIGTERM");
    await gone;
  }

  async close(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === "object" && address ? address.port : 0));
    });
  });
}

/** Errors on the console and in the page fail a test; what a test provokes it names first. */
export const test = base.extend<{ shop: Shop; calm: { expected: RegExp[] } }>({
  shop: async ({ page }, use) => {
    const shop = await Shop.open();
    await shop.signIn(page);
    await use(shop);
    await shop.close();
  },
  calm: [
    async ({ page, shop: _shop }, use) => {
      const calm = { expected: [] as RegExp[] };
      const heard: string[] = [];
      page.on("pageerror", (error) => heard.push(`pageerror: ${error.message}`));
      page.on("console", (message) => {
        if (message.type() === "error") heard.push(message.text());
      });
      await use(calm);
      const strange = heard.filter((line) => !calm.expected.some((known) => known.test(line)));
      expect(strange).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Something that is sent as a page of the program sends it. */
export const post = (page: Page, url: string, options: Parameters<Page["request"]["post"]>[1]) =>
  page.request.post(url, {
    ...options,
    headers: { ...options?.headers, Origin: new URL(url).origin },
  });

export const stepLine = (page: Page) => page.locator("main h1").first();

/** Waits until the page can be typed at: the bench says that everything is on disk. */
export async function ready(page: Page): Promise<void> {
  await expect(page.getByRole("status").filter({ hasText: "saved" })).toHaveText("saved");
}

/** Opens the bench of a ticket and waits until its keys work. */
export async function openBench(page: Page, shop: Shop, number: string): Promise<void> {
  await page.goto(`${shop.url}/tickets/${number}/bench`);
  await hydrated(page);
  await ready(page);
}

/** Server-rendered markup is there before its keys work: the page says when they do. */
export async function hydrated(page: Page): Promise<void> {
  await expect(page.locator("html")).toHaveAttribute("data-awake", "yes");
}

/** One key, and the answer of the disk. */
export async function press(page: Page, key: string): Promise<void> {
  await page.keyboard.press(key);
  await ready(page);
}

/** The next thing to do: a stop gets its good answer, all else is Space. */
export async function onward(page: Page): Promise<void> {
  const stop = page.locator("[data-stop]");
  if ((await stop.count()) === 0) return press(page, "Space");
  const id = await stop.getAttribute("data-stop");
  await press(page, /^(lithium|bulge)/.test(id ?? "") ? "n" : "y");
}

/** Goes on until the step line says so. */
export async function onwardTo(page: Page, words: RegExp): Promise<void> {
  for (let i = 0; i < 250; i++) {
    if (words.test((await stepLine(page).textContent()) ?? "")) return;
    await onward(page);
  }
  throw new Error(`the bench never came to ${words}`);
}

/** Types into the find box, as a scanner does. */
export async function find(page: Page, text: string): Promise<void> {
  await page.keyboard.press("/");
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}

/** One of a list that opens. */
export async function choose(page: Page, list: string, option: string): Promise<void> {
  await page.getByRole("combobox", { name: list }).click();
  await page.getByRole("option", { name: option, exact: true }).click();
}

/** Says who is working, in the bar. */
export async function workAs(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: /^Who is working/ }).click();
  await page.getByRole("radio", { name: new RegExp(`^${name}`) }).click();
  const { id } = PEOPLE.find((one) => one.name === name)!;
  await page.keyboard.type(PINS[id]!);
  await expect(page.getByRole("button", { name: `Who is working: ${name}` })).toBeVisible();
}

/** A part of a new ticket: one of the usual ones, or another from the list below them. */
async function choosePart(page: Page, part: string): Promise<void> {
  await expect(page.getByText("What is to be replaced?")).toBeVisible();
  const usual = page.getByRole("checkbox", { name: part, exact: true });
  if ((await usual.count()) > 0) return usual.first().check();
  await page.getByLabel("Other parts").fill(part);
  await page.getByRole("option", { name: part, exact: true }).first().click();
}

/** Takes a machine in through the interface and opens its bench; gives the ticket's number. */
export async function takenIn(
  page: Page,
  shop: Shop,
  { code, parts, customer }: { code: string; parts: readonly string[]; customer: string },
): Promise<string> {
  await newTicket(page, shop, { code, customer, fault: "It does not do what it should." });
  for (const part of parts) await choosePart(page, part);
  await page.getByRole("button", { name: "Open the ticket" }).click();
  await page.getByRole("button", { name: "Customer says yes: parts are here" }).click();
  await expect(page.getByRole("heading", { name: "Waits for the bench" })).toBeVisible();
  const number = page.url().split("/").at(-1)!;
  await openBench(page, shop, number);
  return number;
}

/** A new ticket's page, with its customer and fault typed. */
export async function newTicket(
  page: Page,
  shop: Shop,
  { code, customer, fault }: { code: string; customer: string; fault: string },
): Promise<void> {
  await page.goto(`${shop.url}/tickets/new?code=${code}`);
  await hydrated(page);
  await page.getByLabel("Customer").fill(customer);
  await page.getByLabel("What is wrong").fill(fault);
}
