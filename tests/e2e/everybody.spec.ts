import { expect, type Page } from "@playwright/test";
import { kept } from "./desk";
import { focused, hasKeyboard, heard, pressUntil, said, told, touch, touchWord } from "./spoken";
import { test } from "./own-shelf";

/*
 * The whole job, by those who see, hold or write otherwise. What the page is is read from the accessibility tree alone, as a screen
 * reader has it.
 */

interface Words {
  readonly title: string;
  readonly first: string;
  readonly second: string;
  readonly deeper: string;
  readonly text: string;
  /** The arrow that leads back in a line. */
  readonly back: "ArrowLeft" | "ArrowRight";
}

const ENGLISH: Words = {
  title: "Lantern care",
  first: "Trimming",
  second: "Filling",
  deeper: "Spilled oil",
  text: "Trim the wick before dusk",
  back: "ArrowLeft",
};
const ARABIC: Words = {
  title: "دليل الفانوس",
  first: "تقليم الفتيل",
  second: "ملء الزيت",
  deeper: "زيت مسكوب",
  text: "قص الفتيل قبل الغروب",
  back: "ArrowRight",
};

/** From an empty shelf to a text that its readers jump about in, with the keyboard alone. */
async function theJob(page: Page, words: Words, name: string): Promise<void> {
  await page.goto("/");
  await heard(page, "button", /^New document/);
  await page.keyboard.press("Control+Alt+n");
  await hasKeyboard(page, "textbox", "Manuscript");

  // Levels, as they are typed and by their keys.
  await page.keyboard.type(`# ${words.title}${name}`);
  await page.keyboard.press("Enter");
  await page.keyboard.type(words.first);
  await page.keyboard.press("Control+Alt+2");
  await said(page, new RegExp(`Level 2: ${words.first}`));
  await page.keyboard.press("Enter");
  await page.keyboard.type(words.text);
  await page.keyboard.press("Enter");
  await page.keyboard.type(`## ${words.second}`);
  await page.keyboard.press("Enter");
  await page.keyboard.type(words.text);
  await page.keyboard.press("Enter");
  await page.keyboard.type(`### ${words.deeper}`);
  await page.keyboard.press("Enter");
  await page.keyboard.type(words.text);
  for (const [title, level] of [
    [words.title + name, 1],
    [words.first, 2],
    [words.deeper, 3],
  ] as const)
    expect((await heard(page, "heading", title)).properties.level).toBe(level);

  // A bookmark on the last word.
  await page.keyboard.press(`Control+Shift+${words.back}`);
  await page.keyboard.press("Control+Shift+b");
  await hasKeyboard(page, "textbox", "Name");
  await page.keyboard.type(`Spot${name}`);
  await page.keyboard.press("Enter");
  await hasKeyboard(page, "textbox", "Manuscript");

  // A link by the picker, and one by pointing at its place.
  await page.keyboard.press("Control+Home");
  for (let i = 0; i < 2; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("End");
  await page.keyboard.press(`Control+Shift+${words.back}`);
  await page.keyboard.press("Control+k");
  await hasKeyboard(page, "combobox", "Where to");
  await page.keyboard.type(words.second);
  await heard(page, "option", new RegExp(words.second));
  await page.keyboard.press("Enter");
  await said(page, new RegExp(`Linked to ${words.second}`));
  await page.keyboard.press("Control+End");
  await page.keyboard.press(`Control+Shift+${words.back}`);
  await page.keyboard.press("Control+Shift+k");
  await page.keyboard.press("Control+Home");
  for (let i = 0; i < 1; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await said(page, /now leads to/);
  // What is not near is told when it is in view.
  await page.keyboard.press("Control+Home");
  await expect
    .poll(async () => (await told(page)).filter(({ role }) => role === "link").map((one) => one.description))
    .toContain(`leads to ${words.second}`);
  await page.keyboard.press("Control+End");
  await expect
    .poll(async () => (await told(page)).filter(({ role }) => role === "link").map((one) => one.description))
    .toContain(`leads to ${words.first}`);

  // A list, from the deck.
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("End");
  await page.keyboard.press("F6");
  await pressUntil(page, "ArrowRight", "button", "Insert");
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await focused(page))?.role).toBe("menuitem");
  await pressUntil(page, "ArrowDown", "menuitem", /^Contents list/);
  await page.keyboard.press("Enter");
  await said(page, /List inserted/);
  await kept(page);

  // A plan, the proof, what goes out.
  await page.keyboard.press("Alt+Shift+2");
  await hasKeyboard(page, "button", "Build this plan");
  await page.keyboard.press("Enter");
  await said(page, /^Built “/);
  await expect.poll(() => focused(page)).toBeDefined();
  await page.keyboard.press("Alt+Shift+3");
  await said(page, /links were followed, and every one lands|The one link was followed/);
  await page.keyboard.press("Alt+Shift+4");
  await hasKeyboard(page, "button", "Make PDF");

  // Reading, a jump, and back.
  if (page.viewportSize()!.width < 400) {
    await pressUntil(page, "Shift+F6", "button", "Stages and more", 4);
    await page.keyboard.press("Enter");
  } else await pressUntil(page, "Shift+F6", "link", "Publish", 4);
  await pressUntil(page, "Tab", "link", "Read", 12);
  await page.keyboard.press("Enter");
  await heard(page, "heading", words.title + name);
  await page.keyboard.press("Control+j");
  await hasKeyboard(page, "combobox", "Jump to");
  await page.keyboard.type(words.deeper);
  await page.keyboard.press("Enter");
  await hasKeyboard(page, "heading", new RegExp(words.deeper));
  await page.goBack();
  await expect(page).not.toHaveURL(/#/);
}

test("the whole job by keyboard alone, as it is told", async ({ page }) => {
  await theJob(page, ENGLISH, " one");
});

test.describe("at 400 %", () => {
  test.use({ viewport: { width: 320, height: 256 } });
  test("the whole job by keyboard in a window of 320 by 256 pixels", async ({ page }) => {
    await theJob(page, ENGLISH, " two");
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(wide).toBeLessThanOrEqual(0);
  });
});

test.describe("in forced colours", () => {
  test.use({ forcedColors: "active" });
  test("the whole job by keyboard where the reader's own colours hold", async ({ page }) => {
    await theJob(page, ENGLISH, " three");
  });
});

test("the whole job in Arabic, by keyboard", async ({ page }) => {
  await theJob(page, ARABIC, "");
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test("the whole job by touch", async ({ page }) => {
    await page.goto("/");
    await touch(page, "button", /^New document/);
    await hasKeyboard(page, "textbox", "Manuscript");
    await page.keyboard.type("Lamp list for the pier");
    await touch(page, "button", "Deck");
    await touch(page, "button", "Heading level 1");
    await said(page, /Level 1/);
    await page.keyboard.press("Enter");
    await page.keyboard.type("North lamp");
    await touch(page, "button", "Heading level 2");
    await page.keyboard.press("Enter");
    await page.keyboard.type("Lit at noon");
    await page.keyboard.press("Enter");
    await page.keyboard.type("South lamp");
    await touch(page, "button", "Heading level 2");
    await said(page, /Level 2: South lamp/);
    expect((await heard(page, "heading", "North lamp")).properties.level).toBe(2);

    // Two touches choose a word; it is marked, and linked by the picker.
    await touchWord(page, "noon");
    await touch(page, "button", "Bookmark");
    await hasKeyboard(page, "textbox", "Name");
    await page.keyboard.type("Noon");
    await page.keyboard.press("Enter");
    await touchWord(page, "Lit");
    await touch(page, "button", "Deck");
    await touch(page, "button", "Link");
    await hasKeyboard(page, "combobox", "Where to");
    await page.keyboard.type("South");
    await touch(page, "option", /South lamp/);
    await said(page, /Linked to South lamp/);

    // Taken back, and linked by pointing.
    await touch(page, "button", "Undo (Ctrl+Z)");
    await said(page, /^Undone: linked to South lamp/);
    await touch(page, "button", "Link");
    await touch(page, "button", "Point to the target");
    await touch(page, "button", "Deck");
    await touch(page, "heading", "South lamp");
    await said(page, /now leads to “South lamp”/);

    // A list, what is found, a section that is next, and what readers get.
    await touch(page, "heading", "Lamp list for the pier");
    await page.keyboard.press("End");
    await touch(page, "button", "Deck");
    await touch(page, "button", "Insert");
    await touch(page, "menuitem", /^Contents list/);
    await said(page, /List inserted/);
    await touch(page, "button", "Find and replace (Ctrl+Alt+F)");
    await page.keyboard.type("noon");
    await said(page, /^1 place$/);
    await touch(page, "button", "Close (Escape)");
    await touch(page, "button", "Rope");
    await touch(page, "button", "Even");
    await heard(page, "treeitem", /^South lamp/);
    await touch(page, "button", "Tray");
    await heard(page, "heading", "Bookmarks");
    await kept(page);
    await touch(page, "link", "Proof");
    await said(page, /followed/);
    await touch(page, "link", "Read");
    await touch(page, "link", "Lit");
    await expect(page).toHaveURL(/#/);
  });
});
