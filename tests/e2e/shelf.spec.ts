import { expect } from "@playwright/test";
import { bringIn, openFile, documentId, kept, manuscript, programBegun } from "./desk";
import { test } from "./own-shelf";

test("several files come in at once, each with its own end: documents, and reasons for those that fail", async ({
  page,
}) => {
  await page.goto("/");
  const file = (name: string, content: string | Buffer) => ({
    name,
    mimeType: "application/octet-stream",
    buffer: Buffer.from(content),
  });
  await page
    .getByLabel("Files to import")
    .setInputFiles([
      file("good.md", "# Good one\n\nSee [it](#good-one) and [none](#none).\n"),
      file(
        "harm.html",
        `<h1>Harmless now</h1><script>alert(1)</script><p onclick="x"><a href="javascript:x">words</a> <img src="https://e.example/x.png"></p>`,
      ),
      file("binary.md", Buffer.from([1, 2, 0, 4])),
      file("latin.txt", Buffer.from([0x47, 0x72, 0xfc, 0xdf])),
      file("cut.html", "<p>a</p>\n<p>b <a href='x"),
      file("empty.md", ""),
      file("what.xyz", "text"),
    ]);
  const report = page.getByRole("region", { name: "Imports" });
  await expect(report.getByRole("heading", { name: "Imported" })).toBeVisible();
  await expect(report.getByRole("link")).toHaveCount(2);
  await expect(report).toContainText("1 × <script>: Scripts are never imported.");
  await expect(report).toContainText("1 × javascript: link");
  await expect(report).toContainText("1 × remote picture");
  await expect(report).toContainText("binary.md was not imported. Line 1: The file is binary, not text.");
  await expect(report).toContainText("latin.txt was not imported. Line 1: The text is not in UTF-8");
  await expect(report).toContainText("cut.html was not imported. Line 2: The file is cut off inside a tag.");
  await expect(report).toContainText("empty.md was not imported. The file is empty.");
  await expect(report).toContainText("what.xyz was not imported. Unsupported file type");
  const row = page.getByRole("row", { name: /Good one/ });
  await expect(row.getByRole("cell").nth(5)).toHaveText("1");
  await expect(row.getByRole("cell").nth(1)).toContainText("See it and none.");
  await expect(row.getByRole("cell").nth(2)).toContainText("good.md");
});

test("files are dropped anywhere on the shelf", async ({ page }) => {
  await page.goto("/");
  await programBegun(page);
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.items.add(new File(["# Dropped in\n\ntext"], "dropped.md"));
    const target = document.querySelector("main")!;
    target.dispatchEvent(new DragEvent("dragover", { dataTransfer: data, bubbles: true, cancelable: true }));
    target.dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true }));
  });
  await expect(
    page.getByRole("region", { name: "Imports" }).getByRole("link", { name: "Dropped in" }),
  ).toBeVisible();
});

test("a document is removed, and put back in one step with all its words", async ({ page }) => {
  await bringIn(page, "keep.md", "# Kept words\n\nEvery one of them.");
  await page.reload();
  await programBegun(page);
  await page.getByRole("button", { name: "Remove Kept words" }).click();
  await expect(page.getByRole("link", { name: "Kept words" })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("link", { name: "Kept words" }).click();
  await expect(manuscript(page)).toContainText("Every one of them.");
});

test("a new document is written, titled, and found again", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New document" }).click();
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.type("A first line");
  await page.keyboard.press("Control+Alt+1");
  await page.keyboard.press("Enter");
  await page.keyboard.type("and the text below it");
  await page.getByLabel("Title of the document").fill("Written here");
  await page.keyboard.press("Enter");
  await kept(page);
  await page.getByRole("link", { name: "Go to the shelf" }).click();
  await page.getByRole("link", { name: "Written here" }).click();
  await expect(manuscript(page).getByRole("heading", { level: 1 })).toHaveText("A first line");
});

test("titles of 10,000 characters, from right to left or of emoji do not break the layout", async ({
  page,
}) => {
  await bringIn(page, "long.md", `# ${"x".repeat(10_000)}\n\ntext`);
  await bringIn(page, "rtl.md", "# مرحبا بالعالم في المرصد الصغير فوق التل\n\ntext");
  await bringIn(page, "emoji.md", "# 🔭🔭🔭\n\ntext");
  await page.reload();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  await openFile(page, "long2.md", `# ${"y ".repeat(5_000)}\n\n## ${"z".repeat(5_000)}\n\ntext`);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  await page.goto(`/read/${documentId(page)}`);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});

test("an address that does not exist leads back to the shelf", async ({ page }) => {
  for (const address of ["/nothing/here", "/documents/gone0gone0", "/read/gone0gone0"]) {
    const response = await page.goto(address);
    expect(response!.status()).toBe(404);
    await expect(page.getByRole("heading", { name: "Nothing is here" })).toBeVisible();
    await expect(page.getByRole("link", { name: "Go to the shelf" })).toHaveAttribute("href", "/");
  }
});

test("a removed document waits in the bin, is put back from there, and goes for good only when the author says so twice", async ({
  page,
}) => {
  await openFile(page, "binned.md", "# Binned\n\nWords.\n");
  const id = documentId(page);
  await page.goto("/");
  await page.getByRole("button", { name: "Remove Binned" }).click();
  await expect(page.getByText("Removed “Binned”. It stays in the bin for 30 days.")).toBeVisible();
  await page.reload();
  await expect(page.getByRole("link", { name: "Binned" })).toHaveCount(0);
  const bin = page.getByRole("dialog", { name: "Bin" });
  await page.getByRole("button", { name: "Bin", exact: true }).click();
  await bin.getByRole("button", { name: "Put back Binned" }).click();
  await expect(page.getByRole("link", { name: "Binned" })).toBeVisible();
  await expect(bin.getByRole("button", { name: "Put back Binned" })).toHaveCount(0);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Remove Binned" }).click();
  await page.getByRole("button", { name: "Bin", exact: true }).click();
  await bin.getByRole("button", { name: "Empty the bin" }).click();
  await bin.getByRole("button", { name: "Cancel" }).click();
  await bin.getByRole("button", { name: "Empty the bin" }).click();
  await bin.getByRole("button", { name: "Delete for good" }).click();
  await expect(bin).toContainText("The bin is empty.");
  expect((await page.request.post(`/api/documents/${id}/restore`)).status()).toBe(404);
});

test("an import that is cancelled is read no further, and nothing is created", async ({ page }) => {
  await page.goto("/");
  const before = ((await (await page.request.get("/api/documents")).json()) as { documents: unknown[] })
    .documents;
  const long = `# Long\n\n${"Words of the hill, and of the road that leads there. ".repeat(120)}\n\n`.repeat(
    4_000,
  );
  await page
    .getByLabel("Files to import")
    .setInputFiles({ name: "cancelled.md", mimeType: "text/plain", buffer: Buffer.from(long) });
  const imports = page.getByRole("region", { name: "Imports" });
  await imports.getByRole("button", { name: "Cancel" }).click();
  await expect(imports).toContainText("Cancelled. Nothing was created.");
  // What was under way would have ended by the time another file has come in.
  await bringIn(page, "after.md", "# After\n\nWords.\n");
  const after = (
    (await (await page.request.get("/api/documents")).json()) as { documents: { title: string }[] }
  ).documents;
  expect(after.map(({ title }) => title)).not.toContain("Long");
  expect(after).toHaveLength(before.length + 1);
});

test("a web page comes in without what stands around it, and updates its document when it comes again", async ({
  page,
}) => {
  await page.goto("/");
  const html = (words: string) =>
    `<html lang="de"><title>Seile | Hafen</title><nav><a href="a.html">Start</a></nav><main><h1>Seile</h1><p>${words}</p></main><footer>Impressum</footer></html>`;
  const send = (words: string) =>
    page
      .getByLabel("Files to import")
      .setInputFiles({ name: "seile.html", mimeType: "text/html", buffer: Buffer.from(html(words)) });
  await send("Sie liegen am Rand.");
  const imports = page.getByRole("region", { name: "Imports" });
  await expect(imports).toContainText("5 words, 1 heading. The text is in German.");
  await expect(imports).toContainText("1 × navigation of the web page");
  await imports.getByRole("button", { name: "Import the whole page" }).click();
  await expect(imports).toContainText("updated from seile.html");
  await expect(imports).not.toContainText("navigation of the web page");

  await send("Sie hängen an der Wand.");
  await imports.getByRole("button", { name: /^Update “Seile”/ }).click();
  await expect(imports.getByRole("link", { name: "Seile" })).toHaveCount(2);
  await page.getByRole("row", { name: /Seile/ }).getByRole("link").click();
  await expect(manuscript(page)).toContainText("Sie hängen an der Wand.");
  await expect(manuscript(page)).not.toContainText("Impressum");

  await page.getByRole("button", { name: "History" }).click();
  const history = page.getByRole("dialog", { name: "History" });
  await expect(history.getByRole("navigation")).toContainText("updated from seile.html");
  await expect(history).toContainText("1 × navigation of the web page");
  await history
    .getByRole("button", { name: /from seile\.html/ })
    .last()
    .click();
  await expect(history).toContainText("5 words, 1 heading.");
});

test("many files come in as one line that tells how far they are, and can be stopped", async ({ page }) => {
  await page.goto("/");
  const files = Array.from({ length: 40 }, (_, i) => ({
    name: `many-${i}.md`,
    mimeType: "text/markdown",
    buffer: Buffer.from(i === 7 ? "" : `# Many ${i}\n\nWords.\n`),
  }));
  await page.getByLabel("Files to import").setInputFiles(files);
  const imports = page.getByRole("region", { name: "Imports" });
  await expect(imports.getByRole("button", { name: "Stop all" })).toBeVisible();
  await expect(imports.getByRole("heading", { name: "Imported" })).toBeVisible({ timeout: 60_000 });
  await expect(imports.getByRole("status")).toHaveText("39 of 40 files");
  await expect(imports).toContainText("many-7.md was not imported. The file is empty.");
  expect((await imports.boundingBox())!.height).toBeLessThan(200);
  await imports.getByText("Each file").click();
  await expect(imports.getByRole("link", { name: "Many 39", exact: true })).toBeVisible();
});
