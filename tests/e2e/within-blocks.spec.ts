import { expect, type Page } from "@playwright/test";
import { caretAt, documentId, jump, kept, manuscript, openFile, tray } from "./desk";
import { test } from "./own-shelf";

async function putTable(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Insert", exact: true }).click();
  await page.getByRole("menuitem", { name: "Table", exact: true }).click();
}

test("a table and an equation stand in an item, are counted, listed, led to, undone and copied with ids of their own", async ({
  page,
}) => {
  await openFile(page, "steps.md", "# Opening\n\n1. Read the wind\n2. Go up\n\nThe end.\n");
  await caretAt(page, "Read the wind", "behind");
  await putTable(page);
  const item = manuscript(page).locator("ol > li").first();
  await expect(item.locator("table")).toHaveCount(1);
  await expect(tray(page).getByRole("region", { name: "Selected table" })).toBeVisible();
  await page.keyboard.type("Wind");
  await caretAt(page, "Go up", "behind");
  await page.keyboard.press("Control+Alt+Shift+e");
  await page.keyboard.type("v = 3");
  await page.keyboard.press("Escape");
  await expect(manuscript(page).locator("ol > li").nth(1).locator(".equation-line")).toHaveCSS(
    "--label",
    '"(1)"',
  );
  await caretAt(page, "The end.", "behind");
  await putTable(page);
  const labels = manuscript(page).locator("[data-table].labelled");
  await expect(labels).toHaveCount(2);
  expect(await labels.first().getAttribute("style")).toContain("Table 1");

  // It is a place like any other.
  await jump(page, "table 1");
  await expect(tray(page).getByRole("region", { name: "Selected table" })).toBeVisible();
  await expect(tray(page)).toContainText("#wind");

  // A copy of the list has tables and equations of its own.
  await kept(page);
  const counts = async () => {
    const answer = await page.request.get(`/api/documents/${documentId(page)}/export?format=html`);
    const html = await answer.text();
    const anchors = [...html.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id!);
    return { tables: html.match(/<table/g)!.length, anchors: anchors.length, own: new Set(anchors).size };
  };
  const before = await counts();
  expect(before.tables).toBe(2);
  expect(before.own).toBe(before.anchors);
  await caretAt(page, "Read the wind", "behind");
  await page.keyboard.press("Control+a");
  await page.keyboard.press("Control+c");
  await page.keyboard.press("Control+End");
  await page.keyboard.press("Control+v");
  await expect(manuscript(page).locator("table")).toHaveCount(4);
  await kept(page);
  const after = await counts();
  expect(after.tables).toBe(4);
  expect(after.own).toBe(after.anchors);
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).locator("table")).toHaveCount(2);

  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("li table caption").first()).toContainText("Table 1");
});
