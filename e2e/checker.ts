import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { RunOptions } from "axe-core";
import type { Page } from "@playwright/test";

/** The checker's own code, which a page is given once. */
const CHECKER = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** What the checker finds, by its rules and where; without words for what is well. */
async function checked(page: Page, options: RunOptions = {}): Promise<readonly string[]> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(CHECKER);
  return page.evaluate(async (more) => {
    const { axe } = window as unknown as { axe: typeof import("axe-core") };
    const { violations } = await axe.run(document, { resultTypes: ["violations"], ...more });
    return violations.flatMap(({ id, nodes }) =>
      nodes.map(({ target }) => `${id}: ${target.join(" ")}`),
    );
  }, options);
}

/** WCAG 2.2 AA, and what the checker calls good practice. */
export const violations = (page: Page) => checked(page);

/** What another lamp can break: the page is the same but for its colours. */
export const paleOn = (page: Page) =>
  checked(page, { runOnly: { type: "rule", values: ["color-contrast"] } });
