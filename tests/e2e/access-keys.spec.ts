import { expect, type Page } from "@playwright/test";
import { bringIn, frames, insert, kept, lookAtText, manuscript, openFile, selectWords, stage } from "./desk";
import { focused } from "./spoken";
import { test } from "./own-shelf";

/** A long manual: 120 sections with bookmarks, links, and a list of them all. */
const LONG = `# Harbour manual\n\n<!-- contents 1-3 -->\n\n<!-- /contents -->\n\n${Array.from(
  { length: 120 },
  (_, i) =>
    `## Berth ${i + 1} {#berth-${i + 1}}\n\nMoor at [the next](#berth-${((i + 1) % 120) + 1}) with <a id="m${i}"></a>two lines<a data-end="m${i}"></a>.\n`,
).join("\n")}`;

/** The region in which the keyboard is. */
const region = (page: Page) =>
  page.evaluate(
    () => document.activeElement?.closest<HTMLElement>("[data-region]")?.dataset.region ?? "none",
  );

test("from the text the deck is one key away, tray and rope two, the stages three, in a long document too", async ({
  page,
}) => {
  await openFile(page, "harbour.md", LONG);
  await manuscript(page).getByText("two lines").first().click();
  const keys = async (...pressed: string[]) => {
    for (const key of pressed) await page.keyboard.press(key);
    const at = await region(page);
    await page.keyboard.press("Escape");
    if (at !== "text") await expect(manuscript(page)).toBeFocused();
    return at;
  };
  expect(await keys("F6")).toBe("toolbar");
  expect(await keys("F6", "F6")).toBe("inspector");
  expect(await keys("F2")).toBe("inspector");
  expect(await keys("Shift+F6")).toBe("outline");
  for (const key of ["Shift+F6", "Shift+F6"]) await page.keyboard.press(key);
  expect(await region(page)).toBe("band");
  expect(await focused(page)).toMatchObject({ role: "link", name: "Write" });
  for (let i = 0; i < 2; i++) await page.keyboard.press("F6");
  await expect(manuscript(page)).toBeFocused();
  // What stands in the tray opens it.
  await page.getByRole("button", { name: "Close the tray" }).click();
  await expect(page.getByRole("complementary", { name: "Tray" })).toHaveCount(0);
  await manuscript(page).focus();
  await page.keyboard.press("Control+Alt+s");
  await expect(page.getByRole("combobox", { name: "Style", exact: true })).toBeFocused();
});

test("each list is one stop for Tab, and arrows lead within it", async ({ page }) => {
  await openFile(page, "harbour.md", LONG);
  await manuscript(page).getByText("two lines").first().click();
  await page.keyboard.press("F2");
  let stops = 0;
  for (; (await region(page)) === "inspector" && stops < 60; stops++) await page.keyboard.press("Tab");
  // 120 bookmarks, and as many links.
  expect(stops).toBeLessThan(40);
  await page.getByRole("searchbox", { name: "Find a bookmark by its name" }).focus();
  await page.keyboard.press("Tab");
  const first = await focused(page);
  await page.keyboard.press("ArrowDown");
  expect((await focused(page))?.name).not.toBe(first?.name);
  // The preview of pages has one stop a page.
  await stage(page, "Wayfinding");
  await page.locator("main svg a").first().waitFor();
  const links = await page.locator("main svg a").count();
  expect(links).toBeGreaterThan(20);
  expect(await page.locator('main svg a[tabindex="0"]').count()).toBeLessThanOrEqual(2);
  await page.locator('main svg a[tabindex="0"]').first().focus();
  const line = await focused(page);
  await page.keyboard.press("ArrowDown");
  expect((await focused(page))?.node).not.toBe(line?.node);
});

test("the keyboard stays near what goes, and undo works from there", async ({ page }) => {
  await openFile(page, "harbour.md", LONG);
  const body = () => page.evaluate(() => document.activeElement === document.body);
  /** Whatever has the keyboard, it is something, and Ctrl+Z takes the change back. */
  async function undone(what: string, isBack: () => Promise<void>): Promise<void> {
    await expect.poll(body, { message: `after ${what}` }).toBe(false);
    await page.keyboard.press("Control+z");
    await isBack();
  }
  const marks = manuscript(page).locator(".bookmark-range");
  await expect(page.locator(".chunk[data-undrawn]")).toHaveCount(0, { timeout: 30_000 });
  const all = await marks.count();
  // A bookmark is renamed: Escape keeps the old name and leads nowhere else.
  const row = page.getByRole("button", { name: /^m0/ });
  await row.focus();
  await page.keyboard.press("F2");
  await page.getByRole("textbox", { name: "New name for m0" }).fill("Other");
  await page.keyboard.press("Escape");
  await expect(row).toBeFocused();
  await page.keyboard.press("F2");
  await page.getByRole("textbox", { name: "New name for m0" }).fill("Other");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /^Other/ })).toBeFocused();
  await undone("a rename", () => expect(row).toBeVisible());
  // One is removed by Delete.
  await row.focus();
  await page.keyboard.press("Delete");
  await expect(marks).toHaveCount(all - 1);
  await undone("deleting a bookmark", () => expect(marks).toHaveCount(all));
  // A bookmark at the caret shows its panel.
  await manuscript(page).getByText("Moor at").first().click();
  await page.keyboard.press("Home");
  await page.keyboard.press("Control+Shift+b");
  await expect(page.getByRole("textbox", { name: "Name" })).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.press("Control+z");
  // A plan is built.
  await stage(page, "Wayfinding");
  await expect(page.getByRole("button", { name: "Build this plan" })).toBeEnabled();
  await page.getByRole("button", { name: "Build this plan" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^Built “/)).toBeVisible();
  await undone("a plan", () => expect(page.getByRole("button", { name: "Build this plan" })).toBeVisible());
  // A PDF is made.
  await stage(page, "Publish");
  await page.getByRole("button", { name: "Make PDF" }).focus();
  await page.keyboard.press("Enter");
  await expect.poll(body, { message: "while a PDF is made" }).toBe(false);
  await page.getByRole("link", { name: /^Download/ }).waitFor({ timeout: 60_000 });
  await expect.poll(body, { message: "when it is made" }).toBe(false);
  // Panels come and go.
  for (const [name, opener] of [
    ["History of this document", "button"],
    ["Jump", "button"],
  ] as const) {
    await page.getByRole(opener, { name }).focus();
    await page.keyboard.press("Enter");
    await expect(page.getByRole("dialog").first()).toBeVisible();
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog")).toHaveCount(0);
    await expect.poll(body, { message: `after ${name}` }).toBe(false);
  }
});

test("the keyboard stays near where a contents list is put in, where its lines are changed, and where a bookmark goes with its links", async ({
  page,
}) => {
  await openFile(
    page,
    "pilotage.md",
    '# Pilotage\n\nSee [the marks](#m).\n\n## Marks\n\n<a id="m"></a>Two cans.<a data-end="m"></a>\n\n## Lights\n\nOne lamp.\n',
  );
  const onNothing = () => page.evaluate(() => document.activeElement === document.body);
  await stage(page, "Wayfinding");
  const put = page.getByRole("button", { name: "Add a contents list at the front" });
  await put.focus();
  await page.keyboard.press("Enter");
  await expect(put).toBeHidden();
  await expect.poll(onNothing, { message: "after a contents list" }).toBe(false);
  await page.keyboard.press("Control+z");
  await expect(put).toBeVisible();
  await page.keyboard.press("Control+Shift+z");
  await expect(put).toBeHidden();

  await stage(page, "Write");
  await manuscript(page)
    .locator(".contents-list")
    .click({ position: { x: 4, y: 4 } });
  const lines = page.getByRole("button", { name: /^Edit single lines/ });
  await lines.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Lines of the list" })).toBeVisible();
  await expect.poll(onNothing, { message: "when lines can be changed" }).toBe(false);
  await page.keyboard.press("Escape");
  await expect(manuscript(page)).toBeFocused();

  const row = page.getByRole("button", { name: /^m\b/ }).first();
  await row.focus();
  await page.keyboard.press("Delete");
  await page.getByRole("button", { name: "Keep the words as plain text" }).focus();
  await page.keyboard.press("Enter");
  await expect(manuscript(page).locator("a.link")).toHaveCount(0);
  await expect.poll(onNothing, { message: "after links were let go" }).toBe(false);
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).locator("a.link")).toHaveCount(1);
});

test("what is selected stays selected when the keyboard comes back to the text, however busy the machine is", async ({
  page,
}) => {
  await openFile(page, "buoyage.md", "# Buoyage\n\nTwo cans.\n\n## Lights\n\nOne lamp.\n");
  await page.keyboard.press("Control+Home");
  await insert(page, "Menu of buttons");
  const list = page.getByRole("region", { name: "Selected contents list" });
  await expect(list).toBeVisible();
  await list.getByRole("textbox", { name: "Title of the list" }).focus();
  await manuscript(page).evaluate((text) => {
    text.focus();
    for (const from = performance.now(); performance.now() - from < 400;);
  });
  await frames(page, 6);
  await expect(list).toBeVisible();
  await page.keyboard.press("Delete");
  await expect(manuscript(page).locator(".contents-list")).toHaveCount(0);
  await expect(manuscript(page)).toContainText("One lamp.");
});

test("the keyboard comes into a line that is added to a list, and back to what opened a box that is closed", async ({
  page,
}) => {
  await openFile(page, "dues.md", "# Dues\n\n## Tonnage\n\n### Small craft\n\nBy weight.\n");
  await page.keyboard.press("Control+Home");
  await insert(page, "Menu of buttons");
  await page.getByRole("button", { name: "Edit single lines" }).click();
  const add = page.getByRole("button", { name: "Add a line" });
  await add.focus();
  await page.keyboard.press("Enter");
  const picker = page.getByRole("dialog", { name: "What the new line leads to" });
  await expect(picker.getByRole("combobox")).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(picker).toHaveCount(0);
  await expect(add).toBeFocused();
  await page.keyboard.press("Enter");
  await picker.getByRole("combobox").fill("Small");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("textbox", { name: "Custom words for this line" })).toBeFocused();
  await page.keyboard.type("What it costs");
  await expect(manuscript(page).locator(".contents-list")).toContainText("What it costs");
});

test("on the shelf the keyboard stays when a document goes, comes back, and when what is flagged is closed", async ({
  page,
}) => {
  await openFile(page, "zz-bollard.md", "# Bollard 77\n\nWords.\n");
  await kept(page);
  const body = () => page.evaluate(() => document.activeElement === document.body);
  // What changes on the page takes the keyboard to nowhere while nothing has it.
  await bringIn(page, "zz-fender.md", "# Fender 77\n\nWords.\n");
  expect(await body()).toBe(true);
  await page.goto("/");
  const remove = page.getByRole("button", { name: /^Remove Bollard 77/ });
  await remove.focus();
  await page.keyboard.press("Enter");
  await expect(remove).toBeHidden();
  await expect.poll(body).toBe(false);
  const undo = page.getByRole("button", { name: "Undo" });
  await undo.focus();
  await page.keyboard.press("Enter");
  await expect(remove).toBeVisible();
  await expect.poll(body).toBe(false);
  await page.getByRole("button", { name: "Flagged" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("dialog").waitFor();
  await page.keyboard.press("Escape");
  await expect.poll(body).toBe(false);
  // A text that is looked at before it comes in.
  await lookAtText(page, "bollards.txt", "1. Iron\n\nWords.\n\n2. Stone\n\nWords.\n\n3. Wood\n\nWords.\n");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect.poll(body).toBe(false);
});

test("the browser's Back and Forward walk through the jumps of an author before they leave the document", async ({
  page,
}) => {
  await page.goto("/");
  const id = await openFile(page, "walk.md", LONG);
  const caretIn = () =>
    page.evaluate(() => {
      const at = getSelection()!.anchorNode;
      return (at instanceof Element ? at : at?.parentElement)?.closest("h1, h2, p")?.textContent ?? "";
    });
  for (const title of ["Berth 40", "Berth 80"]) {
    await page.keyboard.press("Control+j");
    await page.getByRole("combobox", { name: "Jump to" }).fill(title);
    await page.keyboard.press("Enter");
    await expect.poll(caretIn).toBe(title);
  }
  await page.goBack();
  await expect.poll(caretIn).toBe("Berth 40");
  await page.goForward();
  await expect.poll(caretIn).toBe("Berth 80");
  await page.keyboard.press("Control+Shift+j");
  await expect.poll(caretIn).toBe("Berth 40");
  await page.goBack();
  await expect.poll(caretIn).toBe("Harbour manual");
  expect(page.url()).toContain(id);
  await page.goBack();
  await expect(page).not.toHaveURL(new RegExp(id));
});

test("a key that does nothing says why", async ({ page }) => {
  await openFile(page, "why.md", "# Why\n\nWords.\n\n- one\n- two\n");
  const status = page.getByRole("status").filter({ hasText: /./ });
  await manuscript(page).getByText("one").click();
  await page.keyboard.press("Tab");
  await expect(status.first()).toContainText("can’t be indented");
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.press("Control+Alt+2");
  await expect(status.first()).toContainText("Levels are for lines of their own");
  await page.keyboard.press("Control+z");
  await expect(status.first()).toContainText("nothing to undo");
  await page.keyboard.press("Control+Shift+j");
  await expect(status.first()).toContainText("no place to go back to");
});

test("links, bookmarks and notes in the text say what they are, and the box at a link goes by Escape", async ({
  page,
}) => {
  await openFile(
    page,
    "named.md",
    `# Named\n\nSee [the jetty](#jetty), a <a id="spot"></a>marked place<a data-end="spot"></a> here.\n\n## Jetty {#jetty}\n\nThe end.\n`,
  );
  const text = manuscript(page);
  await expect(text.getByRole("link", { name: "the jetty" })).toHaveAttribute(
    "aria-description",
    "leads to Jetty",
  );
  await expect(text.locator(".bookmark-range")).toHaveAttribute("aria-label", "spot");
  await selectWords(page, "here");
  await insert(page, "Footnote");
  await page.keyboard.type("From the north.");
  await page.keyboard.press("Control+Enter");
  await expect(text.locator(".note-sign")).toHaveAttribute("aria-label", "Footnote 1: From the north.");
  await text.getByText("the jetty").click();
  const box = page.getByRole("group", { name: "Link to Jetty" });
  await expect(box).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(box).toBeHidden();
  await page.keyboard.type("x");
  await expect(text).toContainText("x");
});
