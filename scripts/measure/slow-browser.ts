import { type Browser, chromium, type Page } from "@playwright/test";
import { cookiesOf } from "./report.ts";

/** So many times slower than this machine: a tablet at the bench. */
export const SLOWER = 4;

export const startBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: "/usr/bin/chromium-headless-shell",
    args: ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"],
  });

/** A page with its processor slowed, which watches what is painted and what moves from its first moment. */
export async function slowPage(browser: Browser, url: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.context().addCookies(cookiesOf(url).map((cookie) => ({ ...cookie, url })));
  const session = await page.context().newCDPSession(page);
  await session.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
  await page.addInitScript(watchPaint);
  return page;
}

declare global {
  interface Window {
    paint: { largest: number; shift: number };
  }
}

/** Runs in the page. */
function watchPaint(): void {
  window.paint = { largest: 0, shift: 0 };
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) window.paint.largest = entry.startTime;
  }).observe({ type: "largest-contentful-paint", buffered: true });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) {
      const { value, hadRecentInput } = entry as PerformanceEntry & {
        value: number;
        hadRecentInput: boolean;
      };
      if (!hadRecentInput) window.paint.shift += value;
    }
  }).observe({ type: "layout-shift", buffered: true });
}
