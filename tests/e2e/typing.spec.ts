import { expect, type Page } from "@playwright/test";
import { caretAt, kept, manuscript, openFile, stage, storedLines, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

const TEXT = `# Harbour lights

The **lantern** burns by the quay, see [the far end](#harbour-lights) and \`wick 4\` too.

- oil for a week
- spare glass

| where | who |
|---|---|
| north | keeper |

\`\`\`
light(1)
\`\`\`

The last line.
`;

/** How each piece of the text is drawn, with what only the caret's place leaves behind taken out. */
function drawnPieces(page: Page): Promise<string[]> {
  return manuscript(page).evaluate((root) =>
    [...root.querySelectorAll(".chunk > *")].map((block) => {
      const copy = block.cloneNode(true) as Element;
      // Pages are told when they are laid out.
      for (const mark of copy.querySelectorAll(".page-mark")) mark.remove();
      // What things are called aloud is said when there is time.
      for (const named of copy.querySelectorAll("[data-aloud]"))
        for (const name of ["data-aloud", "role", "aria-label", "aria-description", "aria-roledescription"])
          named.removeAttribute(name);
      copy.normalize();
      return copy.innerHTML.replace(/ (class|style)=""/g, "");
    }),
  );
}

test("letters stand where they are typed, in the look of their place, on the screen as on disk", async ({
  page,
}) => {
  await openFile(page, "t.md", TEXT);
  for (const [words, edge, typed] of [
    ["Harbour", "behind", "s"],
    ["antern", "before", "lL"],
    ["Lantern", "behind", "ish glow, ok"],
    ["far", "before", "very4 "],
    ["the very", "before", "x"],
    ["end", "behind", "ing"],
    ["wick", "behind", "ed"],
    ["oil", "before", "whale"],
    ["glass", "behind", "es"],
    ["keeper", "behind", "s too"],
    ["light(1)", "before", "turn"],
    ["light(1)", "behind", "2 x"],
    ["The last", "before", "And so. "],
    ["line.", "behind", "Ende"],
  ] as const) {
    await caretAt(page, words, edge);
    await page.keyboard.type(typed);
  }
  await page.keyboard.press("Enter");
  await page.keyboard.type("New words");
  for (let i = 0; i < 3; i++) await page.keyboard.press("Backspace");
  await page.keyboard.type("e");
  const lines = await storedLines(page);
  expect(lines).toEqual(
    expect.arrayContaining([
      "Harbours lights",
      "The llLanternish glow, ok burns by the quay, see xthe very4 far ending and wicked 4 too.",
      "turnlight(1)2 x",
      "And so. The last line.Ende",
      "New woe",
    ]),
  );
  for (const words of ["whaleoil for a week", "spare glasses", "keepers too"])
    await expect(manuscript(page).getByText(words, { exact: true })).toBeVisible();
  const drawn = await drawnPieces(page);
  await page.reload();
  await expect(manuscript(page)).toContainText("New woe");
  expect(await drawnPieces(page)).toEqual(drawn);
});

test("letters typed at the edges of what is marked for a while stand once, and in their place", async ({
  page,
}) => {
  await openFile(page, "t.md", TEXT);
  await page.keyboard.press("Control+Alt+f");
  await page.getByLabel("Words to find").fill("quay");
  await expect(manuscript(page).locator(".match")).toHaveText("quay");
  for (const [edge, typed, shown] of [
    ["before", "pre", "by the prequay, see"],
    ["behind", "side", "by the prequayside, see"],
    ["before", "x", "by the prexquayside, see"],
  ] as const) {
    await caretAt(page, "quay", edge);
    await page.keyboard.type(typed);
    await expect(manuscript(page)).toContainText(shown);
  }
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.type("yy");
  await expect(manuscript(page)).toContainText("by the prexquyyayside, see");
  await expect(manuscript(page).locator(".match")).toHaveCount(0);
  expect(await storedLines(page)).toContain(
    "The lantern burns by the prexquyyayside, see the far end and wick 4 too.",
  );
  await page.getByRole("button", { name: "Close (Escape)" }).click();
  const drawn = await drawnPieces(page);
  await page.reload();
  await expect(manuscript(page)).toContainText("prexquyyayside");
  expect(await drawnPieces(page)).toEqual(drawn);
});

test("a typed letter leaves the words around it alone, so that marks of misspelling stay on them", async ({
  page,
}) => {
  await openFile(page, "t.md", TEXT);
  await caretAt(page, "burns", "before");
  // What the browser marks is a range in the node of the words.
  await page.evaluate(() => {
    const { focusNode } = document.getSelection()!;
    const range = document.createRange();
    range.setStart(focusNode!, focusNode!.textContent!.indexOf("quay"));
    range.setEnd(focusNode!, focusNode!.textContent!.indexOf("quay") + 4);
    Object.assign(window, { marked: range });
  });
  await page.keyboard.type("still");
  await expect(manuscript(page)).toContainText("stillburns by the quay");
  expect(await page.evaluate(() => String((window as unknown as { marked: Range }).marked))).toBe("quay");
});

test("the browser's own undo, as its menu has it, is that of the manuscript", async ({ page, context }) => {
  await openFile(page, "t.md", TEXT);
  await caretAt(page, "quay", "behind");
  // As one input: a busy machine may take a pause between keys, which begins another step back.
  await page.keyboard.insertText(" at night, they say");
  await expect(manuscript(page)).toContainText("by the quay at night, they say, see");
  const protocol = await context.newCDPSession(page);
  // A key that does nothing of itself carries the command.
  await protocol.send("Input.dispatchKeyEvent", { type: "rawKeyDown", key: "F13", commands: ["undo"] });
  await protocol.send("Input.dispatchKeyEvent", { type: "keyUp", key: "F13" });
  await expect(manuscript(page)).toContainText("by the quay, see");
  await page.keyboard.press("Control+Shift+z");
  await expect(manuscript(page)).toContainText("by the quay at night, they say, see");
  await kept(page);
});

test("the caret goes where the author clicks while the text still scrolls", async ({ page }) => {
  const filler = "Words that go on and on and say nothing of it. ".repeat(6);
  await openFile(
    page,
    "scrolls.md",
    Array.from({ length: 60 }, (_, i) => `## Part ${i + 1}\n\n${filler}`).join("\n\n"),
  );
  // The numbers of pages are drawn for what is in view.
  await expect(manuscript(page).locator(".page-mark")).not.toHaveCount(0);
  await caretAt(page, "Part 1", "behind");
  for (let i = 0; i < 8; i++) {
    // Three clicks on one spot would choose the paragraph, and the letter would take its place.
    const x = 500 + 40 * (i % 2);
    await page.mouse.move(x, 400);
    await page.mouse.wheel(0, 320);
    await page.mouse.click(x, 400);
    await page.keyboard.type("§");
  }
  await kept(page);
  await expect(manuscript(page).getByRole("heading", { name: "Part 1", exact: true })).toHaveCount(1);
  // Two stand together where the browser had not scrolled between two clicks; none is lost.
  const words = await manuscript(page).evaluate((root) => root.textContent);
  expect(words.match(/§/g)).toHaveLength(8);
  expect(words.replaceAll("§", "").split(filler.trim())).toHaveLength(61);
});

test("letters typed as soon as the manuscript is back stand in their order", async ({ page }) => {
  const parts = Array.from({ length: 60 }, (_, i) => `## Part ${i + 1}\n\nWords of it.`);
  await openFile(page, "back.md", parts.join("\n\n"));
  for (let i = 1; i <= 6; i++) {
    await stage(page, "Proof");
    await stage(page, "Write");
    await typeAtEnd(page, "");
    await page.keyboard.press("Enter");
    await page.keyboard.type(`Late${i}`);
    await expect(manuscript(page).locator("p").last()).toHaveText(`Late${i}`);
  }
});

test("signs at the beginning of a line make headings, lists and quotations; quotes and dashes are those of the language", async ({
  page,
}) => {
  await openFile(page, "aided.md", "Words.\n");
  await manuscript(page).getByText("Words.").click();
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await page.keyboard.type("## Tides", { delay: 10 });
  await page.keyboard.press("Enter");
  await page.keyboard.type('He said "now" -- and', { delay: 10 });
  await page.keyboard.press("Enter");
  await page.keyboard.type("- first", { delay: 10 });
  await page.keyboard.press("Enter");
  await page.keyboard.type("second", { delay: 10 });
  await expect(manuscript(page).getByRole("heading", { name: "Tides", level: 2 })).toBeVisible();
  await expect(manuscript(page)).toContainText("He said “now” – and");
  await expect(manuscript(page).getByRole("listitem")).toHaveText(["first", "second"]);
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await page.keyboard.type("> ");
  await expect(manuscript(page).locator("blockquote")).toBeVisible();
  await page.keyboard.press("Backspace");
  await expect(manuscript(page).locator("blockquote")).toHaveCount(0);
  await page.keyboard.type("kept");
  await expect(manuscript(page).getByText("> kept")).toBeVisible();

  // One switch for all of it.
  await page.getByRole("button", { name: "More for words" }).click();
  await page.getByRole("menuitem", { name: /make headings, lists, quotations/ }).click();
  await page.keyboard.press("Enter");
  await page.keyboard.type('# "plain"');
  await expect(manuscript(page).getByText('# "plain"')).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(manuscript(page).getByRole("listitem")).toHaveText(["first", "second"]);
});
