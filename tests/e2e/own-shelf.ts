import { test as base } from "@playwright/test";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { OwnServer } from "#tests/own-server";

/**
 * Tests through the interface. Those that run at the same time have each a server and a shelf of their own; tests of one worker share one,
 * so that none may count what is on it. `E2E_DATA` names a folder that is there already, as for pictures of the demo.
 */
export const test = base.extend<object, { server: OwnServer }>({
  server: [
    // Playwright reads from the braces what is needed before.
    async ({}, provide) => {
      const given = process.env.E2E_DATA;
      const data = given ?? mkdtempSync(path.join(tmpdir(), "gate-rope-e2e-"));
      const server = new OwnServer(data);
      await server.start();
      await provide(server);
      await server.kill();
      if (!given) rmSync(data, { recursive: true, force: true });
    },
    { scope: "worker", auto: true, timeout: 90_000 },
  ],
  baseURL: async ({ server }, provide) => provide(server.address),
});
