import { readFile } from "node:fs/promises";
import { expect, type Page } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import {
  clickWords,
  counting,
  documentId,
  frames,
  insert,
  jump,
  kept,
  manuscript,
  openFile,
  selectWords,
  stage,
  typeAtEnd,
} from "./desk";
import { test } from "./own-shelf";

const CHAPTERS = Array.from(
  { length: 12 },
  (_, i) =>
    `## Chapter ${i + 1}\n\nWords of it.\n\n${[1, 2, 3].map((n) => `### Part ${i + 1}.${n}\n\nMore words.\n`).join("\n")}`,
).join("\n");
const MANUAL = `# The manual\n\nIt begins.\n\n${CHAPTERS}`;
const SIX = Array.from({ length: 6 }, (_, i) => `# Room ${i + 1}\n\nWords of the room.\n`).join("\n");
const nav = (page: Page, name: string | RegExp) =>
  manuscript(page).getByRole("navigation", { name, exact: true });

async function openAtWayfinding(page: Page, name: string, text: string): Promise<void> {
  await openFile(page, name, text);
  await stage(page, "Wayfinding");
}

test("a contents list and a return link after each of 48 sections come with one plan", async ({ page }) => {
  await openFile(page, "forty-eight.md", MANUAL);
  const { act, told } = counting();
  await act(stage(page, "Wayfinding"));
  await act(page.getByRole("button", { name: "Build this plan" }).click());
  told("contents list and a return link after each of 48 sections", 3);
  await expect(page.getByText("Links lead to all 49 sections")).toBeVisible();
  await stage(page, "Write");
  await expect(nav(page, "Contents").getByRole("button")).toHaveCount(48);
  await expect(
    nav(page, /^In this section/)
      .first()
      .getByRole("button"),
  ).toHaveText(["Part 1.1", "Part 1.2", "Part 1.3"]);
  // One undo takes all of it back.
  await page.keyboard.press("Control+z");
  await expect(nav(page, "Contents")).toHaveCount(0);
});

test("a list of tables, and a front page with a menu of six buttons", async ({ page }) => {
  await openFile(page, "tables.md", `${SIX}\n| a | b |\n|---|---|\n| 1 | 2 |\n\nTable: What it bears\n`);
  await clickWords(page, "Words of the room.");
  const tables = counting();
  await tables.act(page.getByRole("button", { name: "Insert", exact: true }).click());
  await tables.act(page.getByRole("menuitem", { name: "List of tables" }).click());
  tables.told("list of tables", 2);
  await expect(nav(page, "Tables").getByRole("button")).toHaveText(["Table 1. What it bears"]);

  await page.keyboard.press("Control+Home");
  const menu = counting();
  await menu.act(page.getByRole("button", { name: "Insert", exact: true }).click());
  await menu.act(page.getByRole("menuitem", { name: "Menu of buttons" }).click());
  menu.told("front page with a menu of six buttons", 3);
  await expect(manuscript(page).locator(".contents-list[data-buttons]")).toBeInViewport();
  const buttons = manuscript(page).locator(".contents-list[data-buttons] button");
  await expect(buttons).toHaveText([1, 2, 3, 4, 5, 6].map((n) => `Room ${n}`));
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await page.locator(".reading nav[data-buttons]").getByRole("link", { name: "Room 5" }).click();
  await expect(page).toHaveURL(/#room-5$/);
});

test("a list is set in the tray, its lines are reworded and left out, and it becomes text", async ({
  page,
}) => {
  await openAtWayfinding(page, "list.md", MANUAL);
  await page.getByRole("button", { name: "Add a contents list at the front" }).click();
  await page.getByRole("button", { name: "Show it in the text" }).click();
  const tray = page.getByRole("region", { name: "Selected contents list" });
  await tray.getByRole("combobox", { name: "Down to" }).selectOption("2");
  const lines = nav(page, "Contents").getByRole("button");
  await expect(lines).toHaveCount(12);
  await tray.getByRole("button", { name: "Edit single lines" }).click();
  await tray.getByRole("button", { name: "Chapter 3", exact: true }).click();
  await tray.getByRole("combobox", { name: "In the list" }).selectOption("entry");
  await tray.getByRole("button", { name: "Chapter 3", exact: true }).click();
  await tray.getByRole("button", { name: "Chapter 2", exact: true }).click();
  await tray.getByRole("textbox", { name: "Custom words for this line" }).fill("The second");
  await page.keyboard.press("Enter");
  await expect(lines).toHaveCount(11);
  await expect(lines.nth(1)).toHaveText("The second");
  // What comes behind a list that is longer than the window is seen at once.
  await tray.getByRole("combobox", { name: "Down to" }).selectOption("3");
  await insert(page, "Menu of buttons");
  await expect(manuscript(page).locator(".contents-list[data-buttons]")).toBeInViewport();
  await page.getByRole("button", { name: "Undo" }).click();
  await nav(page, "Contents").getByText("Contents", { exact: true }).click();
  await tray.getByRole("combobox", { name: "Down to" }).selectOption("2");
  // What was changed by hand stays, and the rest goes on being current.
  await jump(page, "Chapter 4");
  await page.keyboard.press("End");
  await page.keyboard.type(" anew");
  await expect(lines.nth(2)).toHaveText("Chapter 4 anew");
  const short = page.getByRole("textbox", { name: "Short title" });
  await short.fill(" Four ");
  await short.press("Enter");
  await expect(lines.nth(2)).toHaveText("Four");

  await nav(page, "Contents").getByText("Contents", { exact: true }).click();
  await tray.getByRole("combobox", { name: "Down to" }).selectOption("3");
  await tray.getByRole("checkbox", { name: "Readers can fold it on screens" }).check();
  await kept(page);
  const reading = await page.context().newPage();
  await reading.goto(`/read/${documentId(page)}`);
  const branch = reading.locator(".reading nav details").first();
  await expect(branch.getByRole("link").first()).toBeVisible();
  await branch.locator("summary").first().click();
  await expect(branch.getByRole("link").first()).toBeHidden();
  await reading.close();
  await tray.getByRole("combobox", { name: "Lists" }).selectOption("alphabet");
  await expect(nav(page, "Index").getByRole("button").first()).toHaveText("Chapter 1");
  await tray.getByRole("button", { name: "Turn into text" }).click();
  await expect(nav(page, "Index")).toHaveCount(0);
  await expect(manuscript(page).locator("li a.link").first()).toHaveText("Chapter 1");
});

test("reach names the worst places of a document with gaps, and each gap is mended from there", async ({
  page,
}) => {
  await openFile(page, "gaps.md", `${MANUAL}\n#### Hidden deep\n\nWords.\n`);
  await stage(page, "Wayfinding");
  const reach = page.getByRole("region", { name: "Reach" });
  await expect(reach).toContainText("No links lead to 49 of 50 sections.");
  await reach.getByRole("button", { name: "Add a contents list that leads there" }).click();
  await expect(reach).toContainText("Links lead to all 50 sections, in 1.0 jumps");
  await expect(reach).toContainText("A way back is on every page, and on screens never more than 8");
  await expect(reach).toContainText("On screens a way back is up to");
  await reach.getByRole("button", { name: /^Add return links after sections down to level/ }).click();
  await expect(reach).not.toContainText("On screens a way back is up to");
  await expect(reach.getByRole("img", { name: "Reach of 50 sections along the document" })).toBeVisible();
  await reach.getByText("Section by section").click();
  const table = reach.getByRole("grid", { name: "Reach, section by section" });
  await expect(table.getByRole("row", { name: /^Chapter 1 / })).toHaveText(/^Chapter 1111\d\.\d\d\.\d$/);
  await table.getByRole("row", { name: /^Part 1\.2 / }).click();
  await expect(manuscript(page).getByRole("heading", { name: "Part 1.2" })).toBeInViewport();
});

test("return links lead where the author says, and a plan of their own is built in another document", async ({
  page,
}) => {
  await openAtWayfinding(page, "own-plan.md", MANUAL);
  await page.getByRole("radio", { name: "Single web page" }).check();
  const coverage = page.getByRole("table", { name: "Single web page: before and after" });
  await expect(coverage.getByRole("row", { name: /Sections without a link to them/ })).toContainText("480");
  await page.getByRole("button", { name: "Build this plan" }).click();
  await page.getByRole("combobox", { name: "Destination" }).selectOption("parent");
  await page.getByRole("textbox", { name: "Name of your own plan" }).fill("Ours");
  await page.getByRole("button", { name: "Save as a plan" }).click();
  await stage(page, "Write");
  await expect(manuscript(page).getByRole("button", { name: /^Back to Chapter 1 \(/ })).toHaveCount(3);

  await openAtWayfinding(page, "other.md", SIX);
  await page.getByRole("radio", { name: "Ours", exact: true }).check();
  await page.getByRole("button", { name: "Build this plan" }).click();
  await stage(page, "Write");
  await expect(nav(page, "Contents").getByRole("button")).toHaveCount(6);
  await expect(nav(page, "Contents")).toHaveAttribute("data-run");
  await selectWords(page, "Words of the room.");
});

test("a plan takes the place of what was made by hand, and says when it is built", async ({ page }) => {
  await openAtWayfinding(
    page,
    "by-hand.md",
    `# Guide

- [One](#one)
- [Two](#two)
- [Three](#three)

# One

Words of one.

[Back to the guide](#guide)

# Two

Words of two.

# Three

The end.
`,
  );
  const replaced = page.getByLabel("Replace 1 contents list and 1 way back made by hand");
  await expect(replaced).toBeChecked();
  await replaced.uncheck();
  await replaced.check();
  await page.getByRole("button", { name: "Build this plan" }).click();
  await expect(page.getByText("This plan is built here and stays current.")).toBeVisible();
  await expect(replaced).toHaveCount(0);
  await stage(page, "Write");
  await expect(manuscript(page)).not.toContainText("Back to the guide");
  await expect(manuscript(page).locator("ul li a")).toHaveCount(0);
  await expect(nav(page, "Contents").getByRole("button")).toHaveText(["Guide", "One", "Two", "Three"]);
});

test("ways back: steps, beside headings, always in view; previewed on a page, a phone and a screen", async ({
  page,
}) => {
  await openAtWayfinding(page, "ways.md", SIX);
  await page.getByRole("button", { name: "Add a contents list at the front" }).click();
  const lists = page.getByRole("region", { name: "All lists" });
  const put = async (label: string) => {
    await lists.getByLabel("List to add").selectOption({ label });
    await lists.getByRole("button", { name: "Add list" }).click();
  };
  await put("Buttons in each section of level 1, at its start");
  await expect(page.getByText("There is nothing to list yet.")).toBeVisible();
  await put("Alphabetical index, at the end");
  await expect(lists.getByRole("listitem")).toHaveText([/^Contents/, /^Index.*6 lines$/]);
  const ways = page.getByRole("region", { name: "Ways back" });
  await ways.getByLabel("Return links", { exact: true }).selectOption("1");
  await ways.getByLabel("Links to the previous").check();
  await ways.getByLabel("Beside each heading").check();
  await ways.getByLabel("Always in view").check();
  const footer = ways.getByLabel("In the footer of each page");
  await expect(footer).toBeChecked();
  await footer.uncheck();
  await expect(footer).not.toBeChecked();
  await footer.check();
  await kept(page);

  const preview = page.getByRole("region", { name: "What readers see" });
  await expect(preview.locator("svg").first()).toContainText("Room 2");
  for (const name of ["Phone", "Screen"]) {
    await preview.getByRole("button", { name }).click();
    const frame = page.frameLocator(`iframe[title="Preview on a ${name.toLowerCase()}"]`);
    await expect(frame.getByRole("link", { name: "Next: Room 3" })).toBeVisible();
    await expect(frame.locator(".floating")).toHaveText("Back to contents");
  }
  // The preview follows what is changed.
  await ways.getByLabel("Always in view").uncheck();
  const frame = page.frameLocator('iframe[title="Preview on a screen"]');
  await expect(frame.locator(".floating")).toHaveCount(0, { timeout: 15_000 });

  await page.goto(`/read/${documentId(page)}`);
  await page.getByRole("heading", { name: "Room 3" }).getByRole("link", { name: "Back to contents" }).click();
  await expect(page).toHaveURL(/#_to-room-3$/);
});

test("a menu of cards, in an order of its own; a list becomes text and a living list again", async ({
  page,
}) => {
  await openFile(page, "cards.md", SIX);
  await page.keyboard.press("Control+Home");
  await insert(page, "Menu of buttons");
  const list = page.getByRole("region", { name: "Selected contents list" });
  await list.getByLabel("Columns on screens").selectOption("cards");
  const menu = manuscript(page).locator(".contents-list[data-cards]");
  await expect(menu.locator("li").first()).toContainText("Words of the room.");
  await kept(page);
  const exported = await page.request.get(`/api/documents/${documentId(page)}/export?format=html`);
  expect(await exported.text()).toContain("<p>Words of the room.</p></li>");
  const reading = await page.context().newPage();
  await reading.goto(`/read/${documentId(page)}`);
  await expect(reading.locator("nav[data-cards] li").first()).toContainText("Words of the room.");
  await reading.close();
  await list.getByRole("button", { name: "Edit single lines" }).click();
  await list.getByRole("button", { name: "Room 1" }).click();
  await list.getByRole("button", { name: "Move down" }).click();
  await expect(menu.getByRole("button")).toHaveText([
    "Room 2",
    "Room 1",
    "Room 3",
    "Room 4",
    "Room 5",
    "Room 6",
  ]);
  // Dragged by hand.
  await list.getByRole("button", { name: "Room 1" }).click();
  await list.getByTitle("Drag").last().scrollIntoViewIfNeeded();
  const from = (await list.locator("li", { hasText: "Room 6" }).getByTitle("Drag").boundingBox())!;
  const to = (await list.locator("li", { hasText: "Room 2" }).boundingBox())!;
  await page.mouse.move(from.x + 6, from.y + 6);
  await page.mouse.down();
  await page.mouse.move(from.x + 6, from.y - 20, { steps: 4 });
  await page.mouse.move(to.x + 10, to.y + 8, { steps: 8 });
  await page.mouse.up();
  const moved = [6, 2, 1, 3, 4, 5].map((n) => `Room ${n}`);
  await expect(menu.getByRole("button")).toHaveText(moved);

  // No hand clicks in the very moment in which it let go.
  await frames(page, 8);
  await list.getByRole("button", { name: "Turn into text" }).click();
  await expect(menu).toHaveCount(0);
  await clickWords(page, "Room 4");
  await page.getByRole("button", { name: "Make it live again" }).click();
  await expect(menu.getByRole("button")).toHaveText(moved);
});

test("a menu stands in the header of each page and stays in view; a line is added to it by hand", async ({
  page,
}) => {
  await openFile(page, "header.md", `${SIX}\n## Cellar\n\n${"Long words. ".repeat(200)}\n`);
  await page.keyboard.press("Control+Home");
  await insert(page, "Menu of buttons");
  const list = page.getByRole("region", { name: "Selected contents list" });
  await list.getByRole("combobox", { name: "Position" }).selectOption("header");
  const menu = manuscript(page).locator(".contents-list[data-buttons]");
  await expect(menu).toContainText("In the header of each page");
  await list.getByRole("button", { name: "Edit single lines" }).click();
  await list.getByRole("button", { name: "Add a line" }).click();
  const picker = page.getByRole("dialog", { name: "What the new line leads to" });
  await picker.getByRole("combobox").fill("Cellar");
  await picker.getByRole("combobox").press("Enter");
  await list.getByRole("textbox", { name: "Custom words for this line" }).fill("Below");
  await page.keyboard.press("Enter");
  const told = [...[1, 2, 3, 4, 5, 6].map((n) => `Room ${n}`), "Below"];
  await expect(menu.getByRole("button")).toHaveText(told);
  await list.getByRole("button", { name: "Room 2", exact: true }).click();
  await list.getByRole("combobox", { name: "In the list" }).selectOption("entry");
  await list.getByRole("button", { name: "Below", exact: true }).click();
  await list.getByRole("button", { name: "Remove this line" }).click();
  const left = ["Room 1", "Room 3", "Room 4", "Room 5", "Room 6"];
  await expect(menu.getByRole("button")).toHaveText(left);
  await kept(page);

  const id = documentId(page);
  await page.goto(`/read/${id}`);
  const bar = page.locator(".reading nav[data-placed]");
  await bar.getByRole("link", { name: "Room 6" }).click();
  await expect(page).toHaveURL(/#room-6$/);
  await expect(bar).toBeInViewport();
  const [edge, title] = [
    await bar.boundingBox(),
    await page.getByRole("heading", { name: "Room 6" }).boundingBox(),
  ];
  expect(title!.y).toBeGreaterThanOrEqual(edge!.y + edge!.height);
  await page.goto(`/documents/${id}`);
  await page.getByRole("link", { name: "Publish" }).click();
  await page.getByRole("link", { name: "View the pages" }).click();
  // The first page has no header at first; the first room is what the title is called too.
  const drawn = page.getByRole("region", { name: "Page 2", exact: true });
  for (const name of left.slice(1))
    await expect(drawn.getByRole("link", { name, exact: true })).toHaveCount(1);
});

test("return links lead to a place of the document that is chosen", async ({ page }) => {
  await openAtWayfinding(page, "place.md", MANUAL);
  await page.getByRole("combobox", { name: "Return links" }).selectOption("2");
  await page.getByRole("combobox", { name: "Destination" }).selectOption("place");
  const picker = page.getByRole("dialog", { name: "Where return links should lead" });
  await picker.getByRole("combobox").fill("Chapter 5");
  await picker.getByRole("combobox").press("Enter");
  await expect(page.getByText("A return link takes readers back to “Chapter 5”.")).toBeVisible();
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await page.getByRole("link", { name: "Back to Chapter 5" }).first().click();
  await expect(page).toHaveURL(/#chapter-5$/);
});

test("lists have the same lines in the manuscript, when read, in files, and on the pages of a PDF", async ({
  page,
}) => {
  const table = (name: string) => `| a | b |\n| - | - |\n| 1 | 2 |\n\nTable: ${name}\n`;
  await openFile(
    page,
    "same.md",
    `${SIX.replace(/\d/g, "$& of six")}\n## Über & “unter”\n\n${table("Lamps <all>")}\n# The last\n\n${table("Gates")}`,
  );
  await page.keyboard.press("Control+Home");
  for (const kind of ["Contents list", "List of tables", "Alphabetical index"]) {
    await insert(page, kind);
  }
  await kept(page);
  const written = await manuscript(page)
    .locator(".contents-list")
    .evaluateAll((lists) =>
      lists.map((one) => [...one.querySelectorAll("li")].map((line) => line.textContent)),
    );
  expect(written.map((lines) => lines.length)).toEqual([8, 2, 10]);
  const id = documentId(page);
  const told = written.flat();
  await page.goto(`/read/${id}`);
  const read = await page
    .locator(".reading nav.contents")
    .evaluateAll((lists) =>
      lists.map((one) => [...one.querySelectorAll("li > a")].map((line) => line.textContent)),
    );
  expect(read).toEqual(written);

  const exported = async (format: string) =>
    (await page.request.get(`/api/documents/${id}/export?format=${format}`)).text();
  await page.setContent((await exported("html")).replace(/<style>[^]*?<\/style>/g, ""));
  expect(await page.locator("nav.contents li > a").allTextContents()).toEqual(told);
  const markdown = await exported("markdown");
  const lists = markdown.match(/<!-- contents[^]*?<!-- \/contents/g)!.join("\n");
  // Signs that mean something in Markdown are escaped.
  const lines = [...lists.matchAll(/^\s*[*-] \[(.*)\]\([^)]*\)$/gm)].map(([, line]) =>
    line!.replace(/\\(?=[^\w\s])/g, ""),
  );
  expect(lines.map((line) => line.replace("&#x26;", "&"))).toEqual(told);
  const text = (await exported("text")).split("\n").map((line) => line.trim());
  for (const line of told) expect(text).toContain(line);

  await page.goto(`/documents/${id}/publish`);
  await page.getByRole("button", { name: "Make PDF" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download the PDF" }).click({ timeout: 60_000 });
  const bytes = new Uint8Array(await readFile(await (await download).path()));
  const file = await getDocument({ data: bytes, verbosity: 0 }).promise;
  const drawn: string[] = [];
  for (let number = 1; number <= file.numPages; number++)
    for (const note of await (await file.getPage(number)).getAnnotations())
      drawn.push((note as { contentsObj: { str: string } }).contentsObj.str);
  // Each with the number of its page behind it; what else leads somewhere has none.
  expect(drawn.flatMap((said) => /^(.*) \d+$/.exec(said)?.[1] ?? [])).toEqual(told);
});

test("a chapter that comes after a plan was built is told of, and gets its list in one step", async ({
  page,
}) => {
  await openAtWayfinding(page, "later.md", MANUAL);
  await page.getByRole("radio", { name: "Course guide" }).check();
  await page.getByRole("button", { name: "Build this plan" }).click();
  await stage(page, "Write");
  await typeAtEnd(page, "");
  for (const [level, words] of [
    [2, "Late chapter"],
    [3, "Late part"],
  ] as const) {
    await page.keyboard.press("Enter");
    await page.keyboard.type(words);
    await page.keyboard.press(`Control+Alt+${level}`);
  }
  await stage(page, "Wayfinding");
  const told = page.getByText("1 section lacks the list that others at its level have: “Late chapter”.");
  await expect(told).toBeVisible();
  await page.getByRole("button", { name: "Give it one" }).click();
  await expect(told).toHaveCount(0);
  await expect(page.getByText("This plan is built here")).toBeVisible();
  await stage(page, "Write");
  await expect(
    nav(page, /^In this section/)
      .last()
      .getByRole("button"),
  ).toHaveText(["Late part"]);
});
