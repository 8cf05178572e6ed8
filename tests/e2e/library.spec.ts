import { expect, type Page } from "@playwright/test";
import { strToU8, unzipSync, zipSync } from "fflate";
import { readFileSync } from "node:fs";
import { clickWords } from "./desk";
import { test } from "./own-shelf";

const RED = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==",
  "base64",
);

/** Puts documents on the shelf as the application does. */
async function stock(page: Page, files: Readonly<Record<string, string>>): Promise<void> {
  for (const [name, text] of Object.entries(files))
    await page.request.post(`/api/documents/import?name=${name}`, {
      headers: { "content-type": "application/octet-stream" },
      data: Buffer.from(text),
    });
}

const titles = (page: Page) => page.getByRole("table").getByRole("link");
const filter = (page: Page) => page.getByRole("searchbox", { name: "Filter the list" });

test("many documents are filtered, sorted, chosen, put in order, proved, exported and removed", async ({
  page,
}) => {
  const names = ["Quay 1", "Quay 2", "Quay 10", "Quay 3", "Quay 4", "Quay 5", "Quay 6"];
  await stock(page, {
    // So that the shelf is not empty once the others are removed.
    "slipway.md": "# Slipway\n",
    ...Object.fromEntries(
      names.map((name, i) => [
        `quay-${i}.md`,
        `# ${name}\n\nThe ${["first", "second"][i] ?? "other"} berth.\n\n${i === 1 ? "See [none](#none).\n" : "Word ".repeat(i)}`,
      ]),
    ),
  });
  await page.goto("/");
  await filter(page).fill("quay berth");
  await expect(page.getByRole("status").filter({ hasText: /^7 of \d+ documents$/ })).toBeVisible();
  await page.getByRole("button", { name: "Document", exact: true }).click();
  await expect(titles(page)).toHaveText([
    "Quay 1",
    "Quay 2",
    "Quay 3",
    "Quay 4",
    "Quay 5",
    "Quay 6",
    "Quay 10",
  ]);
  await expect(page.getByRole("row", { name: /Quay 2/ })).toContainText("The second berth. See none.");
  await expect(page.getByRole("row", { name: /Quay 2/ })).toContainText("quay-1.md");
  await page.getByRole("button", { name: "Broken", exact: true }).click();
  await expect(titles(page).first()).toHaveText("Quay 2");

  // A row of choices with Shift, and what is done with all of them.
  await page.getByRole("button", { name: "Document", exact: true }).click();
  await page.getByRole("checkbox", { name: "Select Quay 2" }).check();
  await page.getByRole("checkbox", { name: "Select Quay 4" }).click({ modifiers: ["Shift"] });
  const chosen = page.getByRole("group", { name: "Actions for the selection" });
  await expect(page.getByRole("status").filter({ hasText: "3 of" })).toBeVisible();
  await chosen.getByRole("button", { name: "Proof" }).click();
  const proof = page.getByRole("dialog", { name: "Proof the selection" });
  await expect(proof).toContainText("3 documents proved; 2 without a finding");
  await expect(proof.getByRole("listitem").filter({ hasText: "Broken links: 1" }).first()).toContainText(
    "Quay 2",
  );
  await page.keyboard.press("Escape");

  await chosen.getByRole("button", { name: "Export" }).click();
  const files = page.getByRole("dialog", { name: "Export the selection" });
  await files.getByRole("combobox", { name: "Format" }).selectOption("Markdown");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    files.getByRole("button", { name: "Export 3 documents" }).click(),
  ]);
  const packed = unzipSync(new Uint8Array(readFileSync(await download.path())));
  expect(Object.keys(packed).sort()).toEqual(["Quay 2.md", "Quay 3.md", "Quay 4.md"]);
  expect(Buffer.from(packed["Quay 3.md"]!).toString()).toContain("# Quay 3");
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Clear selection" }).click();
  await expect(page.getByRole("region", { name: "Documents" })).toBeFocused();
  await page.getByRole("checkbox", { name: "Select Quay 5" }).check();
  await chosen.getByRole("button", { name: "To the top" }).click();
  await expect(titles(page).first()).toHaveText("Quay 5");
  await page.getByRole("checkbox", { name: "Select Quay 5" }).uncheck();
  await page.getByRole("checkbox", { name: "Select Quay 10" }).check();
  await chosen.getByRole("button", { name: "To the top" }).click();
  await chosen.getByRole("button", { name: "Move down" }).click();
  await expect(titles(page).nth(0)).toHaveText("Quay 5");
  await expect(titles(page).nth(1)).toHaveText("Quay 10");
  await page.reload();
  await page.getByRole("button", { name: "In my own order" }).click();
  await expect(titles(page).nth(0)).toHaveText("Quay 5");
  await expect(titles(page).nth(1)).toHaveText("Quay 10");

  await filter(page).fill("quay");
  await page.getByRole("checkbox", { name: "Select all listed" }).check();
  await chosen.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText("No document has these words")).toBeVisible();
  await expect(page.getByText("Removed 7 documents. They stay in the bin for 30 days.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(titles(page)).toHaveCount(7);
});

test("only the rows in view are drawn, of however many documents", async ({ page }) => {
  const made = Array.from({ length: 120 }, (_, i) => `Windlass ${i}`);
  for (let i = 0; i < made.length; i += 20)
    await Promise.all(
      made.slice(i, i + 20).map((title) => page.request.post("/api/documents", { data: { title } })),
    );
  await page.goto("/");
  await filter(page).fill("Windlass");
  await expect(page.getByRole("status").filter({ hasText: /^120 of/ })).toBeVisible();
  expect(await page.getByRole("row").count()).toBeLessThan(50);
  await page.getByRole("button", { name: "Document", exact: true }).click();
  await expect(titles(page).first()).toHaveText("Windlass 0");
  await page.mouse.move(640, 500);
  await page.mouse.wheel(0, 100_000);
  await expect(page.getByRole("link", { name: "Windlass 119", exact: true })).toBeInViewport();
  expect(await page.getByRole("row").count()).toBeLessThan(50);
});

test("a page comes in with the pictures chosen beside it, and so does what a .zip file holds", async ({
  page,
}) => {
  await page.goto("/");
  const imports = page.getByRole("region", { name: "Imports" });
  const file = (name: string, mimeType: string, buffer: Buffer) => ({ name, mimeType, buffer });
  await page
    .getByLabel("Files to import")
    .setInputFiles([
      file("beacon.md", "text/markdown", Buffer.from("# Beacon\n\n![The light](red.png)\n")),
      file("red.png", "image/png", RED),
    ]);
  await expect(imports.getByRole("heading", { name: "Imported" })).toBeVisible();
  await expect(imports.getByRole("link")).toHaveText(["Beacon"]);
  await expect(imports).toContainText("1 figure");
  await expect(imports).not.toContainText("missing");

  const archive = zipSync({
    "site/pages/one.html": strToU8(
      "<h1>Packed one</h1><p>Words, see <a href='two.md#deep-down'>further on</a> and <a href='three.md'>nowhere</a>.</p><img src='../images/red.png' alt='x'>",
    ),
    "site/pages/two.md": strToU8("# Packed two\n\nBack to [one](one.html).\n\n## Deep down\n\nWords.\n"),
    "site/images/red.png": new Uint8Array(RED),
    "site/notes.xyz": strToU8("of no use"),
    "__MACOSX/site/pages/._one.html": strToU8("junk"),
  });
  await imports.getByRole("button", { name: "Close report" }).click();
  await page
    .getByLabel("Files to import")
    .setInputFiles(file("site.zip", "application/zip", Buffer.from(archive)));
  await expect(imports.getByRole("heading", { name: "Imported" })).toBeVisible();
  await expect(imports.getByRole("link")).toHaveText(["Packed one", "Packed two"]);
  // What leads from one of them to another leads there still.
  await expect(imports).toContainText("2 links lead from one of these documents to another");
  await imports.getByRole("link", { name: "Packed one" }).click();
  await expect(page.getByRole("img", { name: "x" })).toHaveJSProperty("naturalWidth", 1);
  await clickWords(page, "further on");
  const chip = page.locator("[data-link-chip]");
  await expect(chip).toContainText("Deep down in “Packed two”");
  const opened = page.waitForEvent("popup");
  await chip.getByRole("button", { name: "Go" }).click();
  const other = await opened;
  await expect(other.getByRole("heading", { name: "Deep down" })).toBeInViewport();
  await clickWords(other, "one");
  await expect(other.locator("[data-link-chip]")).toContainText("Packed one");
  await other.close();

  await page.goto("/");
  await page
    .getByLabel("Files to import")
    .setInputFiles(file("broken.zip", "application/zip", Buffer.from("PK no archive")));
  await expect(imports).toContainText("broken.zip was not imported.");
});
