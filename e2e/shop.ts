import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { PEOPLE, PINS } from "../demo/scenario.ts";
import { type BrowserContext, expect, type Page, test as base } from "@playwright/test";
import { Server } from "./server.ts";

/** A shop of its own for a test: the production server over a copy of the demo data. */
export class Shop {
  private constructor(
    readonly folder: string,
    private readonly server: Server,
    /** What its server is told beside its folder, from its next start on. */
    public more: Readonly<Record<string, string>>,
    private readonly isOwn: boolean,
  ) {}

  /** `more` is what its server is told beside its folder. Without a server it has one of its own. */
  static async open(more: Readonly<Record<string, string>> = {}, server?: Server): Promise<Shop> {
    const folder = mkdtempSync(path.join(tmpdir(), "bench-e2e-"));
    cpSync(process.env["BENCH_TEMPLATE"]!, folder, { recursive: true });
    const shop = new Shop(folder, server ?? (await Server.make()), more, server === undefined);
    await shop.start();
    return shop;
  }

  /** Lets somebody of the demo in at a browser, without the page for it. */
  async signIn(page: Page, person: keyof typeof PINS = "mirel"): Promise<void> {
    const form = { person, pin: PINS[person]!, stay: "yes" };
    const answer = await post(page, `${this.url}/sign-in.data`, { form });
    expect(answer.status()).toBe(200);
  }

  get port(): number {
    return this.server.port;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  start(): Promise<void> {
    return this.server.open(this.folder, this.more);
  }

  /** As when the power goes: no goodbye. */
  kill(): Promise<void> {
    return this.server.kill();
  }

  /** As when it is stopped in order. */
  end(): Promise<void> {
    return this.server.end();
  }

  async close(): Promise<void> {
    await (this.isOwn ? this.server.kill() : this.server.close());
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** What a page leaves in its browser. */
const LEFT = "local_storage,indexeddb,cache_storage,service_workers,websql,shared_storage";

/** A browser as a new one has nothing in it: but what it has fetched of the program it may keep, as any browser does. */
async function emptied(room: BrowserContext, origin: string): Promise<void> {
  const page = await room.newPage();
  const browser = await room.newCDPSession(page);
  await browser.send("Storage.clearDataForOrigin", { origin, storageTypes: LEFT });
  await room.clearCookies();
  await page.close();
}

interface Worker {
  /** One server goes through all tests of a worker, from one shop to the next. */
  server: Server;
  /** And so does one browser, which keeps no pages for when the server is away. */
  room: BrowserContext;
}

/** Errors on the console and in the page fail a test; what a test provokes it names first. */
export const test = base.extend<
  { shop: Shop; calm: { expected: RegExp[] }; isAlone: boolean },
  Worker
>({
  server: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads what a fixture needs from its first argument.
    async ({}, use) => {
      const server = await Server.make();
      await use(server);
      await server.kill();
    },
    { scope: "worker" },
  ],
  room: [
    async ({ browser }, use) => {
      const room = await browser.newContext({ serviceWorkers: "block" });
      await use(room);
      await room.close();
    },
    { scope: "worker" },
  ],
  /** Whether a test has a browser of its own: for what is said once of it (touch, its size), and for pages kept in it. */
  isAlone: [false, { option: true }],
  context: async ({ isAlone, browser, room, server }, use) => {
    if (isAlone) {
      const own = await browser.newContext();
      await use(own);
      return own.close();
    }
    await use(room);
    await room.setOffline(false);
    await room.unrouteAll({ behavior: "ignoreErrors" });
    for (const page of room.pages()) await page.close();
    await emptied(room, `http://127.0.0.1:${server.port}`);
  },
  page: async ({ context }, use) => {
    await use(await context.newPage());
  },
  shop: async ({ page, server }, use) => {
    const shop = await Shop.open({}, server);
    await shop.signIn(page);
    await use(shop);
    // A page that is still open asks its server on.
    for (const open of page.context().pages()) await open.close();
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
  const isSaved = await page.evaluate(saved, EXPECTED_MS);
  expect(isSaved, "the bench says that all is saved").toBe(true);
}

const EXPECTED_MS = 15_000;

/** In the page: as soon as it says so, which asking again and again would be late for. */
function saved(patience: number): Promise<boolean> {
  const says = (): boolean =>
    [...document.querySelectorAll("[role=status]")].some((one) => one.textContent === "saved");
  if (says()) return Promise.resolve(true);
  return new Promise((resolve) => {
    const watch = new MutationObserver(() => says() && end(true));
    const late = setTimeout(() => end(false), patience);
    const end = (is: boolean): void => {
      watch.disconnect();
      clearTimeout(late);
      resolve(is);
    };
    watch.observe(document, { subtree: true, childList: true, characterData: true });
  });
}

/** Opens the bench of a ticket and waits until its keys work. */
export async function openBench(page: Page, shop: Shop, number: string): Promise<void> {
  await page.goto(`${shop.url}/tickets/${number}/bench`);
  await hydrated(page);
  await ready(page);
  await expect(stepLine(page)).not.toHaveText("Working out the way from here");
}

/** Server-rendered markup is there before its keys work: the page says when they do. */
export async function hydrated(page: Page): Promise<void> {
  await expect(page.locator("html")).toHaveAttribute("data-awake", "yes");
}

/** One key, as far as the page has heard it: a letter waits for a moment, since it could be the first one of a scan. */
export async function key(page: Page, name: string): Promise<void> {
  await page.keyboard.press(name);
  await expect(page.locator("html")).not.toHaveAttribute("data-keys", /./);
}

/** One key, and the answer of the disk. */
export async function press(page: Page, name: string): Promise<void> {
  await key(page, name);
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

/** At the counter, at the end: the customer pays and takes the machine. */
export async function handBack(page: Page, amount: string): Promise<void> {
  await expect(page.getByRole("heading", { name: "Waits for collection" })).toBeVisible();
  await page.getByLabel("Amount").fill(amount);
  await page.getByRole("button", { name: "Take the payment" }).click();
  await expect(page.getByText(/0, card/)).toBeVisible();
  await page.getByRole("button", { name: "Hand it back" }).click();
}

/** At the end of a job: no screw is left on the mat. */
export async function noneLeft(page: Page): Promise<void> {
  // The field comes a moment after its heading.
  await expect(page.getByLabel("Screws left over on the bench")).toBeFocused();
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
}

/** Types into the find box. */
export async function find(page: Page, text: string): Promise<void> {
  await page.keyboard.press("/");
  await expect(page.getByLabel("Find a ticket, a person or a code").first()).toBeFocused();
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
