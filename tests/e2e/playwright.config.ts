import { defineConfig } from "@playwright/test";
import path from "node:path";
import chromium from "../../bin/lib/chromium.json";

const state = path.resolve(__dirname, "../../.pitstopa-test");

/** One browser, one test at a time: they share one bench. */
export default defineConfig({
  testDir: __dirname,
  globalSetup: "./startShop.ts",
  outputDir: path.join(state, "e2e-results"),
  workers: 1,
  fullyParallel: false,
  // A machine that stands still for 0.4 s loses the operator's page, and the rig cuts, as it must. Only such a test is run again,
  // twice at most: see `standstill` in shop.ts.
  retries: 2,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  reporter: [["list"], ["json"]],
  use: {
    viewport: { width: 1280, height: 800 },
    screenshot: "only-on-failure",
    launchOptions: chromium,
  },
});
