import { expect } from "@playwright/test";
import { documentId, insert, kept, manuscript, openFile, stage, tray } from "./desk";
import { test } from "./own-shelf";

const TEXT = `---
title: دليل المنارة
lang: ar
---

# دليل المنارة

ينظف الحارس العدسة كل صباح. (مرتين في الشتاء.)

- فتيل
- زيت

The keeper writes his log in English.

> قول قديم

## العدسة

انظر [الدليل](#guide).
`;

test("a text in Arabic stands from right to left where it is written and read, in files and on pages", async ({
  page,
}) => {
  await openFile(page, "lighthouse.md", TEXT);
  const text = manuscript(page);
  await expect(text).toHaveAttribute("dir", "rtl");
  const english = text.getByText("The keeper writes");
  await expect(english).toHaveAttribute("dir", "ltr");
  await expect(english).toHaveCSS("text-align", "start");
  await expect(text.locator("ul")).toHaveCSS("padding-right", /[1-9]/);
  await expect(text.locator("blockquote")).toHaveCSS("border-right-width", "3px");
  await page.getByRole("button", { name: "Even" }).click();
  await expect(page.getByRole("treeitem", { name: /^العدسة/ }).locator("[dir=auto]")).toBeVisible();
  const id = documentId(page);
  const html = await (await page.request.get(`/api/documents/${id}/export?format=html`)).text();
  expect(html).toContain('<html lang="ar" dir="rtl">');
  expect(html).toContain('<p dir="ltr">The keeper');
  await page.goto(`/read/${id}`);
  await expect(page.locator("main")).toHaveAttribute("dir", "rtl");
  await expect(page.locator(".reading ul")).toHaveCSS("padding-right", /[1-9]/);
  // On paper the bullet stands at the right of its words, the words at the right of the page.
  await page.goto(`/documents/${id}/pages`);
  const first = page.getByRole("region", { name: "Page 1", exact: true });
  const bullet = (await first.locator("text", { hasText: "•" }).first().boundingBox())!;
  const words = (await first.locator("text", { hasText: "فتيل" }).boundingBox())!;
  const sheet = (await first.boundingBox())!;
  expect(bullet.x).toBeGreaterThan(words.x + words.width - 1);
  expect(words.x).toBeGreaterThan(sheet.x + sheet.width / 2);
  const left = (await first.locator("text", { hasText: "keeper" }).first().boundingBox())!;
  expect(left.x).toBeLessThan(sheet.x + sheet.width / 2);
});

test("the language of a text turns it round, and says so", async ({ page }) => {
  await openFile(page, "turned.md", "# Turned\n\n12 34\n");
  await manuscript(page).getByText("12 34").click();
  await page.keyboard.press("Control+Alt+s");
  await tray(page).getByText("Paper", { exact: true }).click();
  await tray(page).getByLabel("Language of the text").selectOption("ar");
  await expect(tray(page).getByText("Written right to left.")).toBeVisible();
  await expect(manuscript(page)).toHaveAttribute("dir", "rtl");
  await expect(manuscript(page).getByRole("heading")).toHaveAttribute("dir", "ltr");
});

test("pages have titles of their own, the document's title is the first heading for readers, who skip to the text", async ({
  page,
}) => {
  const id = await openFile(
    page,
    "titled.md",
    "---\ntitle: Lamp room\n---\n\n# Wicks\n\nWords.\n\n# Oil\n\nMore.\n",
  );
  await expect(page).toHaveTitle("Lamp room – Gate Rope");
  await page.getByLabel("Title of the document").fill("Lantern room");
  await expect(page).toHaveTitle("Lantern room – Gate Rope");
  await stage(page, "Proof");
  await expect(page).toHaveTitle("Proof – Lantern room – Gate Rope");
  await kept(page);
  await page.goto(`/read/${id}`);
  await expect(page.getByRole("heading", { level: 1 }).first()).toHaveText("Lantern room");
  const html = await (await page.request.get(`/api/documents/${id}/export?format=html`)).text();
  expect(html).toContain('<header data-generated="title"><h1>Lantern room</h1></header>');
  expect(html).toContain('href="#_text">Skip to the text</a>');
  await page.goto("/documents/nowhere");
  await expect(page).toHaveTitle(/^Nothing is here/);
});

test("two lists of one title have names of their own", async ({ page }) => {
  await openFile(
    page,
    "lists.md",
    "# One\n\nWords.\n\n## Of one\n\nWords.\n\n# Two\n\nWords.\n\n## Of two\n\nWords.\n",
  );
  for (const title of ["One", "Two"]) {
    await manuscript(page).getByRole("heading", { name: title, exact: true }).click();
    await page.keyboard.press("End");
    await insert(page, "Contents list");
    await page.keyboard.press("Escape");
  }
  const names = await manuscript(page)
    .getByRole("navigation")
    .evaluateAll((all) => all.map((one) => one.getAttribute("aria-label")));
  expect(new Set(names).size).toBe(2);
});
