import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

const TAGS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

/** `besides`: what is not looked at here. In the dark nothing but colours is another. */
export async function clean(page: Page, where: string, besides?: string): Promise<void> {
  const dark = await page.evaluate(() => matchMedia("(prefers-color-scheme: dark)").matches);
  // Without a page of its own for each result, which takes longer than the looking.
  // Nor are selectors made for all that is well, which takes longer than the looking too.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
  if (dark) axe.withRules("color-contrast");
  else axe.withTags(TAGS);
  if (besides) axe.exclude(besides);
  const { violations } = await axe.analyze();
  const told = violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`,
  );
  // One after the other is looked at, whatever was found before.
  expect.soft(told, where).toEqual([]);
}
