import { defineConfig } from "@playwright/test";
import { CHROMIUM, CHROMIUM_SHELL } from "./tests/chromium";

/**
 * End-to-end tests: the built application, real databases in folders of their own (`tests/e2e/own-shelf`), Debian's Chromium. Two at a time,
 * one for each processor.
 */
export default defineConfig({
  testDir: process.env.PICTURES ? "tests/pictures" : "tests/e2e",
  timeout: 120_000,
  // A busy machine takes seconds to open a page; what has to be quick is measured by the benches.
  expect: { timeout: 15_000 },
  workers: process.env.PICTURES ? 1 : 2,
  // What passes at the second try hides a fault.
  retries: 0,
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  outputDir: "test-results/files",
  use: {
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    permissions: ["clipboard-read", "clipboard-write"],
    launchOptions: process.env.PICTURES ? CHROMIUM : CHROMIUM_SHELL,
  },
});
