import { expect, type Page } from "@playwright/test";
import { another, bringIn, frames, jump, kept, manuscript, selectWords, stage } from "../e2e/desk";
import { test } from "../e2e/own-shelf";

/*
 * The pictures of docs/screenshots, one of each main view, of the demo documents. They are looked at by people; what the
 * views do is tested elsewhere.
 */

/** What moves or blinks has come to rest. */
async function take(page: Page, name: string): Promise<void> {
  await page.evaluate(async () => {
    await document.fonts.ready;
    await Promise.all(document.getAnimations().map((one) => one.finished.catch(() => {})));
  });
  await frames(page, 60);
  await page.screenshot({ path: `docs/screenshots/${name}.png`, caret: "initial" });
}

async function openManual(page: Page, name = "Mirel Sand"): Promise<void> {
  await page.addInitScript((wanted) => localStorage.setItem("gate-rope name", wanted), name);
  await page.goto("/");
  await page.getByRole("link", { name: "Night operations manual of Corrow Hill Observatory" }).click();
  await manuscript(page).waitFor();
  await expect(page.locator(".chunk[data-undrawn]")).toHaveCount(0, { timeout: 30_000 });
}

test.describe.configure({ mode: "serial" });

test("shelf", async ({ page }) => {
  await bringIn(
    page,
    "open-evening.md",
    "# Open evening\n\nSee [the road](#road) and [the lamp](#lamp).\n\n## The lamp",
  );
  await page.mouse.move(700, 780);
  await take(page, "shelf");
  // The other pictures are of the demo documents alone.
  const { documents } = (await (await page.request.get("/api/documents")).json()) as {
    documents: { id: string; title: string }[];
  };
  const own = documents.find(({ title }) => title === "Open evening")!;
  await page.request.delete(`/api/documents/${own.id}`);
});

test("write", async ({ page }) => {
  await openManual(page);
  await jump(page, "Opening the dome");
  await take(page, "write");
});

test("write on a phone", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openManual(page);
  await jump(page, "Opening the dome");
  await page.getByRole("button", { name: "Deck" }).click();
  await take(page, "write-phone");
});

test("styles", async ({ page }) => {
  await openManual(page);
  await jump(page, "Standard stars");
  await page.keyboard.press("Control+Alt+s");
  await take(page, "styles");
});

test("note and equation", async ({ page }) => {
  await openManual(page);
  await jump(page, "Extinction");
  await manuscript(page).locator(".note-sign").nth(1).click();
  await take(page, "note");
});

test("a cross-reference, and all links", async ({ page }) => {
  await openManual(page);
  await jump(page, "Standard stars");
  await manuscript(page).locator(".cross-reference", { hasText: "Standards by season" }).click();
  await stage(page, "Proof");
  await page.getByRole("tab", { name: "All links" }).click();
  await page.getByRole("grid", { name: "Links" }).focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Space");
  await take(page, "links");
});

test("bookmark and link", async ({ page }) => {
  await openManual(page);
  await jump(page, "Before the shutters move");
  for (const [words, name] of [
    ["red stop", "The red stop"],
    ["one word for stop", "One word for stop"],
  ] as const) {
    await selectWords(page, words);
    await page.keyboard.press("Control+Shift+B");
    await page.getByRole("textbox", { name: "Name" }).fill(name);
    await page.keyboard.press("Enter");
  }
  await selectWords(page, "Nobody is on the outer balcony");
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Where to" }).fill("stop");
  await take(page, "link");
  await page.keyboard.press("Escape");
});

test("find", async ({ page }) => {
  await openManual(page);
  await jump(page, "Before the shutters move");
  await selectWords(page, "panel");
  await page.keyboard.press("Control+Alt+f");
  await page.getByLabel("Replace with").fill("console");
  await page.getByLabel("Words to find").press("Enter");
  await page.getByRole("button", { name: "List results" }).click();
  await take(page, "find");
});

test("titles that are typed", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Winter road notes" }).click();
  await manuscript(page).click();
  await page.keyboard.press("Control+Alt+h");
  await take(page, "titles");
});

test("sections", async ({ page }) => {
  await openManual(page);
  await page.getByRole("button", { name: "Even" }).click();
  const sections = page.getByRole("tree", { name: "Sections" });
  await sections.getByRole("treeitem", { name: "The hill and its people, level 1" }).click();
  await page.keyboard.press("ArrowLeft");
  await sections.getByRole("treeitem", { name: "Power and network, level 2" }).click();
  await page.keyboard.press("Shift+ArrowDown");
  await take(page, "sections");
});

test("wayfinding, proof and publish", async ({ page }) => {
  await openManual(page);
  await stage(page, "Wayfinding");
  await take(page, "wayfinding");
  await stage(page, "Publish");
  await page.getByRole("button", { name: "Make PDF" }).click();
  await page.getByRole("link", { name: "Download the PDF" }).waitFor({ timeout: 60_000 });
  await page.mouse.move(20, 700);
  await take(page, "publish");
  await page.getByRole("link", { name: "View the pages" }).click();
  await page.getByRole("region", { name: "Page 1", exact: true }).locator("text").first().waitFor();
  await page.getByRole("button", { name: "Zoom out" }).click();
  await page.getByRole("textbox", { name: "Page" }).fill("17");
  await page.keyboard.press("Enter");
  await page.getByRole("region", { name: "Page 17", exact: true }).locator("text").first().waitFor();
  await take(page, "pages");
  await page.goto("/");
  await page
    .getByRole("link", { name: /Instrument handbook/i })
    .first()
    .click();
  await stage(page, "Proof");
  await take(page, "proof");
});

test("reading", async ({ page, browser }) => {
  await openManual(page);
  const address = page.url().replace("/documents/", "/read/");
  await page.goto(`${address}/at/opening`);
  await take(page, "reading");
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, locale: "en-GB" });
  const small = await phone.newPage();
  await small.goto(`${address}/at/opening`);
  await take(small, "reading-phone");
  await phone.close();
});

test("two people, and the history of what they did", async ({ page, browser }) => {
  await openManual(page);
  const { other, context } = await another(page, () => browser.newContext(), "Tove Lark");
  await jump(page, "About this manual");
  await manuscript(page)
    .getByText("Read chapters 1 to 4")
    .click({ position: { x: 60, y: 10 } });
  await page.keyboard.press("End");
  await selectWords(other, "Nobody opens the dome alone");
  await page.getByRole("button", { name: /^Who is here/ }).click();
  await take(page, "people");
  await page.keyboard.press("Escape");
  await manuscript(page)
    .getByText("Read chapters 1 to 4")
    .click({ position: { x: 60, y: 10 } });
  await page.keyboard.press("Home");
  await page.keyboard.type("Keep it by the console. ");
  await kept(page);
  await page.getByRole("button", { name: "History of this document" }).click();
  const history = page.getByRole("dialog", { name: "History" });
  await history.getByLabel("Name of this version").fill("Before the spring training");
  await history.getByRole("button", { name: "Save the name" }).click();
  await page.keyboard.press("Escape");
  await other.keyboard.press("ArrowRight");
  await other.keyboard.type(", not even the director,");
  await kept(other);
  await page.getByRole("button", { name: "History of this document" }).click();
  await history.getByRole("button", { name: /Before the spring training/ }).click();
  await take(page, "history");
  await page.keyboard.press("Escape");
  await context.close();
});

test("words that lost their place", async ({ page, browser }) => {
  await openManual(page);
  const { other, context } = await another(page, () => browser.newContext(), "Tove Lark");
  const place = "The first edition was a single";
  await jump(page, "How to use it");
  await page.context().setOffline(true);
  await manuscript(page)
    .getByText(place)
    .click({ position: { x: 160, y: 10 } });
  await page.keyboard.type(", as the oldest of us remember,");
  await expect(page.locator('[data-kept="unreachable"]')).toBeVisible();
  await manuscript(other).getByText(place).click({ clickCount: 3 });
  await other.keyboard.press("Delete");
  await other.keyboard.press("Backspace");
  await kept(other);
  await page.context().setOffline(false);
  await expect(page.getByRole("region", { name: "Text without a place" })).toBeVisible();
  await take(page, "displaced");
  await context.close();
});
