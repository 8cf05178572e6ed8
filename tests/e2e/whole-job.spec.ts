import { expect, type Browser, type Page } from "@playwright/test";
import { pathToFileURL } from "node:url";
import { longManual, PLAIN_TITLES } from "../long-manual";
import {
  clickWords,
  documentId,
  frames,
  heightInWindow,
  jump,
  kept,
  manuscript,
  openFile,
  selectWords,
  stage,
  underWay,
} from "./desk";
import { test } from "./own-shelf";

test("a manual of more than a hundred pages is structured, marked, linked, read and sent out", async ({
  page,
  browser,
}, info) => {
  test.setTimeout(300_000);
  await openFile(page, "manual.md", longManual());

  await test.step("titles get their heading levels", async () => {
    for (const title of PLAIN_TITLES) {
      const line = manuscript(page)
        .locator("p")
        .filter({ hasText: new RegExp(`^${title}$`) });
      await line.scrollIntoViewIfNeeded();
      await line.click();
      // No hand presses a key in the same few milliseconds.
      await frames(page);
      await page.keyboard.press("Control+Alt+1");
      await expect(
        manuscript(page).getByRole("heading", { level: 1, name: title, exact: true }),
      ).toBeVisible();
    }
    // Of a long text the rope names as many sections as have room.
    const rope = page.getByRole("navigation", { name: /^Rope/ });
    await expect(rope.getByRole("button", { name: "About this manual", exact: true })).toBeVisible();
    expect(await rope.locator("[data-row]").count()).toBeGreaterThan(10);
  });

  await test.step("spots she keeps coming back to are marked, in any wording", async () => {
    await selectWords(page, "the roller in the kitchen");
    await page.keyboard.press("Control+Shift+B");
    await page.getByRole("textbox", { name: "Name" }).fill("Night log, part 2");
    await expect(page.getByText("#night-log-part-2")).toBeVisible();
    await page.keyboard.press("Enter");
    const bookmarks = page.getByRole("region", { name: "Bookmarks" });
    await expect(bookmarks.getByRole("button", { name: "Night log, part 2" }).first()).toBeVisible();
    await selectWords(page, "practised twice a year");
    await page.keyboard.press("Control+Shift+B");
    await page.getByRole("textbox", { name: "Name" }).fill("Übung im Herbst / 秋");
    await page.keyboard.press("Enter");
    // With the place of a figure whose picture is not in the file.
    await expect(bookmarks.getByRole("listitem")).toHaveCount(3 + PLAIN_TITLES.length);
  });

  await test.step("a link is carried to its place and tied there", async () => {
    await jump(page, "How to use it");
    await selectWords(page, "before anything else");
    await page.keyboard.press("Control+k");
    await page.getByRole("button", { name: "Point to the target" }).click();
    await expect(underWay(page)).toContainText("Linking “before anything else”");
    await jump(page, "The first minute");
    await manuscript(page).getByRole("heading", { name: "The first minute", exact: true }).click();
    await expect(page.getByText("“before anything else” now leads to “The first minute”.")).toBeVisible();
    await page.getByRole("button", { name: /^Back to/ }).click();
    await clickWords(page, "before anything else");
    await expect(page.locator("[data-link-chip]")).toContainText("The first minute");
    await page.locator("[data-link-chip]").getByRole("button", { name: "Go" }).click();
    const landed = manuscript(page).getByRole("heading", { name: "The first minute", exact: true });
    await expect(landed).toBeInViewport();
    expect(await heightInWindow(page, landed)).toBeGreaterThan(0);
    expect(await heightInWindow(page, landed)).toBeLessThan(200);
  });

  await test.step("a contents list stands at the front and a way back after each part", async () => {
    await stage(page, "Wayfinding");
    await page.getByRole("button", { name: "Add a contents list at the front" }).click();
    await page.getByRole("combobox", { name: "Return links" }).selectOption("1");
    await expect(page.getByText(/return links, one after each/)).toBeVisible();
    await stage(page, "Write");
    // What is far from view is drawn when there is time.
    await expect(manuscript(page).getByRole("navigation", { name: "Contents" })).toContainText(
      "Weather rules",
      { timeout: 30_000 },
    );
    await expect(manuscript(page).getByRole("button", { name: "Back to contents" }).first()).toBeAttached();
    await kept(page);
  });

  const id = documentId(page);
  await test.step("she tries it as a reader would", async () => {
    await page.getByRole("link", { name: "Read", exact: true }).click();
    await page
      .getByRole("navigation", { name: "Sections" })
      .getByRole("link", { name: "Weather rules", exact: true })
      .click();
    await expect(page).toHaveURL(/#weather-rules$/);
    await expect(
      page.locator("article").getByRole("heading", { name: "Weather rules", exact: true }),
    ).toBeInViewport();
    await page.getByRole("button", { name: /^Back to/ }).click();
    await expect(
      page.locator("article").getByRole("heading", { name: "Weather rules", exact: true }),
    ).not.toBeInViewport();
  });

  await test.step("the file she sends out works with scripting off: every link lands", async () => {
    await page.goto(`/documents/${id}/publish`);
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Download as HTML" }).click();
    const file = info.outputPath("manual.html");
    await (await download).saveAs(file);
    const count = await followEveryLink(browser, file);

    expect(count).toBeGreaterThan(300);
  });
});

/** Opens a page with scripting off and clicks each of its links; fails on the first that does not land on its place. */
async function followEveryLink(browser: Browser, file: string): Promise<number> {
  const context = await browser.newContext({
    javaScriptEnabled: false,
    viewport: { width: 500, height: 300 },
  });
  const page = await context.newPage();
  await page.goto(pathToFileURL(file).href);
  const links = await page.locator('a[href^="#"]').elementHandles();
  for (const [i, link] of links.entries()) {
    // The keyboard follows a link wherever it stands, which is faster than scrolling to each.
    const href = await link.evaluate((element) => {
      const anchor = element as HTMLAnchorElement;
      anchor.focus({ preventScroll: true });
      return anchor.getAttribute("href")!;
    });
    await page.keyboard.press("Enter");
    await expect
      .poll(() => landing(page, href), {
        message: `link ${i} to ${href}`,
        intervals: [5, 30, 100],
        timeout: 5_000,
      })
      .toBe("landed");
  }
  await context.close();
  return links.length;
}

/** Whether the place that a link names now stands at the upper edge of the window, or as near to it as the page allows. */
function landing(page: Page, href: string): Promise<string> {
  return page.evaluate((hash) => {
    const place = document.getElementById(decodeURIComponent(hash.slice(1)));
    if (!place) return "no such place";
    if (location.hash !== hash) return `still at ${location.hash}`;
    const { top } = place.getBoundingClientRect();
    const atEnd = innerHeight + scrollY >= document.documentElement.scrollHeight - 2;
    const landed =
      Math.abs(top) < 40 || (atEnd && top > 0 && top < innerHeight) || (hash === "#top" && scrollY === 0);
    return landed ? "landed" : `${top} pixels away`;
  }, href);
}
