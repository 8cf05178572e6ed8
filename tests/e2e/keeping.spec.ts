import { expect, test, type Page } from "@playwright/test";
import { spawn, type ChildProcess } from "node:child_process";
import { chmodSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { documentId, kept, manuscript, openFile } from "./desk";

/** A server of its own, to be stopped and started by a test. */
class OwnServer {
  private process: ChildProcess | null = null;
  constructor(
    private readonly port: number,
    private readonly data: string,
  ) {}

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.process = spawn(process.execPath, ["scripts/start.mjs"], {
      env: {
        ...process.env,
        PORT: String(this.port),
        HOST: "127.0.0.1",
        GATE_ROPE_DATA: this.data,
        NODE_ENV: "production",
      },
      stdio: "ignore",
    });
    for (let i = 0; i < 100; i++) {
      const response = await fetch(`${this.address}/api/documents`).catch(() => null);
      if (response?.ok) return;
      await new Promise((resolve) => setTimeout(resolve, 150));
    }
    throw new Error("the server did not start");
  }

  /** Ends it without warning, as a power failure would. */
  async kill(): Promise<void> {
    const ended = new Promise((resolve) => this.process!.once("exit", resolve));
    this.process!.kill("SIGKILL");
    await ended;
  }
}

async function typeAtEnd(page: Page, words: string): Promise<void> {
  await manuscript(page).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type(words);
}

test("what is shown as kept is on disk: it is there after the server was killed", async ({ page }) => {
  const server = new OwnServer(4401, mkdtempSync(path.join(tmpdir(), "gate-rope-killed-")));
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

test("a disk that takes nothing says so in one line, and the text stays on the screen until it is kept", async ({
  page,
}) => {
  await openFile(page, "k.md", "# Full\n\ntext");
  const full = JSON.stringify({
    error: {
      code: "disk-full",
      message: "The disk is full, so this was not kept. Your text stays on the screen.",
    },
  });
  await page.route("**/steps", (route) =>
    route.fulfill({ status: 507, contentType: "application/json", body: full }),
  );
  await typeAtEnd(page, " more words");
  await expect(page.locator('[data-kept="refused"]')).toContainText("The disk is full");
  await expect(manuscript(page)).toContainText("more words");
  await page.unroute("**/steps");
  await kept(page);
  await page.reload();
  await expect(manuscript(page)).toContainText("more words");
});

test("of two tabs neither overwrites the other: the second learns of the newer version and keeps its own text", async ({
  page,
  context,
}) => {
  await openFile(page, "two.md", "# Two tabs\n\ntext");
  const id = documentId(page);
  // The second tab is in another browser window that hears nothing of the first.
  const second = await context.newPage();
  await second.addInitScript(() => {
    (window as { BroadcastChannel: unknown }).BroadcastChannel = class {
      onmessage = null;
      postMessage() {}
      close() {}
    };
  });
  await second.goto(`/documents/${id}`);
  await manuscript(second).waitFor();
  await typeAtEnd(page, " from the first");
  await kept(page);
  await typeAtEnd(second, " from the second");
  await expect(
    second.getByRole("alert").filter({ hasText: "A newer version was kept in another tab." }),
  ).toBeVisible();
  await expect(manuscript(second)).toContainText("from the second");
  await second.getByRole("button", { name: "Keep mine as a copy, load the newer" }).click();
  await expect(manuscript(second)).toContainText("from the first");
  await expect(manuscript(second)).not.toContainText("from the second");
  await second.getByRole("link", { name: "a copy" }).click();
  await expect(manuscript(second)).toContainText("from the second");
  await expect(second.getByLabel("Title of the document")).toHaveValue("Two tabs (my copy)");
  await page.reload();
  await expect(manuscript(page)).toContainText("from the first");
});

test("a second tab in which nothing was typed takes the newer version by itself", async ({
  page,
  context,
}) => {
  await openFile(page, "two.md", "# Two tabs\n\ntext");
  const second = await context.newPage();
  await second.goto(`/documents/${documentId(page)}`);
  await manuscript(second).waitFor();
  await typeAtEnd(page, " seen there too");
  await expect(manuscript(second)).toContainText("seen there too");
  await typeAtEnd(second, " and back");
  await expect(manuscript(page)).toContainText("and back");
});

test("a start that cannot work stops with one clear line", async () => {
  const locked = mkdtempSync(path.join(tmpdir(), "gate-rope-locked-"));
  chmodSync(locked, 0o500);
  const start = (env: Record<string, string>) =>
    new Promise<{ code: number | null; said: string }>((resolve) => {
      const child = spawn(process.execPath, ["scripts/start.mjs"], {
        env: { ...process.env, PORT: "4402", NODE_ENV: "production", ...env },
      });
      let said = "";
      child.stderr.on("data", (piece) => (said += String(piece)));
      child.on("exit", (code) => resolve({ code, said: said.trim() }));
    });
  expect(await start({ PORT: "many" })).toMatchObject({
    code: 1,
    said: "gate-rope: PORT has to be a number.",
  });
  expect(await start({ PORT: process.env.E2E_PORT ?? "4399" })).toMatchObject({
    code: 1,
    said: expect.stringMatching(/^gate-rope: Port \d+ is taken\. Set PORT to another\.$/),
  });
  expect(await start({ GATE_ROPE_DATA: "/proc/gate-rope" })).toMatchObject({
    code: 1,
    said: "gate-rope: The data folder /proc/gate-rope cannot be written. Set GATE_ROPE_DATA to one that can.",
  });
});
