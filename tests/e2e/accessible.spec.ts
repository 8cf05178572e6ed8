import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { documentId, manuscript, openFile, selectWords, stage } from "./desk";

// The author's own faults in structure (an empty heading, a skipped level) are for Proof to show, not for this test.
const DRAFT = readFileSync("demo/instrument-handbook-draft.md", "utf8")
  .replace("####", "###")
  .replace(/^##$/m, "");

async function clean(page: Page, where: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"])
    .analyze();
  const told = violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`,
  );
  expect(told, where).toEqual([]);
}

for (const scheme of ["light", "dark"] as const)
  test(`axe finds nothing on any screen, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: "reduce" });
    await openFile(page, "draft.md", DRAFT);
    const id = documentId(page);
    await clean(page, "Write");
    await selectWords(page, "heater");
    await page.keyboard.press("Control+k");
    await page.getByRole("combobox", { name: "Where to" }).fill("lamp");
    await clean(page, "link picker");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Control+Shift+B");
    await page.getByRole("textbox", { name: "Name" }).waitFor();
    await clean(page, "bookmark");
    await page.keyboard.press("Enter");
    await manuscript(page).locator("a.link").first().click();
    await page.locator("[data-link-chip]").waitFor();
    await clean(page, "link chip");
    await page.keyboard.press("Control+j");
    await page.getByRole("combobox", { name: "Jump to" }).waitFor();
    await clean(page, "jump box");
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Insert", exact: true }).click();
    await page.getByRole("menuitem", { name: "Table" }).waitFor();
    await page.keyboard.press("Escape");
    await stage(page, "Wayfinding");
    await page.getByRole("button", { name: "Put a contents list at the front" }).click();
    await page.getByRole("combobox", { name: "Return links" }).selectOption("2");
    await clean(page, "Wayfinding");
    await stage(page, "Proof");
    await clean(page, "Proof");
    await stage(page, "Publish");
    await clean(page, "Publish");
    await page.goto(`/read/${id}`);
    await clean(page, "reading view");
    await page.goto("/");
    await clean(page, "Shelf");
    await page.goto("/nowhere");
    await clean(page, "not found");
  });
