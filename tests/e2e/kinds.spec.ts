import { expect } from "@playwright/test";
import { caretAt, documentId, insert, kept, manuscript, openFile, selectWords, stage } from "./desk";
import { test } from "./own-shelf";

test("a notice is typed, titled, left, given another kind, and listed among the warnings", async ({
  page,
}) => {
  await openFile(page, "dome.md", "# Opening\n\nLook round first.\n\nThe end.\n");
  await caretAt(page, "Look round first.", "behind");
  await page.keyboard.press("Enter");
  await page.keyboard.type("!caution Mind the step.");
  const notice = manuscript(page).locator("aside.notice");
  await expect(notice).toHaveAttribute("data-notice", "caution");
  await expect(notice).toContainText("Mind the step.");
  // Its title says the word for its kind until it has one of its own.
  const title = notice.locator(".notice-title");
  const shown = () => title.evaluate((element) => getComputedStyle(element, "::before").content);
  expect(await shown()).toBe('"Caution"');
  await page.getByLabel("Kind of notice").selectOption("Warning");
  await expect(notice).toHaveAttribute("data-notice", "warning");
  expect(await shown()).toBe('"Warning"');
  await caretAt(page, "Mind the step.", "before");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.type("At night");
  await expect(title).toHaveText("At night");
  // From the title on to what it says, and from an empty paragraph out of it.
  await caretAt(page, "Mind the step.", "behind");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Behind it.");
  await expect(notice).not.toContainText("Behind it.");

  await page.keyboard.press("Enter");
  await page.keyboard.type("!tip ");
  await expect(manuscript(page).locator('[data-notice="tip"]')).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).locator('[data-notice="tip"]')).toHaveCount(0);
  await expect(manuscript(page)).toContainText("!tip");
  await page.keyboard.press("Control+y");
  await page.keyboard.type("Use a lamp.");

  await caretAt(page, "The end.", "behind");
  await insert(page, "Contents list");
  await page.getByLabel("Lists").selectOption("Notices and warnings");
  const lines = manuscript(page).locator(".contents-list li");
  await expect(lines).toHaveText([/^Warning\. At night/, /^Tip\. Use a lamp\./]);
  await page.getByLabel("Tip", { exact: true }).uncheck();
  await expect(lines).toHaveText([/^Warning\. At night/]);
  await kept(page);

  await page.goto(`/read/${documentId(page)}`);
  await expect(page.getByRole("note", { name: "Warning" })).toContainText("At night");
  await expect(page.getByRole("note", { name: "Tip" })).toContainText("Tip");
  await page.getByRole("link", { name: /At night/ }).click();
  await expect(page).toHaveURL(/#at-night$/);
});

test("a definition list is put in, written with the keyboard alone, and left", async ({ page }) => {
  await openFile(page, "words.md", "# Words\n\nWhat they mean.\n");
  await caretAt(page, "What they mean.", "behind");
  await insert(page, "Definition list");
  await page.keyboard.type("Dome");
  await page.keyboard.press("Enter");
  await page.keyboard.type("The round roof.");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Slit");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Where it opens.");
  const list = manuscript(page).locator("dl");
  await expect(list.locator("dt")).toHaveText(["Dome", "Slit"]);
  await expect(list.locator("dd")).toHaveText(["The round roof.", "Where it opens.", ""]);
  // A term becomes a definition by Tab, and a term again.
  await page.keyboard.press("Shift+Tab");
  await expect(list.locator("dt")).toHaveText(["Dome", "Slit", "Where it opens."]);
  await page.keyboard.press("Tab");
  await expect(list.locator("dt")).toHaveText(["Dome", "Slit"]);
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Behind it.");
  await expect(manuscript(page).locator("p", { hasText: "Behind it." })).toBeVisible();
  await expect(list.first()).not.toContainText("Behind it.");
  await kept(page);
  await stage(page, "Proof");
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("dt").first()).toHaveText("Dome");
});

test("code is linked, marked and noted like any words, and what is cut from it brings that along", async ({
  page,
}) => {
  await openFile(
    page,
    "code.html",
    `<h1>Code</h1><pre>burn <a href="https://lamp.example/">lamp</a>;\nquench;</pre><p>Behind.</p>`,
  );
  const code = manuscript(page).locator("pre");
  const link = code.locator("a.link");
  await expect(link).toHaveText("lamp");
  await caretAt(page, "lamp", "before");
  for (let i = 0; i < 4; i++) await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Control+x");
  await expect(code).toHaveText("burn ;\nquench;");
  await caretAt(page, "quench", "behind");
  await page.keyboard.type(" ");
  await page.keyboard.press("Control+v");
  await expect(code).toHaveText("burn ;\nquench lamp;");
  await expect(link).toHaveText("lamp");
  await expect(code).toHaveCount(1);
  await caretAt(page, "burn", "behind");
  await insert(page, "Footnote");
  await expect(code.locator("sup")).toHaveCount(1);
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("pre a[href='https://lamp.example/']")).toHaveText("lamp");
  await expect(page.locator("pre sup")).toHaveText("1");
});

test("a list is counted in another way, goes on after what stands between, and has boxes to tick", async ({
  page,
}) => {
  await openFile(page, "lists.md", "# Lists\n\n1. one\n2. two\n\nBetween.\n\n1. three\n\nThe end.\n");
  const lists = manuscript(page).locator("ol");
  await caretAt(page, "three", "behind");
  const tray = page.getByRole("region", { name: "List", exact: true });
  await tray.getByLabel("Continues the previous list").check();
  await expect(lists.nth(1)).toHaveAttribute("start", "3");
  // Taken back from where it was done, without a way back into the text.
  await page.keyboard.press("Control+z");
  await expect(lists.nth(1)).not.toHaveAttribute("start");
  await page.keyboard.press("Control+y");
  await expect(lists.nth(1)).toHaveAttribute("start", "3");
  await tray.getByLabel("Counted").selectOption("a, b, c");
  await tray.getByLabel("Before it", { exact: true }).fill("(");
  await tray.getByLabel("After it", { exact: true }).fill(")");
  await expect(lists.nth(1)).toHaveAttribute("data-after", ")");
  await caretAt(page, "two", "behind");
  await page.keyboard.press("Enter");
  await page.keyboard.type("two and a half");
  await expect(lists.nth(1)).toHaveAttribute("start", "4");

  await caretAt(page, "The end.", "behind");
  await page.keyboard.press("Enter");
  await page.keyboard.type("[x] Lit");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Quenched");
  const boxes = manuscript(page).locator("li input");
  await expect(boxes).toHaveCount(2);
  await expect(boxes.nth(0)).toBeChecked();
  await expect(boxes.nth(1)).not.toBeChecked();
  await boxes.nth(0).click();
  await expect(boxes.nth(0)).not.toBeChecked();
  // The keyboard stayed where it was.
  await page.keyboard.press("Control+Enter");
  await expect(boxes.nth(1)).toBeChecked();
  await page.keyboard.insertText(" at dawn");
  await expect(manuscript(page).locator("li").last()).toHaveText("Quenched at dawn");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(boxes.nth(1)).not.toBeChecked();
  await page.keyboard.press("Control+y");
  await kept(page);
  await page.reload();
  await expect(boxes.nth(1)).toBeChecked();
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("ol[type=a]")).toHaveAttribute("start", "4");
  await expect(page.getByRole("checkbox", { name: "To do" })).toHaveCount(1);
  await expect(page.getByRole("checkbox", { name: "Done" })).toBeChecked();
});

test("a picture stands in a line: put in, described, linked, made a figure, and back", async ({ page }) => {
  await openFile(page, "keys.md", "# Keys\n\nPress to begin.\n");
  await caretAt(page, "to begin", "before");
  const png = Buffer.from(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=",
    "base64",
  );
  const chooser = page.waitForEvent("filechooser");
  await insert(page, "Pictures in the line");
  await (await chooser).setFiles({ name: "key.png", mimeType: "image/png", buffer: png });
  const picture = manuscript(page).locator("p .picture-in-line");
  await expect(picture.locator("img")).toHaveCount(1);
  const tray = page.getByRole("region", { name: "Selected picture" });
  await tray.getByLabel("What the picture shows").fill("The key");
  await tray.getByLabel("Height").fill("120");
  await expect(picture.locator("img")).toHaveAttribute("style", "height: 1.2em;");
  await kept(page);
  await page.reload();
  await expect(picture.locator("img")).toHaveAttribute("alt", "The key");
  await picture.click();
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Where to" }).fill("https://lamp.example/");
  await page.keyboard.press("Enter");
  await expect(manuscript(page).locator("a.link .picture-in-line")).toHaveCount(1);
  await picture.click();
  await tray.getByRole("button", { name: "Make it a figure" }).click();
  await expect(manuscript(page).locator("figure img")).toHaveAttribute("alt", "The key");
  await expect(picture).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(picture).toHaveCount(1);
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("p a[href='https://lamp.example/'] img.in-line")).toHaveAttribute(
    "alt",
    "The key",
  );
});

test("words have a language of their own, and the document one for all the rest", async ({ page }) => {
  await openFile(page, "words.md", "# Words\n\nSay bonjour to all.\n");
  await expect(manuscript(page)).toHaveAttribute("lang", "en");
  await selectWords(page, "bonjour");
  await page.getByRole("button", { name: "More for words" }).click();
  await page.getByRole("menuitem", { name: "Language" }).hover();
  await page.getByRole("menuitem", { name: "French", exact: true }).click();
  await expect(manuscript(page).locator("span[lang=fr]")).toHaveText("bonjour");
  await page.keyboard.press("Control+Alt+s");
  await page.getByText("Paper", { exact: true }).click();
  await page.getByLabel("Language of the text").selectOption("German");
  await expect(manuscript(page)).toHaveAttribute("lang", "de");
  await kept(page);
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("main")).toHaveAttribute("lang", "de");
  await expect(page.locator("main span[lang=fr]")).toHaveText("bonjour");
});
