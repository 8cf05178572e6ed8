import { expect } from "@playwright/test";
import {
  clickWords,
  documentId,
  frames,
  heightInWindow,
  insert,
  jump,
  kept,
  manuscript,
  openFile,
  selectWords,
  stage,
  underWay,
} from "./desk";
import { test } from "./own-shelf";

const FILLER = Array.from(
  { length: 30 },
  (_, i) => `Paragraph ${i} of plain words that fill the page so that there is something to scroll.`,
).join("\n\n");
const TEXT = `# First part

Open the shutters slowly. See [the far part](#far) for more, or [nothing](#nowhere).

${FILLER}

## Far part {#far}

The far words stand here.

${FILLER}

# Last part

The end of it.
`;

test.describe("bookmarks", () => {
  test("any wording is accepted, a taken name gets a number and says so", async ({ page }) => {
    await openFile(page, "b.md", TEXT);
    for (const words of ["shutters", "slowly"]) {
      await selectWords(page, words);
      await page.keyboard.press("Control+Shift+B");
      await page.getByRole("textbox", { name: "Name" }).fill("Night log, part 2");
      if (words === "slowly")
        await expect(page.getByText("this name is taken, so it becomes “Night log, part 2 2”")).toBeVisible();
      await page.keyboard.press("Enter");
    }
    await expect(page.getByRole("status").filter({ hasText: "“Night log, part 2” was taken" })).toBeVisible();
    await expect(page.getByRole("region", { name: "Bookmarks" }).getByRole("listitem")).toHaveCount(2);
  });

  test("renaming breaks no link; removing says how many break; one undo brings all back", async ({
    page,
  }) => {
    await openFile(page, "b.md", TEXT);
    await selectWords(page, "The far words");
    await page.keyboard.press("Control+Shift+B");
    await page.keyboard.press("Enter");
    await page.keyboard.press("Control+Home");
    await selectWords(page, "Open the shutters");
    await page.keyboard.press("Control+k");
    await page.getByRole("combobox", { name: "Where to" }).fill("far words");
    await page.keyboard.press("Enter");
    const bookmarks = page.getByRole("region", { name: "Bookmarks" });
    await expect(bookmarks).toContainText("1 link lands here");

    await bookmarks.getByRole("listitem").hover();
    await bookmarks.getByRole("button", { name: "Rename The far words" }).click();
    await page.getByRole("textbox", { name: "New name for The far words" }).fill("Renamed spot");
    await page.keyboard.press("Enter");
    await clickWords(page, "Open the shutters");
    await expect(page.locator("[data-link-chip]")).toContainText("Renamed spot");

    await bookmarks.getByRole("listitem").hover();
    await bookmarks.getByRole("button", { name: "Remove Renamed spot, 1 link lands here" }).click();
    await page.getByRole("button", { name: "Leave it broken" }).click();
    await expect(
      page.getByText("The bookmark “Renamed spot” was deleted. The link that led there is now broken."),
    ).toBeVisible();
    await expect(manuscript(page).locator(".broken").filter({ hasText: "Open the shutters" })).toBeVisible();
    await page.getByRole("button", { name: "Undo", exact: true }).click();
    await expect(bookmarks).toContainText("1 link lands here");
    await expect(manuscript(page).locator(".broken").filter({ hasText: "Open the shutters" })).toHaveCount(0);
  });

  test("are listed by place or by name, walked by keys, and gone to", async ({ page }) => {
    await openFile(
      page,
      "b.md",
      `${TEXT}\n\n<a id="alpha"></a>Alpha ends it.\n`.replace(
        "The far words",
        '<a id="zulu"></a>The far words',
      ),
    );
    const bookmarks = page.getByRole("region", { name: "Bookmarks" });
    await expect(bookmarks.locator("[data-row]")).toHaveText(["zulu", "alpha"]);
    await bookmarks.getByRole("button", { name: "by name" }).click();
    await expect(bookmarks.locator("[data-row]")).toHaveText(["alpha", "zulu"]);
    await bookmarks.locator("[data-row]").first().focus();
    await page.keyboard.press("z");
    await expect(bookmarks.locator("[data-row]").nth(1)).toBeFocused();
    await page.keyboard.press("Enter");
    await expect(manuscript(page).getByText("The far words")).toBeInViewport();
  });
});

test.describe("links", () => {
  test("with nothing chosen the picker says so and offers the word at the caret, or new words", async ({
    page,
  }) => {
    await openFile(page, "l.md", TEXT);
    await clickWords(page, "Open the shutters");
    await page.keyboard.press("Control+k");
    await expect(page.getByText("Nothing is selected.")).toBeVisible();
    await expect(page.getByText("“Open”")).toBeVisible();
    await page.getByRole("button", { name: "Insert something new instead" }).click();
    await page.getByRole("textbox", { name: "New words for the link" }).fill("see the end ");
    await page.getByRole("combobox", { name: "Where to" }).fill("last");
    await page.keyboard.press("Enter");
    await expect(manuscript(page).locator("a.link", { hasText: "see the end" })).toBeVisible();
  });

  test("the chosen words stay chosen while the picker is open, and web and mail addresses are taken", async ({
    page,
  }) => {
    await openFile(page, "l.md", TEXT);
    for (const [words, typed] of [
      ["shutters", "www.example.org/page"],
      ["slowly", "keeper@example.org"],
    ] as const) {
      await selectWords(page, words);
      await page.keyboard.press("Control+k");
      await expect(page.locator(".manuscript .held")).toHaveText(words);
      await page.getByRole("combobox", { name: "Where to" }).fill(typed);
      await page.keyboard.press("Enter");
      await expect(manuscript(page).locator("a.link", { hasText: words })).toBeVisible();
    }
    await clickWords(page, "shutters");
    await expect(page.locator("[data-link-chip]")).toContainText("https://www.example.org/page");
  });

  test("an ordinary click never follows a link; Ctrl+click does; the way back leads back", async ({
    page,
  }) => {
    await openFile(page, "l.md", TEXT);
    const link = manuscript(page).locator("a.link", { hasText: "the far part" });
    await link.click();
    await expect(manuscript(page).getByText("The far words")).not.toBeInViewport();
    await expect(page.locator("[data-link-chip]")).toContainText("Far part");
    await link.click({ modifiers: ["Control"] });
    await expect(manuscript(page).getByText("The far words")).toBeInViewport();
    await page.getByRole("button", { name: "Back to First part" }).click();
    await expect(link).toBeInViewport();
  });

  test("a link carried to a place where nothing stands makes a bookmark there, in one step of undo", async ({
    page,
  }) => {
    await openFile(page, "l.md", TEXT);
    await selectWords(page, "shutters");
    await page.keyboard.press("Control+k");
    await page.getByRole("button", { name: "Point to the target" }).click();
    await jump(page, "Last part");
    await clickWords(page, "The end of it.");
    await expect(page.getByText("“shutters” now leads to a new bookmark, “The end of it.”.")).toBeVisible();
    await expect(page.getByRole("region", { name: "Bookmarks" }).getByRole("listitem")).toHaveCount(1);
    await page.keyboard.press("Control+z");
    await expect(page.getByText("None yet. Select words")).toBeVisible();
    await expect(manuscript(page).locator("a.link", { hasText: "shutters" })).toHaveCount(0);
  });

  test("carrying works by keyboard, and Escape puts the link down", async ({ page }) => {
    await openFile(page, "l.md", TEXT);
    await selectWords(page, "shutters");
    await page.keyboard.press("Control+k");
    await page.keyboard.press("Tab");
    await page.keyboard.press("Enter");
    await expect(underWay(page)).toContainText("Linking “shutters”");
    await jump(page, "Far part");
    await page.keyboard.press("Enter");
    await expect(page.getByText("“shutters” now leads to “Far part”.")).toBeVisible();
    // One goes on writing where the words are.
    await page.getByRole("button", { name: "Back to First part" }).click();
    await expect(manuscript(page).getByText("shutters")).toBeInViewport();
    await selectWords(page, "far words");
    await page.keyboard.press("Control+k");
    await page.getByRole("button", { name: "Point to the target" }).click();
    await expect(underWay(page)).toBeVisible();
    // No hand presses a key in the same few milliseconds.
    await frames(page);
    await page.keyboard.press("Escape");
    await expect(underWay(page)).toBeHidden();
  });
});

test.describe("structure", () => {
  test("levels by keys and from the deck keep links, and contents lists follow each keystroke", async ({
    page,
  }) => {
    await openFile(page, "s.md", TEXT);
    await stage(page, "Wayfinding");
    await page.getByRole("button", { name: "Add a contents list at the front" }).click();
    await page.getByRole("combobox", { name: "Return links" }).selectOption("2");
    await stage(page, "Write");
    const contents = manuscript(page).getByRole("navigation", { name: "Contents" });
    await expect(contents.getByRole("button")).toHaveText(["First part", "Far part", "Last part"]);
    await jump(page, "Far part");
    await page.keyboard.press("End");
    await page.keyboard.type(" away");
    await expect(contents.getByRole("button")).toHaveText(["First part", "Far part away", "Last part"]);
    await page.getByRole("button", { name: "Plain text" }).click();
    await expect(contents.getByRole("button")).toHaveText(["First part", "Last part"]);
    // The link holds: it lands on what is a paragraph now.
    await expect(manuscript(page).locator(".broken").filter({ hasText: "the far part" })).toHaveCount(0);
    await page.keyboard.press("Control+Alt+2");
    await expect(manuscript(page).locator(".broken").filter({ hasText: "the far part" })).toHaveCount(0);
    await expect(manuscript(page).getByRole("button", { name: "Back to contents" })).toHaveCount(2);
  });

  test("words typed where a jump chose a contents list go below it, and take nothing away", async ({
    page,
  }) => {
    await openFile(page, "c.md", TEXT);
    await manuscript(page).getByText("First part").click();
    await insert(page, "Contents list");
    const contents = manuscript(page).locator("nav.contents-list");
    await expect(contents).toHaveCount(1);
    await jump(page, "Contents");
    await page.keyboard.type("Words below");
    await expect(contents).toHaveCount(1);
    await expect(manuscript(page).locator("nav.contents-list + p")).toHaveText("Words below");
  });

  test("the jump box finds a heading by its number and lands on it exactly", async ({ page }) => {
    await openFile(page, "s.md", TEXT);
    await jump(page, "1.1");
    const heading = manuscript(page).getByRole("heading", { name: "Far part" });
    await expect(heading).toBeInViewport();
    const height = await heightInWindow(page, heading);
    expect(Math.abs(height - 120)).toBeLessThan(4);
  });

  test("the rope shows headings, bookmarks and the current place, and goes where it is clicked", async ({
    page,
  }) => {
    await openFile(page, "s.md", TEXT);
    const rope = page.getByRole("navigation", { name: /^Rope/ });
    await expect(rope.locator("[data-row]")).toHaveText(["First part", "Far part", "Last part"]);
    await rope.getByRole("button", { name: "Last part" }).click();
    await expect(manuscript(page).getByText("The end of it.")).toBeInViewport();
    await rope
      .locator("svg")
      .first()
      .click({ position: { x: 22, y: 30 } });
    await expect(manuscript(page).getByText("Open the shutters")).toBeInViewport();
  });

  test("pictures and tables are put in, and what a picture shows is written in the tray", async ({
    page,
  }) => {
    await openFile(page, "s.md", TEXT);
    await clickWords(page, "Open the shutters");
    const png = Buffer.from(
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
      "base64",
    );
    await page
      .getByLabel("Pictures to insert")
      .setInputFiles({ name: "dot.png", mimeType: "image/png", buffer: png });
    await expect(manuscript(page).locator("figure img")).toBeVisible();
    await page.getByLabel("What the picture shows").fill("A single dot");
    await page.keyboard.press("Tab");
    await expect(manuscript(page).locator("figure img")).toHaveAttribute("alt", "A single dot");
    await clickWords(page, "Open the shutters");
    await page.getByRole("button", { name: "Insert", exact: true }).click();
    await page.getByRole("menuitem", { name: "Table", exact: true }).click();
    await expect(manuscript(page).locator("table th")).toHaveCount(3);
    await page
      .getByLabel("Pictures to insert")
      .setInputFiles({ name: "no.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
    await expect(page.getByText("no.png: This is not a PNG")).toBeVisible();
    await kept(page);
  });

  test("a copy of a section gets an id of its own; what is cut and pasted keeps its links", async ({
    page,
  }) => {
    await openFile(page, "s.md", "# One\n\nSee [two](#two).\n\n# Two {#two}\n\nend\n");
    await manuscript(page).getByRole("heading", { name: "Two" }).click({ clickCount: 3 });
    await page.keyboard.press("Control+x");
    await page.keyboard.press("Control+End");
    await page.keyboard.press("Enter");
    await page.keyboard.press("Control+v");
    await expect(manuscript(page).locator(".broken")).toHaveCount(0);
    await kept(page);
  });
});

test("the address of a heading is copied, and outlives a new wording", async ({ page }) => {
  await openFile(page, "a.md", TEXT);
  const id = documentId(page);
  await jump(page, "Last part");
  await page.getByRole("button", { name: "Copy address for readers" }).click();
  await expect(page.getByText(`/read/${id}/at/last-part`)).toBeVisible();
  const address = await page.evaluate(() => navigator.clipboard.readText());
  await jump(page, "Last part");
  await page.keyboard.press("End");
  await page.keyboard.type(", worded anew");
  await kept(page);
  await page.goto(address);
  await expect(
    page.locator("article").getByRole("heading", { name: "Last part, worded anew" }),
  ).toBeInViewport();
});
