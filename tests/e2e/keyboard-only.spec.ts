import { readFileSync } from "node:fs";
import { expect, type Locator, type Page } from "@playwright/test";
import { documentId, jump, kept, lookAtText, manuscript } from "./desk";
import { test } from "./own-shelf";

const NOTES = readFileSync("demo/winter-road-notes.txt", "utf8");
const PICTURE = "demo/night-operations-manual/figures/site-plan.png";

async function tabTo(page: Page, wanted: Locator): Promise<void> {
  for (let i = 0; i < 60; i++) {
    if (await wanted.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error("the keyboard does not get there");
}

/** Presses a key until an element has the keyboard; each press is awaited, since what it moves to gets it a little later. */
async function pressTo(page: Page, key: string, wanted: Locator): Promise<void> {
  const focused = () => page.evaluateHandle(() => document.activeElement);
  for (let i = 0; i < 40; i++) {
    if (await wanted.evaluate((element) => element === document.activeElement)) return;
    const before = await focused();
    await page.keyboard.press(key);
    await page.waitForFunction((element) => element !== document.activeElement, before);
  }
  throw new Error(`“${key}” does not get there`);
}

/** Chooses an entry of the deck's Insert menu: F6 leads to the deck, arrow keys along it. */
async function insert(page: Page, entry: string): Promise<void> {
  await page.keyboard.press("F6");
  await expect(manuscript(page)).not.toBeFocused();
  await pressTo(page, "ArrowRight", page.getByRole("button", { name: "Insert", exact: true }));
  await page.keyboard.press("Enter");
  await pressTo(page, "ArrowDown", page.getByRole("menuitem", { name: new RegExp(`^${entry}\\b(?! in)`) }));
  await page.keyboard.press("Enter");
}

test("an unstructured text becomes a document with structure, styles, figures, tables, notes and equations by keyboard alone", async ({
  page,
}) => {
  const box = await lookAtText(page, "winter-road-notes.txt", NOTES);
  await tabTo(page, box.getByRole("checkbox", { name: "WINTER ROAD NOTES FOR CORROW HILL" }));
  await page.keyboard.press("Enter");
  await expect(manuscript(page)).toBeFocused();
  await expect(manuscript(page).getByRole("heading")).toHaveCount(8);
  await expect(page.getByRole("complementary", { name: "Tray" })).toBeVisible();

  // Looks: another style sheet, and the numbers it brings taken off again, since the titles have theirs.
  await jump(page, "2.1 Colours");
  await page.keyboard.press("Control+Alt+s");
  const tray = page.getByRole("complementary", { name: "Tray" });
  await expect(tray.getByRole("combobox", { name: "Style", exact: true })).toBeFocused();
  await tabTo(page, tray.getByLabel("Style sheet of the document"));
  await page.keyboard.type("Field");
  await expect(page.getByText("has the style sheet “Field card” now")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(manuscript(page)).toBeFocused();

  // A note and an equation in a line.
  await jump(page, "2.1 Colours");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("End");
  await page.keyboard.press("Control+Alt+n");
  await page.keyboard.type("Seen from the car.");
  await page.keyboard.press("Control+Enter");
  await page.keyboard.press("Control+Alt+e");
  await page.keyboard.type("T < 0");
  await page.keyboard.press("Enter");

  // A block equation, a table, a picture, before the next title.
  await jump(page, "2.2 Sounds");
  await page.keyboard.press("Home");
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Control+Alt+Shift+e");
  await page.keyboard.type("s = \\frac{v^2}{2a}");
  await page.keyboard.press("Escape");
  await jump(page, "2.3 Bends");
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await insert(page, "Table");
  await expect(manuscript(page).locator("td")).toHaveCount(6);
  await page.keyboard.type("Which bends freeze");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.type("Bend");
  await page.keyboard.press("Tab");
  await page.keyboard.type("Month");
  await jump(page, "3. Clearing");
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  const chosen = page.waitForEvent("filechooser");
  await insert(page, "Pictures");
  await (await chosen).setFiles(PICTURE);
  await expect(manuscript(page).locator("figure img")).toBeVisible();
  await expect(manuscript(page).locator(".without-words")).toBeVisible();
  await page.keyboard.type("The road from above");
  await page.keyboard.press("F2");
  await page.keyboard.type("Plan of the road with its bends");
  await page.keyboard.press("Escape");
  await expect(manuscript(page).locator(".without-words")).toHaveCount(0);
  await kept(page);

  const answer = await page.request.get(`/api/documents/${documentId(page)}/export?format=html`);
  const html = await answer.text();
  expect(html.match(/<h[1-6]/g)).toHaveLength(8);
  expect(html).toMatch(/<nav[^>]* class="contents"/);
  expect(html).toMatch(/Table 2\.1\. <\/span>Which bends freeze/);
  expect(html).toMatch(
    /alt="Plan of the road with its bends"><figcaption><span[^>]*>Figure 3\.1\. <\/span>The road from above/,
  );
  expect(html).toMatch(/<li id="_foot1" value="1">Seen from the car\./);
  expect(html).toContain('class="formula" data-tex="T &lt; 0"><math');
  expect(html).toMatch(/class="equation" data-tex="s = \\frac\{v\^2\}\{2a\}"><math[\s\S]*?\(2\.1\)/);
});
