import { defineConfig } from "@playwright/test";

/** Against the production build; each test starts a server with a data folder of its own. */
export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/global-setup.ts",
  fullyParallel: true,
  workers: 2,
  timeout: 120_000,
  retries: 0,
  expect: { timeout: 15_000 },
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
      args: [
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // One process shows all pages of a worker: what it has compiled of the program it keeps.
        "--renderer-process-limit=1",
        "--process-per-site",
        "--disable-site-isolation-trials",
        // A camera that shows a test picture, and may be used.
        "--use-fake-device-for-media-stream",
        "--use-fake-ui-for-media-stream",
      ],
    },
  },
});
