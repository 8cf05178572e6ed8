import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { atRest, caretAt, documentId, kept, manuscript, openFile, stage, underWay } from "./desk";
import { test } from "./own-shelf";

const TEXT = "# Lamps\n\nBefore the pictures.\n\nBehind the pictures.\n";

/** A photograph of so many dots, no two alike. */
async function photograph(width: number, height: number, seed: number): Promise<Buffer> {
  const dots = Buffer.alloc(width * height * 3);
  let state = seed;
  for (let i = 0; i < dots.length; i += 3)
    dots.fill((state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) >>> 24, i, i + 3);
  return sharp(dots, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 60 })
    .toBuffer();
}

const files = (buffers: readonly Buffer[]) =>
  buffers.map((buffer, i) => ({ name: `lamp-${i}.jpg`, mimeType: "image/jpeg", buffer }));

async function choosePictures(page: Page, buffers: readonly Buffer[]): Promise<void> {
  await page.getByLabel("Pictures to insert").setInputFiles(files(buffers));
}

const figures = (page: Page) => manuscript(page).locator("figure");

test("several pictures come in by the menu as one change, where the caret was, though the author writes on", async ({
  page,
}) => {
  await openFile(page, "several.md", TEXT);
  await caretAt(page, "Before the pictures.", "behind");
  const five = await Promise.all([1, 2, 3, 4, 5].map((seed) => photograph(60, 40, seed)));
  // Held back, so that there is time to write.
  let letGo = () => {};
  const held = new Promise<void>((done) => (letGo = done));
  await page.route("**/api/pictures", async (route) => {
    await held;
    await route.continue();
  });
  await choosePictures(page, five);
  await expect(page.getByText("Pictures: 0 of 5")).toBeVisible();
  await page.keyboard.press("Control+Home");
  await page.keyboard.type("Old ");
  letGo();
  await expect(figures(page)).toHaveCount(5);
  await expect(page.getByText("5 pictures came in.")).toBeVisible();
  const blocks = await manuscript(page).evaluate((root) =>
    [...root.querySelectorAll("h1, p, figure")]
      .filter((block) => !block.closest("figure") || block.tagName === "FIGURE")
      .map((block) => (block.tagName === "FIGURE" ? "figure" : block.textContent)),
  );
  expect(blocks.slice(0, 7)).toEqual([
    "Old Lamps",
    "Before the pictures.",
    ...Array<string>(5).fill("figure"),
  ]);
  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await expect(figures(page)).toHaveCount(0);
  await expect(manuscript(page)).toContainText("Old Lamps");
});

test("large photographs are made smaller where their author wants it; stopping brings none in", async ({
  page,
}) => {
  await openFile(page, "large.md", TEXT);
  await caretAt(page, "Before the pictures.", "behind");
  const large = await photograph(4_000, 3_000, 3);
  await choosePictures(page, [large]);
  await expect(
    underWay(page).getByText(/^1 photograph, [\d.,]+ MB: more than a page can show/),
  ).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("No picture was added.")).toBeVisible();
  await expect(manuscript(page)).toBeFocused();
  await expect(figures(page)).toHaveCount(0);
  await choosePictures(page, [large]);
  await page.getByRole("button", { name: "Make it smaller" }).click();
  await expect(figures(page)).toHaveCount(1);
  const image = figures(page).locator("img");
  // Its room is known before it is there.
  await expect(image).toHaveAttribute("width", "2480");
  await expect(image).toHaveAttribute("height", "1860");
  await choosePictures(page, [large]);
  await page.getByRole("button", { name: "Keep as it is" }).click();
  await expect(figures(page)).toHaveCount(2);
  await expect(manuscript(page).locator("img[width='4000']")).toHaveCount(1);
});

test("at opening only copies of pictures near to the window are fetched, and nothing moves when they come", async ({
  page,
}) => {
  const id = await openFile(page, "album.md", TEXT);
  await caretAt(page, "Before the pictures.", "behind");
  // A browser that thinks its line is slow fetches pictures two windows ahead.
  const all = await Promise.all(Array.from({ length: 12 }, (_, i) => photograph(2_400, 1_600, i + 20)));
  await choosePictures(page, all);
  await expect(figures(page)).toHaveCount(12, { timeout: 60_000 });
  await kept(page);
  const bytes: number[] = [];
  page.on("response", async (response) => {
    if (response.url().includes("/api/pictures/") && response.request().method() === "GET")
      bytes.push((await response.body().catch(() => Buffer.alloc(0))).length);
  });
  await page.evaluate(() => localStorage.clear());
  await page.goto("about:blank");
  const session = await page.context().newCDPSession(page);
  await session.send("Network.clearBrowserCache");
  await page.goto(`/documents/${id}`);
  await expect(figures(page).first().locator("img")).toBeVisible();
  // The text waits for their sizes, though not for long.
  await expect(figures(page).locator("img[width]")).toHaveCount(12);
  const height = () => manuscript(page).evaluate((root) => root.scrollHeight);
  const before = await height();
  await expect
    .poll(() =>
      figures(page)
        .first()
        .locator("img")
        .evaluate((image) => (image as HTMLImageElement).naturalWidth),
    )
    .toBe(1_400);
  await atRest(manuscript(page));
  // A part of a pixel may be rounded the other way.
  expect(Math.abs((await height()) - before)).toBeLessThanOrEqual(1);
  const whole = all.reduce((sum, { length }) => sum + length, 0);
  expect(bytes.length).toBeLessThan(12);
  expect(bytes.reduce((sum, length) => sum + length, 0)).toBeLessThan(whole / 3);

  // The open form has them beside it, and comes in again whole.
  await stage(page, "Publish");
  const answer = await page.request.get(`/api/documents/${documentId(page)}/export?format=gaterope`);
  expect(answer.headers()["content-type"]).toBe("application/zip");
  const zip = await answer.body();
  expect(zip.length).toBeLessThan(whole * 1.1);
  await page.goto("/");
  await page
    .getByLabel("Files to import")
    .setInputFiles({ name: "album.zip", mimeType: "application/zip", buffer: zip });
  const imports = page.getByRole("region", { name: "Imports" });
  await expect(imports.getByRole("heading", { name: "Imported" })).toBeVisible({ timeout: 60_000 });
  await imports.getByRole("link").click();
  await expect(figures(page)).toHaveCount(12);
  await expect(figures(page).locator("img[width='2400']")).toHaveCount(12);
});
