import { defineConfig } from "@playwright/test";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { CHROMIUM } from "./tests/chromium";

const PORT = process.env.E2E_PORT ?? "4399";
// Workers read this file again; all of them have to mean the same folder.
process.env.E2E_DATA ??= mkdtempSync(path.join(tmpdir(), "gate-rope-e2e-"));

/** End-to-end tests: the built application, a real database in a folder of its own, Debian's Chromium. */
export default defineConfig({
  testDir: process.env.PICTURES ? "tests/pictures" : "tests/e2e",
  timeout: 120_000,
  // A busy machine takes seconds to open a page; what has to be quick is measured by the benches.
  expect: { timeout: 15_000 },
  workers: 1,
  // What passes at the second try hides a fault.
  retries: 0,
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  outputDir: "test-results/files",
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    permissions: ["clipboard-read", "clipboard-write"],
    launchOptions: CHROMIUM,
  },
  webServer: {
    command: "node scripts/start.mjs",
    url: `http://127.0.0.1:${PORT}/api/documents`,
    env: { PORT, HOST: "127.0.0.1", GATE_ROPE_DATA: process.env.E2E_DATA, NODE_ENV: "production" },
    timeout: 60_000,
    gracefulShutdown: { signal: "SIGTERM", timeout: 3_000 },
  },
});
