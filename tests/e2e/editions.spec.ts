import { expect, type Page } from "@playwright/test";
import { unzipSync } from "fflate";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import mime from "mime";
import { readFileSync } from "node:fs";
import { documentId, kept, manuscript, openFile, stage } from "./desk";
import { test } from "./own-shelf";
import { clean } from "./axe";

const words = (about: string) =>
  Array.from({ length: 30 }, (_, i) => `Sentence ${i} is about ${about} and says nothing else.`).join("\n\n");
const TEXT = `# Lamps\n\nSee the [stairs](#stairs) and the generator.[^1]\n\n[^1]: It stands behind the house.\n\n${words("light")}\n\n## Wicks {#wicks}\n\nTrim them.\n\n# Stairs {#stairs}\n\nThe handrail is loose.\n\n${words("steps")}\n\n# Dome\n\nThe shutter opens slowly.\n`;

async function publish(page: Page, what: string) {
  await stage(page, "Publish");
  await page.getByLabel("What is new (optional)").fill(what);
  await page.getByRole("button", { name: "Publish edition" }).click();
  await expect(page.getByRole("link", { name: /^Open edition/ })).toBeVisible({ timeout: 60_000 });
}

test("a reader's day: land, search, jump, glance, go back, mark, go on, read without a network, take a new edition", async ({
  page,
  browser,
  baseURL,
}) => {
  test.slow();
  await openFile(page, "manual.md", TEXT);
  const id = documentId(page);
  await publish(page, "The first one.");
  await expect(page.getByRole("list", { name: "Published editions" })).toContainText("The first one.");

  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const reader = await context.newPage();
  const faults: string[] = [];
  reader.on("pageerror", ({ message }) => faults.push(message));
  const text = reader.locator("main");

  await test.step("an address of one place lands on its page and spot", async () => {
    await reader.goto(`${baseURL}/read/${id}/at/wicks`);
    await expect(text.getByRole("heading", { name: "Wicks" })).toBeInViewport();
    await reader.goto(`${baseURL}/read/${id}#stairs`);
    await expect(reader).toHaveURL(/stairs\.html#stairs$/);
    await expect(text.getByRole("heading", { name: "Stairs" })).toBeInViewport();
  });

  await test.step("search finds words with a wrong letter and marks them where they stand", async () => {
    await reader.keyboard.press("/");
    await reader.keyboard.type("handral");
    await expect(reader.locator(".found mark").first()).toHaveText("handrail");
    await reader.keyboard.press("Enter");
    await expect(text.locator("mark")).toHaveText("handrail");
    await reader.keyboard.press("/");
    await reader.keyboard.type("dom");
    await reader.locator(".found .name").getByRole("link", { name: "Dome" }).click();
    await expect(text.getByRole("heading", { name: "Dome" })).toBeInViewport();
  });

  await test.step("a link shows where it leads, and the way back is at hand", async () => {
    await reader.goto(`${baseURL}/read/${id}/`);
    await text.getByRole("link", { name: "stairs" }).hover();
    await expect(reader.getByRole("tooltip")).toContainText("The handrail is loose.");
    await reader.keyboard.press("Escape");
    await expect(reader.getByRole("tooltip")).toBeHidden();
    await text.getByRole("link", { name: "stairs" }).click();
    await expect(text.getByRole("heading", { name: "Stairs" })).toBeInViewport();
    await reader.getByRole("button", { name: /Back to/ }).click();
    await expect(text.getByRole("heading", { name: "Lamps" })).toBeVisible();
    await expect(reader.getByRole("button", { name: /Back to/ })).toBeHidden();
    // Also for who has read on since.
    await text.getByRole("link", { name: "stairs" }).click();
    await expect(text.getByRole("heading", { name: "Stairs" })).toBeInViewport();
    await reader.keyboard.press("ArrowRight");
    await expect(text.getByRole("heading", { name: "Dome" })).toBeVisible();
    await reader.getByRole("button", { name: /Back to/ }).click();
    await expect(text.getByRole("heading", { name: "Lamps" })).toBeVisible();
    await expect(reader.getByRole("button", { name: /Back to/ })).toBeHidden();
  });

  await test.step("a place is marked with a note", async () => {
    await reader.goto(`${baseURL}/read/${id}/stairs.html`);
    await reader.getByRole("button", { name: "More for “Stairs”" }).click();
    await reader.getByRole("button", { name: "Mark this place" }).click();
    await reader.getByRole("button", { name: "My marks" }).click();
    await reader.getByRole("textbox", { name: "Note: Stairs" }).fill("Tell the warden.");
    await reader.keyboard.press("Escape");
  });

  await test.step("reading goes on where it was left, after the look was changed", async () => {
    await reader.mouse.wheel(0, 600);
    await expect
      .poll(() => reader.evaluate(() => Object.keys(localStorage).some((key) => key.includes(" reading "))))
      .toBe(true);
    await reader.getByRole("button", { name: "Display" }).click();
    await reader.getByLabel("Night").check();
    await reader.keyboard.press("Escape");
    await reader.goto(`${baseURL}/read/${id}/`);
    await expect(reader.locator("html")).toHaveAttribute("data-paper", "night");
    await reader.getByRole("link", { name: "Continue reading: Stairs" }).click();
    await expect(reader).toHaveURL(/stairs\.html/);
  });

  await test.step("it is kept on the device, and read and searched without a network", async () => {
    await reader.getByRole("button", { name: "Display" }).click();
    await reader.getByRole("button", { name: /^Keep on this device/ }).click();
    await expect(reader.getByRole("button", { name: "Remove from this device" })).toBeVisible();
    await reader.keyboard.press("Escape");
    await context.setOffline(true);
    await reader.goto(`${baseURL}/read/${id}/dome.html`);
    await expect(text).toContainText("The shutter opens slowly.");
    await reader.keyboard.press("/");
    await reader.keyboard.type("handrail");
    await expect(reader.locator(".found mark").first()).toHaveText("handrail");
    await context.setOffline(false);
  });

  await test.step("a new edition is offered, and taken when the reader wants it; marks come along", async () => {
    await stage(page, "Write");
    await manuscript(page).getByText("The shutter opens slowly.").click();
    await page.keyboard.press("End");
    await page.keyboard.type(" And loudly.");
    await kept(page);
    await publish(page, "The dome is loud.");
    await reader.goto(`${baseURL}/read/${id}/dome.html`);
    await expect(text).not.toContainText("And loudly.");
    await reader.getByRole("button", { name: "Go to the newest edition" }).click();
    await expect(text).toContainText("And loudly.");
    await reader.getByRole("button", { name: "My marks" }).click();
    await expect(reader.getByRole("textbox", { name: "Note: Stairs" })).toHaveValue("Tell the warden.");
    await reader.keyboard.press("Escape");
    await reader.goto(`${baseURL}/read/${id}/edition/1/dome.html`);
    await expect(reader.getByText("This is an older edition.")).toBeVisible();
  });

  await test.step("a withdrawn edition says so", async () => {
    await page.getByRole("button", { name: "Withdraw edition 1" }).click();
    await expect(page.getByText("Edition 1 is withdrawn.")).toBeVisible();
    expect((await reader.goto(`${baseURL}/read/${id}/edition/1/`))!.status()).toBe(410);
  });
  expect(faults).toEqual([]);
  await context.close();
});

test("pages of an edition are accessible, and work without scripts", async ({ page, browser, baseURL }) => {
  await openFile(page, "manual.md", TEXT);
  const id = documentId(page);
  await publish(page, "");
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme });
    for (const file of ["", "stairs.html", "contents.html", "at/nowhere"]) {
      await page.goto(`/read/${id}/${file}`);
      await clean(page, `${file || "the first page"}, ${colorScheme}`);
    }
  }
  const context = await browser.newContext({
    javaScriptEnabled: false,
    viewport: { width: 320, height: 640 },
  });
  const plain = await context.newPage();
  await plain.goto(`${baseURL}/read/${id}/at/wicks`);
  await expect(plain.getByRole("heading", { name: "Wicks" })).toBeInViewport();
  await plain.getByRole("link", { name: "Next Stairs" }).click();
  await expect(plain.locator("main")).toContainText("The handrail is loose.");
  await plain.getByRole("link", { name: "Contents", exact: true }).first().click();
  await plain.getByRole("link", { name: "Dome" }).click();
  await expect(plain.locator("main")).toContainText("The shutter opens slowly.");
  await context.close();
});

test("the zip of an edition is served by a plain web server", async ({ page }) => {
  await openFile(page, "manual.md", TEXT);
  await publish(page, "");
  const waiting = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download edition 1 as a site (.zip)" }).click();
  const files = unzipSync(readFileSync(await (await waiting).path()));
  const server = createServer((request, response) => {
    const path = decodeURIComponent(new URL(request.url!, "http://x").pathname).slice("/manual/".length);
    const body = files[path || "index.html"];
    response.writeHead(body ? 200 : 404, { "Content-Type": mime.getType(path || "index.html") ?? "" });
    response.end(body);
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  try {
    const home = `http://127.0.0.1:${(server.address() as AddressInfo).port}/manual/`;
    await page.goto(`${home}at/stairs.html`);
    await expect(page).toHaveURL(`${home}stairs.html#stairs`);
    await expect(page.locator("main")).toContainText("The handrail is loose.");
    await page.keyboard.press("/");
    await page.keyboard.type("shutter");
    await page.locator(".found ol:last-of-type").getByRole("link", { name: "Dome" }).click();
    await expect(page.locator("main mark")).toHaveText("shutter");
    await page.goto(`${home}#wicks`);
    await expect(page.locator("main").getByRole("heading", { name: "Wicks" })).toBeInViewport();
  } finally {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
  }
});
