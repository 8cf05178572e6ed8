import { expect } from "@playwright/test";
import { documentId, openFile } from "./desk";
import { test } from "./own-shelf";

const FILLER = Array.from(
  { length: 40 },
  (_, i) => `Words ${i} that make the page long enough to scroll a good way down it.`,
).join("\n\n");
const TEXT = `# Start\n\n[Go far](#far), [spot](#spot).\n\n${FILLER}\n\n## Far {#far}\n\n${FILLER}\n\nA <a id="spot"></a>spot here.\n\n${FILLER}\n`;

test("readers jump by plain links, land on the exact spot, and come back", async ({ page }) => {
  await openFile(page, "r.md", TEXT);
  await page.goto(`/read/${documentId(page)}`);
  await page.locator("article").getByRole("link", { name: "Go far" }).click();
  const far = page.locator("article").getByRole("heading", { name: "Far" });
  expect((await far.boundingBox())!.y).toBeLessThan(60);
  await page.getByRole("button", { name: "Back to Start" }).click();
  await expect(page.locator("article").getByRole("link", { name: "Go far" })).toBeInViewport();
  await expect(page.getByRole("button", { name: /^Back to/ })).toHaveCount(0);
});

test("an address with an anchor opens at its spot, with scripting off as well", async ({
  browser,
  page,
  baseURL,
}) => {
  await openFile(page, "r.md", TEXT);
  const id = documentId(page);
  const context = await browser.newContext({ javaScriptEnabled: false });
  const reader = await context.newPage();
  await reader.goto(`${baseURL}/read/${id}#spot`);
  await expect(reader.locator("article").getByText("A spot here.")).toBeInViewport();
  await reader.locator("header").getByRole("link", { name: "Far" }).click();
  await expect(reader.locator("article").getByRole("heading", { name: "Far" })).toBeInViewport();
  await context.close();
});

test("fits a phone, with its contents folded away", async ({ page }) => {
  await openFile(
    page,
    "r.md",
    `${TEXT}\n\n| a | b | c | d | e | f |\n|-|-|-|-|-|-|\n| longlonglonglong | longlonglonglong | longlonglonglong | longlonglonglong | longlonglong | x |\n`,
  );
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/read/${documentId(page)}`);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByText("Contents", { exact: true }).click();
  await page.locator("details").getByRole("link", { name: "Far" }).click();
  await expect(page.locator("article").getByRole("heading", { name: "Far" })).toBeInViewport();
});

test("nothing that came with a file runs in the reading view", async ({ page }) => {
  const alerts: string[] = [];
  page.on("dialog", (dialog) => {
    alerts.push(dialog.message());
    void dialog.dismiss();
  });
  await openFile(
    page,
    "x.html",
    `<h1 id="x&quot;><script>alert(1)</script>">T&lt;script&gt;alert(2)&lt;/script&gt;</h1><p><a href="https://e.example/&quot; onmouseover=&quot;alert(3)">w</a><img src="data:image/svg+xml,<svg xmlns='http://www.w3.org/2000/svg' onload='alert(4)'/>" alt='"><script>alert(5)</script>'></p>`,
  );
  await page.goto(`/read/${documentId(page)}`);
  await expect(page.locator("article h1")).toHaveText("T<script>alert(2)</script>");
  await page.locator("article").getByRole("link").hover();
  expect(await page.locator("article script").count()).toBe(0);
  expect(alerts).toEqual([]);
});
