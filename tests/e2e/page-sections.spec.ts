import { expect } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { documentId, insert, kept, manuscript, openFile, tray, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

const TEXT = `# The log

Before the table.

# The table

${"Columns of lamps, one night after the other, and what was seen by them. ".repeat(40)}

# After

Upright again.
`;

test("pages lie across in columns from a break on, with lines and numbers of their own, until the next", async ({
  page,
}) => {
  await openFile(page, "sections.md", TEXT);
  const text = manuscript(page);
  await text.getByText("Before the table.").click();
  await page.keyboard.press("End");
  await insert(page, "New page setup");
  const chosen = tray(page).getByRole("region", { name: "Selected page break" });
  await expect(chosen).toBeVisible();
  await chosen.getByLabel("Own paper and columns").check();
  await chosen.getByLabel("Landscape").check();
  await chosen.getByLabel("Columns", { exact: true }).selectOption("2");
  await chosen.getByLabel("Own header and footer").check();
  await chosen.getByLabel("Middle").first().fill("Beside each other");
  await chosen.getByLabel("Also on the first page of these").check();
  await chosen.getByLabel("Own page numbers").check();
  await chosen.getByLabel("Numerals").selectOption("i, ii, iii");
  // Margins that leave no room are refused with words, and nothing changes.
  await chosen.getByLabel("Margin left mm").fill("260");
  await expect(page.getByText("leave no room for text")).toBeVisible();
  await page.keyboard.press("Escape");

  // A page begins with “After” now, and from its very beginning the caret goes up by one line, not to the page before.
  await text.getByRole("heading", { name: "After" }).click();
  await expect(text.getByRole("heading", { name: "After" }).locator(".page-mark")).toHaveCount(1);
  await page.keyboard.press("Home");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("End");
  await insert(page, "New page setup");
  await expect(chosen.getByLabel("Own paper and columns")).not.toBeChecked();
  await kept(page);

  await page.goto(`${page.url()}/pages`);
  const across = page.getByRole("region", { name: "Page i", exact: true });
  await expect(across.getByText("Beside each other")).toBeVisible();
  const size = (await across.boundingBox())!;
  expect(size.width).toBeGreaterThan(size.height);
  // Two columns: words begin at two edges.
  const edges = await across
    .locator("text")
    .evaluateAll((all) => all.map((one) => Math.round(Number(one.getAttribute("x")))));
  expect(edges.filter((x) => x < 100).length).toBeGreaterThan(3);
  expect(edges.filter((x) => x > 420 && x < 460).length).toBeGreaterThan(3);
  const field = page.getByLabel("Page", { exact: true });
  await field.fill("ii");
  await field.press("Enter");
  const upright = page.getByRole("region", { name: "Page ii", exact: true });
  await expect(upright.getByText("Upright again.")).toBeVisible();
  const box = (await upright.boundingBox())!;
  expect(box.height).toBeGreaterThan(box.width);

  // A browser that prints the HTML file knows of paper and lines as well.
  const html = await page.request.get(`/api/documents/${documentId(page)}/export?format=html`);
  const printed = await page.context().newPage();
  await printed.setContent(await html.text());
  const file = await getDocument({
    data: new Uint8Array(await printed.pdf({ preferCSSPageSize: true })),
    verbosity: 0,
  }).promise;
  const sheets = await Promise.all(
    Array.from({ length: file.numPages }, async (_, i) => {
      const sheet = await file.getPage(i + 1);
      const { items } = await sheet.getTextContent();
      const said = items.map((item) => ("str" in item ? item.str : "")).join("");
      return [sheet.view[2]! > sheet.view[3]!, said.includes("Beside each other")];
    }),
  );
  expect(sheets[0]).toEqual([false, false]);
  expect(sheets[1]).toEqual([true, true]);
  expect(sheets.at(-1)).toEqual([false, false]);
});

test("a document has columns, lines of its own for its first and for left-hand pages, and each is taken back by undo", async ({
  page,
}) => {
  await openFile(page, "lines.md", TEXT);
  await typeAtEnd(page, "!");
  const styles = tray(page);
  await page.keyboard.press("Control+Alt+s");
  await styles.getByText("Page header and footer").click();
  await styles.getByLabel("Own lines on the first page").check();
  const first = styles.getByRole("group", { name: "First page" });
  await first.getByLabel("Middle").first().fill("Not to be lent");
  await styles.getByLabel("Own lines on left-hand pages").check();
  const even = styles.getByRole("group", { name: "Left-hand pages" });
  // What was at the right edge is at the left one.
  await expect(even.getByLabel("Left").first()).toHaveValue("{section}");
  await styles.getByLabel("Own lines on left-hand pages").uncheck();
  await expect(even).toHaveCount(0);
  await manuscript(page).click();
  await page.keyboard.press("Control+z");
  await expect(even).toHaveCount(1);
  await kept(page);
  await page.goto(`${page.url()}/pages`);
  await expect(
    page.getByRole("region", { name: "Page 1", exact: true }).getByText("Not to be lent"),
  ).toBeVisible();
});
