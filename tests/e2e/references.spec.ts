import { expect, type Page } from "@playwright/test";
import { caretAt, documentId, kept, manuscript, openFile } from "./desk";
import { test } from "./own-shelf";

const FILLER = "The night was clear and the dome stood open until the frost came. ".repeat(60);
const TEXT = `# The dome

Turn the dome slowly (see ), then wait. The end.

## Opening

| Part | Load |
|---|---|
| Hand | 12 |

Table: What it bears

## Far away

${Array.from({ length: 12 }, () => FILLER).join("\n\n")}

## Closing

The last words.
`;
const references = (page: Page) => manuscript(page).locator(".cross-reference");
const tray = (page: Page) => page.getByRole("region", { name: "Selected cross-reference" });

test("a see-also to a table with its number takes four actions, and stays current", async ({ page }) => {
  await openFile(page, "see-also.md", TEXT);
  let actions = 0;
  const act = async (does: Promise<unknown>) => {
    await does;
    actions++;
  };
  await act(caretAt(page, "), then", "before"));
  await act(page.keyboard.press("Control+k"));
  await act(page.getByRole("combobox", { name: "Where to" }).fill("what it bears"));
  await act(page.keyboard.press("Enter"));
  console.log(`see-also to a table with its number: ${actions} actions`);
  expect(actions).toBeLessThanOrEqual(4);
  await expect(references(page)).toHaveText(["Table 1"]);
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.type("!");
  await expect(manuscript(page).getByText("see", { exact: false }).first()).toContainText(
    "(see Table 1!), then",
  );
  await kept(page);
});

test("typed signs open the picker in place; words follow titles, numbers and pages", async ({ page }) => {
  await openFile(page, "typed-signs.md", TEXT);
  await caretAt(page, "The end.", "behind");
  await page.keyboard.type(" Go on with >>");
  await page.getByRole("combobox", { name: "Where to" }).fill("closing");
  await page.keyboard.press("Enter");
  await expect(references(page)).toHaveText(["Closing"]);
  await page.keyboard.type(", yes.");
  const line = manuscript(page).locator("p").first();
  await expect(line).toContainText("Go on with Closing, yes.");

  // Choosing it leads to the tray, where it is worded.
  await references(page).click();
  const worded = tray(page).getByRole("combobox", { name: "Worded by" });
  await worded.selectOption("{page}");
  await expect(references(page)).toHaveText(/^page \d+$/);
  const told = await references(page).textContent();
  await page.goto(`/documents/${documentId(page)}/pages`);
  const drawn = page.getByRole("region", { name: "Page 1", exact: true });
  await expect(drawn.getByRole("link", { name: told!, exact: true })).toBeVisible();
  await page.goBack();

  await references(page).click();
  await worded.selectOption("own");
  const fields = tray(page).getByRole("textbox", { name: "Words and fields" });
  await fields.fill("see {nothing}");
  await expect(tray(page)).toContainText("“{nothing}” is none of");
  await fields.fill("“{title}” {where}");
  await fields.press("Enter");
  await expect(references(page)).toHaveText(/^“Closing” on page \d+$/);

  // Another title, another word: nothing has to be refreshed.
  await caretAt(page, "Closing", "behind", "h2");
  await page.keyboard.type(" the dome");
  await page.keyboard.press("Control+Home");
  await expect(references(page)).toHaveText(/^“Closing the dome” on page \d+$/);
  await kept(page);
});

test("a cross-reference is pointed at another place, made into text, and says when its place is gone", async ({
  page,
}) => {
  await openFile(
    page,
    "retarget.md",
    TEXT.replace("(see )", '(see <a href="#opening" data-reference="{title}">x</a>)').replace(
      "## Opening",
      "## Opening {#opening}",
    ),
  );
  await expect(references(page)).toHaveText(["Opening"]);
  await references(page).click({ modifiers: ["Control"] });
  await expect(page.getByRole("button", { name: /^Back to/ })).toBeVisible();
  await page.keyboard.press("Control+Home");
  await references(page).click();
  await tray(page).getByRole("button", { name: "Another place" }).click();
  await page.getByRole("dialog").getByRole("combobox", { name: "Where to" }).fill("far away");
  await page.keyboard.press("Enter");
  await expect(references(page)).toHaveText(["Far away"]);
  await page.keyboard.press("Control+z");
  await expect(references(page)).toHaveText(["Opening"]);

  await caretAt(page, "Opening", "behind", "h2");
  await page.keyboard.press("Shift+Home");
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Backspace");
  await expect(manuscript(page).locator(".broken")).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).locator(".broken")).toBeHidden();

  await references(page).click();
  await tray(page).getByRole("button", { name: "Turn into text" }).click();
  await expect(references(page)).toHaveCount(0);
  await expect(manuscript(page).locator("a.link")).toHaveText("Opening");
});

test("the picker shows what a cross-reference will say, and offers numbers where headings have none", async ({
  page,
}) => {
  await openFile(page, "numbers.md", TEXT);
  await caretAt(page, "), then", "before");
  await page.keyboard.press("Control+k");
  const box = page.getByRole("dialog");
  await box.getByLabel("Link text").selectOption("{number}");
  await page.getByRole("combobox", { name: "Where to" }).fill("closing");
  // Without a number a reference still says where its place is.
  await expect(box).toContainText("Says “below”");
  await expect(box).toContainText("Headings have no numbers in this document.");
  await box.getByRole("button", { name: "Number the headings" }).click();
  await expect(box).not.toContainText("Headings have no numbers");
  await expect(box).toContainText("Says “1.3”");
  await box
    .getByRole("option", { name: /Closing/ })
    .first()
    .click();
  await expect(references(page)).toHaveText(["1.3"]);
});
