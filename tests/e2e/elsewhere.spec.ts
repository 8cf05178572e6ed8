import { expect, type Page } from "@playwright/test";
import { unzipSync } from "fflate";
import { readFileSync, writeFileSync } from "node:fs";
import {
  caretAt,
  documentId,
  frames,
  insert,
  jump,
  kept,
  manuscript,
  openFile,
  selectWords,
  stage,
} from "./desk";
import { test } from "./own-shelf";

const GUIDE = `# The guide

Take the road up. Ask the keeper. Bring a lamp[^1].

## Lamps of the guide

The wind is strong at dusk, so hold on to your cap.

[^1]: Any lamp will do.
`;
const BOOK = `# Keeper's book

## Lamp room

Trim the wick. Look at the guide.

## Store

Nothing else.
`;
const where = (page: Page) => page.getByRole("combobox", { name: "Where to" });
const choose = (page: Page, name: string | RegExp) => page.getByRole("option", { name }).first().click();
const link = (page: Page) => page.getByRole("region", { name: "Link at the cursor" });

/** Leads words to what is found by what is typed. */
async function lead(page: Page, words: string, typed: string, option: string | RegExp): Promise<void> {
  await selectWords(page, words);
  await page.keyboard.press("Control+k");
  await where(page).fill(typed);
  await choose(page, option);
  await expect(where(page)).toBeHidden();
}

test("links lead to other documents, hold through renaming there, and their authors know of each other", async ({
  page,
  context,
}) => {
  await openFile(page, "keepers-book.md", BOOK);
  const book = documentId(page);
  await openFile(page, "lamp-guide.md", GUIDE);
  const guide = documentId(page);
  await lead(page, "keeper", "lamp room", /Lamp room.*Keeper's book/);
  await expect(link(page)).toContainText("Lamp room in “Keeper's book”");
  await kept(page);

  // Following opens the other document at the place.
  const opened = context.waitForEvent("page");
  await link(page).getByRole("button", { name: "Go" }).click();
  const other = await opened;
  await expect(manuscript(other)).toBeVisible();
  expect(documentId(other)).toBe(book);
  await expect(other.getByRole("region", { name: "Selected heading" })).toContainText(
    "1 link leads here from other documents:",
  );
  await expect(other.getByRole("link", { name: "“keeper” in The guide" })).toBeVisible();

  // A new name there is known here after coming back.
  await other.keyboard.press("End");
  await other.keyboard.type(" and stairs");
  await kept(other);
  await page.evaluate(() => document.dispatchEvent(new Event("visibilitychange")));
  await expect(link(page)).toContainText("Lamp room and stairs in “Keeper's book”");

  // Before it goes its author is told who leads there; afterwards the link is broken.
  await other.getByRole("button", { name: "Even", exact: true }).click();
  await other.getByRole("navigation", { name: "Rope" }).getByText("Lamp room and stairs").click();
  await other.getByRole("button", { name: "Delete section (Delete)" }).click();
  const asked = other.getByRole("dialog", { name: "1 link leads to what you delete" });
  await expect(asked).toContainText("“keeper” in The guide");
  await asked.getByRole("button", { name: "Delete anyway" }).click();
  await kept(other);
  await page.evaluate(() => document.dispatchEvent(new Event("visibilitychange")));
  await expect(link(page)).toContainText("Broken. The place it leads to was removed from its document.");
  await page.request.delete(`/api/documents/${book}`);
  await page.evaluate(() => document.dispatchEvent(new Event("visibilitychange")));
  await expect(link(page)).toContainText("Broken. The document it leads to is not on your shelf.");
  await stage(page, "Proof");
  await expect(
    page.getByText("The link “keeper” is broken. The document it leads to is not on"),
  ).toBeVisible();
  expect(guide).not.toBe(book);
});

test("a place is taken along from one document and tied in another", async ({ page }) => {
  await openFile(page, "book-to-take.md", BOOK);
  await jump(page, "Store");
  await page.getByRole("button", { name: "Pick up this place" }).click();
  await openFile(page, "guide-to-tie.md", GUIDE);
  await selectWords(page, "road");
  await page.keyboard.press("Control+k");
  await expect(page.getByText("Picked up in other documents")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(link(page)).toContainText("Store in “Keeper's book”");
});

test("words and paragraphs are taken along into another document, and found there by what they say", async ({
  page,
  context,
}) => {
  await openFile(page, "guide-of-words.md", GUIDE);
  await selectWords(page, "strong at dusk");
  await page.getByRole("button", { name: "Pick up this paragraph" }).click();
  await page.keyboard.press("Escape");
  await selectWords(page, "strong at dusk");
  await page.getByRole("button", { name: "Pick up these words" }).click();
  await kept(page);
  await openFile(page, "book-of-words.md", BOOK);
  for (const [words, option, told] of [
    ["wick", "“strong at dusk”", "“strong at dusk” in “The guide”"],
    ["Nothing", "The wind is strong", "The wind is strong at dusk, so hold on to your cap. in “The guide”"],
  ] as const) {
    await selectWords(page, words);
    await page.keyboard.press("Control+k");
    await choose(page, option);
    await expect(link(page)).toContainText(told);
  }
  await caretAt(page, "wick", "before");
  const opened = context.waitForEvent("page");
  await link(page).getByRole("button", { name: "Go" }).click();
  const other = await opened;
  await expect(manuscript(other)).toBeVisible();
  await expect(manuscript(other).getByText("strong at dusk")).toBeInViewport();
  expect(new URL(other.url()).hash).toBe("");
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  const read = page.locator(".reading a", { hasText: "wick" });
  await expect(read).toHaveAttribute("href", /#:~:text=wind%20is-,strong%20at%20dusk,-%2C%20so%20hold/);
});

test("bookmarks come along into another document by copy and paste, and links lead back", async ({
  page,
}) => {
  await openFile(page, "guide-to-copy.md", GUIDE);
  await selectWords(page, "strong at dusk");
  await page.keyboard.press("Control+Shift+b");
  await page.getByLabel("Name").fill("Dusk wind");
  await page.keyboard.press("Enter");
  await lead(page, "hold on", "lamps of", /Lamps of the guide/);
  await kept(page);
  await caretAt(page, "The wind is", "before");
  await page.keyboard.press("Shift+End");
  // No hand presses a key in the same few milliseconds.
  await frames(page);
  await page.keyboard.press("Control+c");
  await openFile(page, "book-to-paste.md", BOOK);
  await caretAt(page, "Nothing else", "behind");
  await page.keyboard.press("Control+v");
  await expect(page.getByRole("region", { name: "Bookmarks" })).toContainText("Dusk wind");
  await caretAt(page, "hold on", "before");
  await expect(link(page)).toContainText("Lamps of the guide in “The guide”");
  // Pasted where it came from it is a copy like any other.
  await page.keyboard.press("Control+z");
  await expect(manuscript(page)).not.toContainText("strong at dusk");
  await expect(page.getByRole("region", { name: "Bookmarks" })).not.toContainText("Dusk wind");
});

test("notes, paragraphs, quoted words and the top are places to lead to", async ({ page }) => {
  await openFile(page, "places.md", GUIDE);
  await lead(page, "road", "note 1", /Any lamp will do/);
  await lead(page, "Ask", "¶ 2", /The wind is strong/);
  await lead(page, "keeper", "“strong at dusk", /strong at dusk/);
  await lead(page, "Bring", "the top", "The top of the document");
  await expect(link(page)).toContainText("The top");
  await stage(page, "Proof");
  await expect(page.getByText("All 4 links were followed, and every one lands.")).toBeVisible();
  await page.getByRole("tab", { name: "All links" }).click();
  for (const leads of ["Any lamp will do.", "The wind is strong", "“strong at dusk”", "The top"])
    await expect(page.getByRole("row").filter({ hasText: leads })).toBeVisible();

  // Quoted words are found again as long as anything of them is there.
  await stage(page, "Write");
  await selectWords(page, "strong at dusk");
  await page.keyboard.type("gone");
  await selectWords(page, "The wind is gone, so hold on to your cap.");
  await page.keyboard.type("Nothing.");
  await caretAt(page, "keeper", "behind");
  await expect(link(page)).toContainText("Broken. The words “strong at dusk” are no longer there.");
});

test("a file is attached, led to by its page, shown, and goes along into what is published", async ({
  page,
}) => {
  await openFile(page, "with-files.md", GUIDE);
  const id = documentId(page);
  // A PDF of this very document is at hand.
  const begun = await page.request.post(`/api/documents/${id}/pdf`, { data: {} });
  const { job } = (await begun.json()) as { job: string };
  const address = `/api/documents/${id}/made/${job}`;
  await expect
    .poll(async () => (await (await page.request.get(address)).json()) as unknown, { timeout: 60_000 })
    .toMatchObject({ state: { kind: "made" } });
  const pdf = await (await page.request.get(`${address}/file`)).body();

  await selectWords(page, "road");
  await page.keyboard.press("Control+k");
  await page
    .getByLabel("File to attach")
    .setInputFiles({ name: "../../map of the hill.pdf", mimeType: "application/pdf", buffer: pdf });
  await expect(link(page)).toContainText("map of the hill.pdf");
  await lead(page, "keeper", "map p 1", /map of the hill.pdf, page 1/);
  await selectWords(page, "lamp");
  await page.keyboard.press("Control+k");
  await where(page).fill("map p 7");
  await expect(page.getByText("No place has that name.")).toBeVisible();
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Show files and addresses" }).click();
  const files = page.getByRole("region", { name: "Files and addresses" });
  await expect(files).toContainText("1 page, 2 links");
  const large = test.info().outputPath("large.bin");
  writeFileSync(large, Buffer.alloc(50 * 1024 * 1024 + 1));
  await page.getByLabel("Files to attach").setInputFiles(large);
  await expect(files.getByRole("alert")).toHaveText("The file is larger than 50 MB, which is the limit.");

  await stage(page, "Publish");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Download as HTML" }).click();
  const zip = unzipSync(new Uint8Array(readFileSync(await (await download).path())));
  expect(Object.keys(zip)).toEqual(["The guide.html", "files/map of the hill.pdf"]);
  expect(Buffer.compare(Buffer.from(zip["files/map of the hill.pdf"]!), pdf)).toBe(0);
  expect(Buffer.from(zip["The guide.html"]!).toString()).toContain(
    '<a href="files/map%20of%20the%20hill.pdf#page=1">keeper</a>',
  );

  // Taken away, its links say so; one undo brings it back.
  await stage(page, "Write");
  await page.getByRole("button", { name: "Show files and addresses" }).click();
  await files.getByRole("button", { name: /^Remove map of the hill.pdf/ }).click();
  await expect(page.getByText("2 links are now broken")).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await expect(files.getByRole("link", { name: "map of the hill.pdf" })).toBeVisible();
});

test("a link does something only after it was said what, unless one put it in oneself", async ({ page }) => {
  await openFile(page, "actions.md", GUIDE);
  const id = documentId(page);
  await selectWords(page, "strong at dusk");
  await page.keyboard.press("Control+Shift+b");
  await page.keyboard.press("Enter");
  await caretAt(page, "strong at", "behind");
  await page.getByLabel("Follow up").check();
  await lead(page, "keeper", "what is flagged", /Show what is flagged/);
  await kept(page);
  await link(page).getByRole("button", { name: "Do" }).click();
  const flagged = page.getByRole("dialog", { name: "Show what is flagged to come back to" });
  await expect(flagged.getByRole("link", { name: /strong at dusk/ })).toBeVisible();
  await page.keyboard.press("Escape");

  // Somebody else is told first.
  await page.goto(`/read/${id}`);
  await page.getByRole("button", { name: "keeper" }).click();
  await expect(flagged).toContainText("Nothing is changed, and nothing is sent anywhere.");
  await expect(flagged.getByRole("link")).toHaveCount(0);
  await flagged.getByRole("button", { name: "Leave it" }).click();
  await page.getByRole("button", { name: "keeper" }).press("Enter");
  await flagged.getByRole("button", { name: "Show it" }).click();
  await expect(flagged.getByRole("link", { name: /strong at dusk/ })).toBeVisible();

  // And the shelf lists it as well.
  await page.goto("/");
  await page.getByRole("button", { name: "Flagged" }).click();
  await page
    .getByRole("link", { name: /strong at dusk/ })
    .first()
    .click();
});

test("looks and hints of links show, and only schemes that are allowed are addresses", async ({ page }) => {
  await openFile(page, "looks.md", GUIDE);
  const id = documentId(page);
  await lead(page, "keeper", "lamps of", "Lamps of the guide");
  await link(page).getByRole("combobox", { name: "Look" }).selectOption("button");
  await link(page).getByRole("textbox", { name: "Hint for readers" }).fill("Where the lamps are");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).locator('a[data-look="button"][title="Where the lamps are"]')).toHaveText(
    "keeper",
  );
  // Led elsewhere it keeps them.
  await lead(page, "keeper", "example.org/x", "https://example.org/x");
  await expect(manuscript(page).locator('a[data-look="button"]')).toHaveAttribute(
    "title",
    "Where the lamps are",
  );

  await selectWords(page, "road");
  await page.keyboard.press("Control+k");
  await where(page).fill("irc://net.example/room");
  await expect(page.getByText("No place has that name.")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Show files and addresses" }).click();
  const allow = page.getByRole("textbox", { name: "Kind of address to allow" });
  await allow.fill("javascript:");
  await allow.press("Enter");
  await expect(page.getByText("“javascript:” addresses can do harm")).toBeVisible();
  await allow.fill("irc");
  await allow.press("Enter");
  await lead(page, "road", "irc://net.example/room", "irc://net.example/room");
  await page.getByRole("button", { name: "No longer allow irc" }).click();
  await expect(link(page)).toContainText("Broken. This document does not allow “irc:” addresses.");
  await kept(page);
  await page.goto(`/read/${id}`);
  await expect(page.getByText("keeper").locator("xpath=self::a")).toHaveAttribute("data-look", "button");
  await expect(page.locator(".reading a.broken", { hasText: "road" })).not.toHaveAttribute("href");
});

test("a value is computed in the text, stays current, and says why where it cannot be", async ({ page }) => {
  await openFile(page, "computed.md", GUIDE);
  await caretAt(page, "Bring a lamp", "behind");
  await page.keyboard.type(" (");
  await insert(page, "Computed value");
  const field = page.getByRole("textbox", { name: "What is computed" });
  await expect(field).toBeFocused();
  const value = manuscript(page).locator(".computation");
  await expect(value).toHaveText(/^\d+$/);
  const words = Number(await value.textContent());
  await field.fill("words * 2 + sections");
  await expect(value).toHaveText(String(words * 2 + 2));
  await field.fill("factorial(factorial(99))");
  await expect(page.getByText("“factorial” cannot be used here.")).toBeVisible();
  await field.fill("words");
  await field.press("Enter");
  await page.keyboard.type(" words more");
  await expect(value).toHaveText(String(words + 2));
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("[data-computed]")).toHaveText(String(words + 2));

  // How many pages there are is known where none are shown, too.
  await openFile(
    page,
    "paged.html",
    `<h1>One</h1><p>All of <span data-computed="pages * 10">?</span> lines.</p>`,
  );
  await expect(manuscript(page).locator(".computation")).toHaveText("10");
  const paged = documentId(page);
  await page.goto(`/read/${paged}`);
  await expect(page.locator("[data-computed]")).toHaveText("10");
  for (const format of ["html", "markdown", "text"]) {
    const answer = await page.request.get(`/api/documents/${paged}/export?format=${format}`);
    expect(await answer.text()).toMatch(/All of (?:<span[^>]*>)?10(?:<\/span>)? lines/);
  }
});

test("words that are the old name of a place are told, and reworded in one step", async ({ page }) => {
  await openFile(
    page,
    "old-names.md",
    GUIDE.replace("Ask the keeper", "See [Lamps of the guide](#lamps-of-the-guide)"),
  );
  await lead(page, "Lamps of the guide", "lamps of", "Lamps of the guide");
  await jump(page, "Lamps of the guide");
  await page.keyboard.press("End");
  await page.keyboard.type(" and of the book");
  // The tray says so where the place is, before the proof does.
  const heading = page.getByRole("region", { name: "Selected heading" });
  await expect(heading).toContainText("1 link is with its old name: “Lamps of the guide”.");
  await stage(page, "Proof");
  const told = page.getByRole("listitem").filter({ hasText: "has the old name of its destination" });
  await expect(told).toHaveCount(1);
  await stage(page, "Write");
  await jump(page, "Lamps of the guide");
  await heading.getByRole("button", { name: "Update its words" }).click();
  await expect(manuscript(page).locator("a.link")).toHaveText("Lamps of the guide and of the book");
  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await stage(page, "Proof");
  await told.getByRole("button", { name: "Update its words" }).click();
  await expect(told).toBeHidden();
});

test("a lost bookmark says what it was on, and is put back", async ({ page }) => {
  await openFile(page, "lost.md", GUIDE);
  await selectWords(page, "strong at dusk");
  await page.keyboard.press("Control+Shift+b");
  await page.getByRole("textbox", { name: "Name" }).fill("The wind");
  await page.keyboard.press("Enter");
  await selectWords(page, "strong at dusk");
  await page.keyboard.press("Delete");
  const lost = page.getByRole("region", { name: "Lost", exact: true });
  await expect(lost).toContainText("“strong at dusk” in Lamps of the guide");
  await lost.getByRole("button", { name: "Go to its last position" }).click();
  await selectWords(page, "hold on");
  await lost.getByRole("button", { name: "Move to the selection" }).click();
  await expect(lost).toBeHidden();
});
