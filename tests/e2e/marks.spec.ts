import { expect, type Page } from "@playwright/test";
import { caretAt, frames, kept, manuscript, openFile, pointOf, selectWords, stage, underWay } from "./desk";
import { test } from "./own-shelf";

/** Counts what an author does: a click, a key chord, a typed text is one each. */
class Actions {
  count = 0;
  constructor(private readonly job: string) {}

  async do(what: Promise<unknown>): Promise<void> {
    await what;
    this.count++;
  }

  within(most: number): void {
    console.log(`${this.job}: ${this.count} actions (at most ${most})`);
    expect(this.count).toBeLessThanOrEqual(most);
  }
}

const CHAPTERS = ["Arriving", "The dome", "The lamps", "Weather", "Closing", "Going home"];
const WORDS = "Words that go on for a while and say nothing. ".repeat(40);
const BOOK = `Contents

${CHAPTERS.map((name) => `- ${name}`).join("\n")}

${CHAPTERS.map((name) => `# ${name}\n\n${WORDS}`).join("\n\n")}
`;
const bookmarks = (page: Page) => page.getByRole("region", { name: "Bookmarks" });

test("a heading is marked, words at the top lead to it and are followed", async ({ page }) => {
  await openFile(page, "mark-and-link.md", BOOK.replace("Contents", "Start with the lamps at dusk."));
  const job = new Actions("link a word at the top to a heading, and follow it");
  await job.do(selectWords(page, "lamps at dusk"));
  await job.do(page.keyboard.press("Control+k"));
  await job.do(page.getByRole("combobox", { name: "Where to" }).fill("the lamps"));
  await job.do(page.keyboard.press("Control+Enter"));
  job.within(4);
  await expect(manuscript(page).getByRole("heading", { name: "The lamps" })).toBeInViewport();
  await page.getByRole("button", { name: /^Back to/ }).click();
  await expect(manuscript(page).locator("a.link")).toHaveText("lamps at dusk");
});

test("a typed contents list of six chapters is linked both ways", async ({ page }) => {
  await openFile(page, "typed-list.md", BOOK);
  const job = new Actions("link a typed contents list of 6 chapters both ways");
  await job.do(caretAt(page, "The dome", "behind", "li"));
  await job.do(page.keyboard.press("Control+Alt+k"));
  const box = page.getByRole("dialog", { name: "Link titles to their sections" });
  await expect(box.getByRole("combobox")).toHaveCount(6);
  await job.do(box.getByRole("checkbox", { name: /^With a return link/ }).check());
  await job.do(box.getByRole("button", { name: "Link 6 titles" }).click());
  job.within(5);
  await expect(page.getByText("6 titles lead to their sections, and back.")).toBeVisible();
  await expect(manuscript(page).locator("li a.link")).toHaveText(CHAPTERS);
  await expect(manuscript(page).locator("a.link", { hasText: "Back to the list" })).toHaveCount(6);
  await manuscript(page)
    .locator("a.link", { hasText: "Back to the list" })
    .nth(2)
    .click({ modifiers: ["Control"] });
  await expect(manuscript(page).getByText("Contents", { exact: true })).toBeInViewport();
  await kept(page);
});

test("ten named bookmarks are made in one go, renamed by a pattern and flagged together", async ({
  page,
}) => {
  const ten = Array.from({ length: 10 }, (_, i) => `## Lamp ${i + 1}\n\n${WORDS}`).join("\n\n");
  await openFile(page, "ten.md", `# Lamps\n\n${ten}`);
  const job = new Actions("make 10 named bookmarks");
  await job.do(page.getByRole("button", { name: "Add several bookmarks" }).click());
  const box = page.getByRole("dialog", { name: "Add several bookmarks" });
  await job.do(box.getByRole("combobox", { name: "On" }).selectOption("All headings of level 2"));
  await job.do(box.getByRole("button", { name: "Set 10 bookmarks" }).click());
  job.within(12);
  await expect(bookmarks(page).locator("[data-row]")).toHaveCount(10);
  const gates = page.getByRole("navigation", { name: "Rope" }).locator("[data-sign='gate']");
  await expect(gates.first()).toBeVisible();
  await bookmarks(page).getByRole("button", { name: "Hide bookmarks while writing" }).click();
  await expect(gates.first()).toBeHidden();
  await bookmarks(page).getByRole("button", { name: "Show bookmarks in the text" }).click();
  await expect(gates.first()).toBeVisible();

  await stage(page, "Proof");
  await page.getByRole("tab", { name: "All places" }).click();
  await page.getByRole("combobox", { name: "Show" }).selectOption("Bookmarks");
  await page.getByRole("grid", { name: "Places" }).focus();
  await page.keyboard.press("Control+a");
  await page.getByRole("button", { name: "Rename by pattern" }).click();
  const pattern = page.getByRole("textbox", { name: "Pattern" });
  await pattern.fill("Spot {n}: {name}");
  await expect(page.getByRole("dialog")).toContainText("Lamp 3 → Spot 3: Lamp 3");
  await pattern.press("Enter");
  await expect(page.getByRole("grid", { name: "Places" })).toContainText("Spot 10: Lamp 10");
  await page.getByRole("button", { name: "Flag" }).click();
  await page.getByRole("combobox", { name: "Show" }).selectOption("Flagged");
  await expect(page.getByRole("grid", { name: "Places" })).toContainText("no date");
});

test("the bookmark at the caret has a note and a date, its words are chosen by a key, and it is put elsewhere", async ({
  page,
}) => {
  await openFile(
    page,
    "one.md",
    `# One\n\nOpen the <a id="spot"></a>red stop<a data-end="spot"></a> first.\n\nThe far end.\n`,
  );
  await caretAt(page, "red stop", "behind");
  await page.keyboard.press("ArrowLeft");
  const box = page.getByRole("region", { name: "Bookmark at the cursor" });
  await expect(box).toContainText("#spot");
  await box.getByRole("textbox", { name: "Note to self" }).fill("Ask Tove.");
  await box.getByRole("checkbox", { name: "Follow up" }).check();
  await box.getByLabel("Due").fill("2026-12-24");
  await caretAt(page, "red stop", "behind");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Control+Alt+b");
  await expect.poll(() => page.evaluate(() => document.getSelection()!.toString())).toBe("red stop");
  await page.keyboard.press("Backspace");
  const lost = page.getByRole("region", { name: "Lost", exact: true });
  await expect(lost).toContainText("spot");
  await selectWords(page, "far end");
  await lost.getByRole("button", { name: "Move to the selection" }).click();
  await expect(lost).toBeHidden();
  await expect(manuscript(page).locator(".bookmark-range")).toHaveText("far end");
  await expect(box.getByRole("textbox", { name: "Note to self" })).toHaveValue("Ask Tove.");
  await stage(page, "Proof");
  await page.getByRole("tab", { name: "All places" }).click();
  await expect(page.getByRole("grid", { name: "Places" })).toContainText("2026-12-24");
});

test("the ends of a bookmark are drawn along the text: it grows, shrinks, and stays where it was with Escape", async ({
  page,
}) => {
  await openFile(
    page,
    "ends.md",
    `# One\n\nOpen the <a id="spot"></a>red stop<a data-end="spot"></a> first of all.\n\nThe far end.\n`,
  );
  await caretAt(page, "red stop", "behind");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Control+Alt+b");
  const range = manuscript(page).locator(".bookmark-range");
  const end = (which: "from" | "to") => manuscript(page).locator(`.range-end[data-end=${which}] > span`);
  const draw = async (which: "from" | "to", words: string, edge: "before" | "behind", drop = true) => {
    const from = (await end(which).boundingBox())!;
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    const place = await pointOf(page, words, edge);
    await page.mouse.move(place.x, place.y, { steps: 6 });
    if (!drop) await page.keyboard.press("Escape");
    await page.mouse.up();
  };
  await draw("to", "first of", "behind");
  await expect.poll(async () => (await range.allTextContents()).join("")).toBe("red stop first of");
  await draw("from", "stop first", "before");
  await expect.poll(async () => (await range.allTextContents()).join("")).toBe("stop first of");
  await draw("to", "far", "behind");
  await expect.poll(async () => (await range.allTextContents()).join("|")).toBe("stop first of all.|The far");
  await draw("to", "stop", "behind", false);
  await expect.poll(async () => (await range.allTextContents()).join("|")).toBe("stop first of all.|The far");
  await page.keyboard.press("Control+z");
  await expect.poll(async () => (await range.allTextContents()).join("")).toBe("stop first of");
});

test("a typed address becomes a link, and one undo takes only the link away", async ({ page }) => {
  await openFile(page, "typed.md", "# One\n\nSee\n");
  await caretAt(page, "See", "behind");
  await page.keyboard.type(" www.example.org/a, (https://b.example/x) or tove@example.org now");
  await expect(manuscript(page).locator("a.link")).toHaveText([
    "www.example.org/a",
    "https://b.example/x",
    "tove@example.org",
  ]);
  await page.keyboard.press("Control+Home");
  await page.keyboard.press("Control+End");
  await page.keyboard.type(" https://c.example ");
  await expect(manuscript(page).locator("a.link")).toHaveCount(4);
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).locator("a.link")).toHaveCount(3);
  await expect(manuscript(page)).toContainText("https://c.example");
});

test("a place is taken along and tied to several words one after the other; the picker offers it first", async ({
  page,
}) => {
  await openFile(page, "pocket.md", BOOK);
  await caretAt(page, "Closing", "behind", "h1");
  await page.getByRole("button", { name: "Pick up this place" }).click();
  await expect(underWay(page)).toContainText("“Closing” is ready.");
  for (const words of ["The dome", "Weather"]) {
    await selectWords(page, words);
    await frames(page);
    await page.keyboard.press("Enter");
  }
  await selectWords(page, "Going home");
  await page.getByRole("button", { name: "Link the selection" }).click();
  await expect(manuscript(page).locator("a.link")).toHaveText(["The dome", "Weather", "Going home"]);
  await manuscript(page).press("Escape");
  await expect(underWay(page)).toBeHidden();
  const first = page.getByRole("listbox", { name: "Where to" }).getByRole("option", { selected: true });
  await selectWords(page, "The lamp");
  await page.keyboard.press("Control+k");
  await expect(first).toContainText("Closing");
  // But for words that are the very title of a place.
  await page.keyboard.press("Escape");
  await expect(first).toBeHidden();
  // Chosen words that are dragged are moved.
  await caretAt(page, "Contents", "behind");
  await selectWords(page, "The lamps");
  await frames(page);
  await page.keyboard.press("Control+k");
  await expect(first).toContainText("The lamps");
});
