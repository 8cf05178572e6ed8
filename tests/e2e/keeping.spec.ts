import { expect } from "@playwright/test";
import { spawn } from "node:child_process";
import { freePort } from "#tests/free-port";
import { OwnServer } from "#tests/own-server";
import { chmodSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { kept, manuscript, openFile, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

test("what is shown as kept is on disk: it is there after the server was killed", async ({ page }) => {
  const server = new OwnServer(mkdtempSync(path.join(tmpdir(), "gate-rope-killed-")));
  await server.start();
  try {
    await page.goto(server.address);
    await page.getByRole("button", { name: "New document" }).click();
    await typeAtEnd(page, "Words before the failure.");
    await kept(page);
    await server.kill();
    await page.keyboard.type(" Words while it is down.");
    await expect(page.locator('[data-kept="unreachable"]')).toBeVisible({ timeout: 20_000 });
    await expect(manuscript(page)).toContainText("Words while it is down.");
    await server.start();
    await kept(page);
    await page.reload();
    await expect(manuscript(page)).toContainText("Words before the failure. Words while it is down.");
  } finally {
    await server.kill().catch(() => {});
  }
});

test("while writing goes on, one thing is said, and in a pause another", async ({ page }) => {
  await openFile(page, "k.md", "# Steady\n\ntext");
  await kept(page);
  await page.evaluate(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    const sign = document.querySelector<HTMLElement>("[data-kept]")!;
    new MutationObserver(() => {
      if (sign.dataset.kept !== said.at(-1)) said.push(sign.dataset.kept!);
    }).observe(sign, { attributes: true });
  });
  // Longer than several answers of the server take.
  await typeAtEnd(page, "w");
  await page.keyboard.type("ords that are written one after the other", { delay: 60 });
  await kept(page);
  expect(await page.evaluate(() => (window as unknown as { said: string[] }).said)).toEqual([
    "keeping",
    "kept",
  ]);
});

test("a disk that takes nothing says so in one line, and the text stays on the screen until it is kept", async ({
  page,
}) => {
  await openFile(page, "k.md", "# Full\n\ntext");
  const full = JSON.stringify({
    error: {
      code: "disk-full",
      message: "The server's disk is full, so this was not saved.",
    },
  });
  await page.route("**/steps", (route) =>
    route.fulfill({ status: 507, contentType: "application/json", body: full }),
  );
  await typeAtEnd(page, " more words");
  await expect(page.locator('[data-kept="refused"]')).toContainText("The server's disk is full");
  await expect(manuscript(page)).toContainText("more words");
  await page.unroute("**/steps");
  await kept(page);
  await page.reload();
  await expect(manuscript(page)).toContainText("more words");
});

test("a start that cannot work stops with one clear line", async ({ server }) => {
  const locked = mkdtempSync(path.join(tmpdir(), "gate-rope-locked-"));
  chmodSync(locked, 0o500);
  const free = String(await freePort());
  const start = (env: Record<string, string>) =>
    new Promise<{ code: number | null; said: string }>((resolve) => {
      const child = spawn(process.execPath, ["scripts/start.mjs"], {
        env: { ...process.env, PORT: free, NODE_ENV: "production", ...env },
      });
      let said = "";
      child.stderr.on("data", (piece) => (said += String(piece)));
      child.on("exit", (code) => resolve({ code, said: said.trim() }));
    });
  expect(await start({ PORT: "many" })).toMatchObject({
    code: 1,
    said: "gate-rope: PORT has to be a number.",
  });
  expect(await start({ PORT: new URL(server.address).port })).toMatchObject({
    code: 1,
    said: expect.stringMatching(/^gate-rope: Port \d+ is taken\. Set PORT to another\.$/),
  });
  expect(await start({ GATE_ROPE_DATA: "/proc/gate-rope" })).toMatchObject({
    code: 1,
    said: "gate-rope: The data folder /proc/gate-rope cannot be written. Set GATE_ROPE_DATA to one that can.",
  });
});
