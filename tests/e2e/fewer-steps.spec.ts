import { expect, type Page } from "@playwright/test";
import {
  bringIn,
  caretAt,
  clickWords,
  counting,
  frames,
  kept,
  lookAtText,
  manuscript,
  openFile,
  pasteFrom,
  selectWords,
  stage,
  storedLines,
  tray,
} from "./desk";
import { test } from "./own-shelf";

/*
 * What an author does for a job, counted: each click, drag, key or chord, and each run of typed text. Enter that ends a typed text counts as
 * well; scrolling and reading are free.
 */

const ROOMS = Array.from(
  { length: 8 },
  (_, i) => `# Room ${i + 1}\n\nWords of room ${i + 1}, where oil ${i + 1} stands.\n`,
);
const TEXT = `# The tower\n\nOf the lamp, the stairs and the wick.\n\n${ROOMS.join("\n")}`;
const bookmarks = (page: Page) => page.getByRole("region", { name: "Bookmarks" });
const nav = (page: Page, name: string) => manuscript(page).getByRole("navigation", { name, exact: true });

test("three bookmarks on chosen words, with own names, and with a note each", async ({ page }) => {
  await openFile(page, "three.md", TEXT);
  const { act, told } = counting();
  for (const [words, name] of [
    ["the lamp", "Bright"],
    ["the stairs", "Steep"],
    ["the wick", "Trimmed"],
  ] as const) {
    await act(selectWords(page, words), "drag over words");
    await act(page.keyboard.press("Control+Shift+b"), "Ctrl+Shift+B");
    await act(page.keyboard.type(name), "type the name");
  }
  told("three bookmarks on chosen words, with own names", 9);
  await clickWords(page, "Words of room 1");
  await expect(bookmarks(page).getByRole("listitem")).toHaveText([/Bright/, /Steep/, /Trimmed/]);

  const noted = counting();
  for (const [words, name, note] of [
    ["oil 1", "First oil", "Fill it"],
    ["oil 2", "Second oil", "Look at it"],
    ["oil 3", "Third oil", "Buy more"],
  ] as const) {
    await noted.act(selectWords(page, words), "drag over words");
    await noted.act(page.keyboard.press("Control+Shift+b"), "Ctrl+Shift+B");
    await noted.act(page.keyboard.type(name), "type the name");
    // Tab goes on from one field to the next, within what is typed.
    await page.keyboard.press("Tab");
    await noted.act(page.keyboard.type(note), "Tab, type the note");
  }
  noted.told("three bookmarks with own names and a note each", 12);
  await clickWords(page, "oil 2");
  await expect(tray(page).getByLabel("Note to self")).toHaveValue("Look at it");
  await expect(tray(page).getByLabel("Name")).toHaveValue("Second oil");
  // A second one on the same words is named, not the first.
  await selectWords(page, "oil 5");
  for (const name of ["Fifth oil", "Fifth again"]) {
    await page.keyboard.press("Control+Shift+b");
    await page.keyboard.type(name);
    await page.keyboard.press("Escape");
  }
  await expect(bookmarks(page).getByRole("listitem")).toHaveText([
    ...Array<RegExp>(6).fill(/./),
    /Fifth oil/,
    /Fifth again/,
  ]);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  // From the name Enter leads back to the text, which stays as it is, and all of it is taken back one after the other.
  await selectWords(page, "oil 4");
  await page.keyboard.press("Control+Shift+b");
  await page.keyboard.type("Fourth");
  await page.keyboard.press("Enter");
  await expect(manuscript(page)).toBeFocused();
  await expect(manuscript(page).getByText("where oil 4 stands")).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(bookmarks(page).getByRole("listitem")).toHaveCount(6);
});

test("to page 2, and to the page after it", async ({ page }) => {
  await openFile(
    page,
    "pages.md",
    `# Tide book\n\n${"Words and more words of it. ".repeat(40)}\n\n`.repeat(20),
  );
  const field = page.getByRole("textbox", { name: "Page" });
  await expect(field).toBeVisible({ timeout: 30_000 });
  const { act, told } = counting();
  await act(field.click());
  await act(page.keyboard.type("2"), "type 2");
  await expect(page.locator(".page-mark[data-page='2']")).toBeInViewport();
  await act(page.keyboard.press("PageDown"), "Page Down");
  await expect(page.locator(".page-mark[data-page='3']")).toBeInViewport();
  told("to page 2, then to the next page", 3);
  await expect(field).toHaveValue("3");
  // The way back is to where the author came from, not to page 2.
  await page.keyboard.press("Enter");
  // What one landed on counts, not the end of the page before it, which is still in view.
  await expect(field).toHaveValue("3");
  await page.keyboard.press("Control+Shift+j");
  await expect(manuscript(page).locator("h1").first()).toBeInViewport();
  await field.fill("99999");
  await expect(field).toHaveValue("99999");
  await field.press("Escape");
  await expect(field).not.toHaveValue("99999");
});

test("“See …” by title, and “also see page …” of words without a bookmark", async ({ page }) => {
  await openFile(page, "see.md", TEXT);
  const { act, told } = counting();
  await act(caretAt(page, "the wick.", "behind"), "click behind the words");
  await act(page.keyboard.type(" See >>"), "type");
  await page.getByRole("combobox", { name: "Where to" }).waitFor();
  await act(page.keyboard.type("room 3"), "type the title");
  await act(page.keyboard.press("Enter"), "Enter");
  // No hand presses a key in the few milliseconds in which a box gives the keyboard back.
  await expect(manuscript(page)).toBeFocused();
  await act(page.keyboard.type(", also see >>"), "type");
  await page.getByRole("combobox", { name: "Where to" }).waitFor();
  await act(page.keyboard.type("“where oil 5”"), "type the words");
  await act(
    page.getByRole("combobox", { name: "Link text" }).selectOption("{page}"),
    "click the form, choose page",
  );
  await act(Promise.resolve(), "(its second click)");
  await act(page.getByRole("listbox").getByRole("option").first().click(), "click what was found");
  told("“See …” by title, and “also see page …”", 9);
  await expect(manuscript(page).getByText(/See Room 3, also see page \d/)).toBeVisible();
  await expect(bookmarks(page).getByRole("listitem")).toHaveText([/where oil 5/]);
  // The form is remembered for the next.
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.type(" and >>");
  await page.getByRole("combobox", { name: "Where to" }).waitFor();
  await page.keyboard.type("room 8");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).getByText(/also see page \d and page \d/)).toBeVisible();
});

test("a front page with six chosen buttons in an order of one’s own, one with own words", async ({
  page,
}) => {
  await openFile(page, "front.md", `${TEXT}\n## ${"A title that goes on ".repeat(8)}\n\nWords.\n`);
  const { act, told } = counting();
  await act(page.getByRole("button", { name: "Insert", exact: true }).click());
  await act(page.getByRole("menuitem", { name: "Front page of buttons" }).click());
  const rooms = page.getByRole("list", { name: "Sections to choose" });
  for (const n of [5, 1, 8, 2, 7, 3])
    await act(rooms.getByRole("button", { name: `Room ${n}`, exact: true }).click());
  await act(page.keyboard.type("The oil store"), "type own words");
  told("a front page with six chosen buttons, one with own words", 9);
  const buttons = manuscript(page).locator(".contents-list[data-buttons] button");
  await expect(buttons).toHaveText(["Room 5", "Room 1", "Room 8", "Room 2", "Room 7", "The oil store"]);
  await expect(manuscript(page).locator(".contents-list[data-buttons] + hr.page-break")).toBeAttached();
  await rooms.getByRole("button", { name: "Leave out Room 1" }).click();
  await expect(buttons).toHaveCount(5);
  await expect(rooms.getByRole("button", { name: "Room 1", exact: true })).toBeFocused();
  // A long title does not draw the tray out.
  expect(await tray(page).evaluate((it) => it.scrollWidth - it.clientWidth)).toBe(0);
  await page.getByRole("checkbox", { name: "Only what I select" }).uncheck();
  // With the tower, which is no title of the whole where others are of its level.
  await expect(buttons).toHaveCount(10);
});

test("a way back after one list, and in the footer where the contents list was made by hand", async ({
  page,
}) => {
  const contents = ["Contents", ...ROOMS.map((_, i) => `Room ${i + 1}`)].join("\n\n");
  await openFile(page, "typed.md", `${contents}\n\n${TEXT}\n- oil\n- spare glass\n`);
  const link = counting();
  await link.act(clickWords(page, "spare glass"), "click in the list");
  await link.act(page.getByRole("button", { name: "Insert", exact: true }).click());
  await link.act(page.getByRole("menuitem", { name: "Way back" }).click());
  link.told("a way back after one list", 3);
  await expect(manuscript(page).locator("ul + p a.link", { hasText: "Back to top" })).toBeVisible();

  const footer = counting();
  await footer.act(stage(page, "Wayfinding"));
  await footer.act(page.getByRole("checkbox", { name: "In the footer of each page" }).check());
  await footer.act(page.getByRole("button", { name: "Make the hand-made list live" }).click());
  await expect(page.getByRole("group", { name: "Also" })).toBeFocused();
  footer.told("a way back in the footer, where the contents list was typed", 3);
  await expect(page.getByText("The footer has nothing to lead to")).toHaveCount(0);
  await stage(page, "Write");
  await expect(nav(page, "Contents").getByRole("button")).toContainText(["Room 1"]);
});

test("words linked to a section, a paragraph, another document, its section, and a web address", async ({
  page,
}) => {
  await bringIn(page, "almanac.md", "# Almanac of tides\n\nWords.\n\n# Spring tides\n\nMore.\n");
  await openFile(
    page,
    "five.md",
    "# Links\n\nSee the Night watch, the Almanac of tides, Spring tides, the pages at https://tides.example/today, or the tables.\n\n# Night watch\n\nIt is long.\n\nThe glass is read twice.\n",
  );
  const chip = page.locator("[data-link-chip]");
  const link = async (words: string, name: RegExp, job: string) => {
    const { act, told } = counting();
    await act(selectWords(page, words), "drag over words");
    await act(page.keyboard.press("Control+k"), "Ctrl+K");
    const found = page.getByRole("listbox").getByRole("option").first();
    await expect(found).toContainText(name);
    await act(page.keyboard.press("Enter"), "Enter");
    told(`words linked to ${job}`, 3);
    await caretAt(page, words, "behind");
    await expect(chip).toContainText(name);
  };
  await link("Night watch", /Night watch/, "a section");
  await link("Almanac of tides", /Almanac of tides/, "another document");
  await link("Spring tides", /Spring tides/, "its section");
  await link("https://tides.example/today", /tides\.example\/today/, "a web address");
  const paragraph = counting();
  await paragraph.act(selectWords(page, "the tables"), "drag over words");
  await paragraph.act(page.keyboard.press("Control+Shift+k"), "Ctrl+Shift+K");
  await paragraph.act(clickWords(page, "The glass is read twice"), "click the paragraph");
  paragraph.told("words linked to a paragraph", 3);
  await expect(page.getByText("“the tables” now leads to a new bookmark")).toBeVisible();
  // An address that was copied is tied by pasting it over words.
  const pasted = counting();
  await pasted.act(selectWords(page, "or"), "drag over words");
  await pasted.act(pasteFrom(page, { text: "https://wind.example/" }), "Ctrl+V");
  pasted.told("words linked to a copied address", 2);
  await caretAt(page, "or", "behind");
  await expect(chip).toContainText("wind.example");
  expect(await storedLines(page)).toContain(
    "See the Night watch, the Almanac of tides, Spring tides, the pages at https://tides.example/today, or the tables.",
  );
});

test("a new document by keyboard: five titles of three levels with a text each, contents and ways back", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New document" }).waitFor();
  await frames(page);
  const { act, told } = counting();
  await act(page.keyboard.press("Control+Alt+n"), "Ctrl+Alt+N");
  await expect(manuscript(page)).toBeFocused();
  const lines = ["# Lights", "## Lamp", "### Wick", "## Lens", "# Fog"].flatMap((title) => [
    title,
    `Of ${title.replace(/^#+ /, "")}.`,
  ]);
  for (const [i, line] of lines.entries()) {
    await act(page.keyboard.type(line), `type “${line}”`);
    if (i < lines.length - 1) await act(page.keyboard.press("Enter"), "Enter");
  }
  await act(page.keyboard.press("Alt+Shift+Digit2"), "Alt+Shift+2");
  await expect(page.getByRole("button", { name: "Build this plan" })).toBeFocused();
  await act(page.keyboard.press("Enter"), "Enter");
  told("a new document by keyboard", 22);
  await expect(page.getByText("This plan is built here")).toBeVisible();
  await page.keyboard.press("Alt+Shift+Digit1");
  await expect(manuscript(page)).toBeFocused();
  await expect(nav(page, "Contents").getByRole("button").first()).toContainText("Lights");
  await expect(manuscript(page).getByText("Back to contents").first()).toBeVisible();
  await kept(page);
});

test("plain text in: titles corrected, a picture with caption, the look of titles, a web link, a PDF with rights", async ({
  page,
}) => {
  const parts = Array.from(
    { length: 12 },
    (_, i) => `${i + 1}. Part ${i + 1}\n\n${"The lamp is lit at dusk and put out at dawn. ".repeat(25)}\n`,
  );
  const { act, told } = counting();
  const box = await lookAtText(
    page,
    "lamp-rules.txt",
    `THE LAMP RULES\n\n${parts.join("\n")}\n\nPLEASE NOTE\n\nSee the office.\n`,
  );
  await act(Promise.resolve(), "choose the file");
  await act(box.getByRole("checkbox", { name: "PLEASE NOTE" }).uncheck());
  await act(box.getByRole("combobox", { name: /^Level of .*Part 3/ }).selectOption("2"), "choose a level");
  await act(box.getByRole("button", { name: /^Import with/ }).click());
  await expect(manuscript(page)).toBeVisible();
  await act(dropPicture(page, "The lamp is lit"), "drop the picture where it belongs");
  await expect(manuscript(page).locator("figure img")).toHaveCount(1);
  await act(page.keyboard.type("The lamp at dusk"), "type the caption");
  await expect(manuscript(page).locator("figcaption")).toContainText("The lamp at dusk");
  await act(clickWords(page, "Part 2"), "click a title");
  await act(tray(page).getByRole("button", { name: "Change style" }).click());
  await act(
    tray(page).getByRole("combobox", { name: "Face" }).selectOption({ index: 1 }),
    "choose a typeface",
  );
  await act(selectWords(page, "the office"), "drag over words");
  await act(pasteFrom(page, { text: "https://office.example/" }), "Ctrl+V");
  await act(stage(page, "Publish"));
  await act(page.getByText("PDF options").click());
  await act(page.getByLabel("Owner’s password").click());
  await act(page.keyboard.type("keeper"), "type a password");
  await act(page.getByLabel("Copy text").uncheck());
  await act(page.getByRole("button", { name: "Make PDF" }).click());
  told("plain text in, to a PDF with rights", 18);
  await expect(page.getByRole("link", { name: /^Download/ })).toBeVisible({ timeout: 60_000 });
});

async function dropPicture(page: Page, words: string): Promise<void> {
  await manuscript(page).evaluate((root, wanted) => {
    const block = [...root.querySelectorAll("p")].find((one) => one.textContent.includes(wanted))!;
    const { left, top } = block.getBoundingClientRect();
    const bytes = Uint8Array.from(
      atob(
        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
      ),
      (letter) => letter.charCodeAt(0),
    );
    const data = new DataTransfer();
    data.items.add(new File([bytes], "lamp.png", { type: "image/png" }));
    block.dispatchEvent(
      new DragEvent("drop", {
        dataTransfer: data,
        bubbles: true,
        cancelable: true,
        clientX: left + 20,
        clientY: top + 10,
      }),
    );
  }, words);
}
