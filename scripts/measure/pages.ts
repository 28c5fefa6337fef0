import type { Page } from "@playwright/test";
import { demoShop, ms, print, quantile, startServer } from "./report.ts";
import { SLOWER, slowPage, startBrowser } from "./slow-browser.ts";

interface Visit {
  readonly name: string;
  readonly address: string;
  /** What somebody does there. */
  readonly act: (page: Page) => Promise<void>;
}

const type = (label: string | RegExp, text: string) => async (page: Page) => {
  await page.getByLabel(label).first().click();
  await page.keyboard.type(text, { delay: 60 });
};

const VISITS: readonly Visit[] = [
  {
    name: "counter",
    address: "/",
    act: async (page) => {
      await page.keyboard.press("/");
      await page.keyboard.type("1004", { delay: 60 });
    },
  },
  { name: "all tickets", address: "/tickets", act: type(/Number, customer/, "lind") },
  {
    name: "ticket",
    address: "/tickets/1004",
    act: async (page) => {
      for (const name of [/^Take in/, /^Record/]) {
        await page.getByRole("button", { name }).click();
      }
    },
  },
  {
    name: "take in",
    address: "/tickets/new?code=MT15-A3",
    act: async (page) => {
      await page.getByLabel("What is wrong").click();
      await page.keyboard.type("Gets hot.", { delay: 60 });
      await page.getByRole("checkbox", { name: "Fan", exact: true }).check();
    },
  },
  {
    name: "guides",
    address: "/guides",
    act: async (page) => {
      await page.getByLabel(/Code on the underside, name/).click();
      await page.keyboard.type("tern", { delay: 60 });
    },
  },
  {
    name: "try a job",
    address: "/guides/marrowby-tern-15?for=board",
    act: async (page) => {
      await page.getByRole("button", { name: "By the maker’s book" }).click();
      await page.getByRole("tab", { name: "Map" }).click();
      await page.getByRole("tab", { name: "Joints" }).click();
    },
  },
  { name: "soak", address: "/tickets/1003/soak", act: () => Promise.resolve() },
  { name: "words", address: "/words", act: type("Find a word", "gate") },
];

/** The pages off the bench in Chromium with its CPU slowed: what is seen first, what moves, how quick it answers. */
export async function measurePages(): Promise<void> {
  const server = await startServer(demoShop(), 4695);
  const browser = await startBrowser();
  print(`\n### The other pages in Chromium, the CPU slowed ${SLOWER} times\n`);
  print(
    "Targets: largest paint under 1,200 ms, layout shift under 0.02, p95 of interactions under 150 ms. Interactions " +
      "are what the browser times itself (a key or a press to the next frame), over all visits to a page.\n",
  );
  print("| page | largest paint, ms | layout shift | interactions | p50 ms | p95 ms |");
  print("| --- | ---: | ---: | ---: | ---: | ---: |");
  for (const { name, address, act } of VISITS) {
    const paints: number[] = [];
    const shifts: number[] = [];
    const times: number[] = [];
    for (let visit = 0; visit < 3; visit++) {
      const page = await slowPage(browser, server.url);
      await page.addInitScript(watchInteractions);
      await page.goto(`${server.url}${address}`);
      await page.waitForSelector("html[data-awake]");
      await page.waitForTimeout(2500);
      const seen = await page.evaluate(() => ({ ...window.paint }));
      paints.push(seen.largest);
      shifts.push(seen.shift);
      await act(page);
      await page.waitForTimeout(800);
      times.push(...(await page.evaluate(() => window.interactions)));
      await page.close();
    }
    const many = times.length;
    print(
      `| ${name} | ${ms(quantile(paints, 0.5))} | ${Math.max(...shifts).toFixed(4)} | ${many} ` +
        `| ${many === 0 ? "–" : ms(quantile(times, 0.5))} | ${many === 0 ? "–" : ms(quantile(times, 0.95))} |`,
    );
  }
  await browser.close();
  server.process.kill();
}

declare global {
  interface Window {
    interactions: number[];
  }
}

/** Runs in the page. */
function watchInteractions(): void {
  window.interactions = [];
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) {
      if ((entry as PerformanceEntry & { interactionId: number }).interactionId > 0) {
        window.interactions.push(entry.duration);
      }
    }
  }).observe({ type: "event", buffered: true, durationThreshold: 16 } as PerformanceObserverInit);
}
