import { expect } from "@playwright/test";
import { freePort } from "#tests/free-port";
import type { Browser } from "../crossing/browser";
import { chromium } from "../crossing/chromium";
import { firefox } from "../crossing/firefox";
import { webkit } from "../crossing/webkit";
import { test } from "./own-shelf";

/*
 * The job in three makes of browser, by what a hand does: keys and clicks. Firefox and WebKit are driven where they are installed.
 */

/** Waits until an expression in the page comes to something. */
async function until(
  browser: Browser,
  expression: string,
  wanted: unknown,
  what = expression,
): Promise<void> {
  await expect
    .poll(() => browser.ask(expression).catch((error: Error) => error.message), {
      message: `${browser.name}: ${what}`,
      timeout: 20_000,
    })
    .toEqual(wanted);
}

const ACTIVE = `(document.activeElement?.getAttribute("aria-label") ?? document.activeElement?.labels?.[0]?.textContent ?? "").trim()`;
const inText = (browser: Browser) => until(browser, ACTIVE, "Manuscript", "the text has the keyboard");

/** Where the middle of the first thing is that a selector takes and that holds words. */
async function middleOf(browser: Browser, selector: string, words = ""): Promise<{ x: number; y: number }> {
  let found: { x: number; y: number } | null = null;
  await expect
    .poll(
      async () =>
        (found = await browser.ask(`(() => {
          const all = [...document.querySelectorAll(${JSON.stringify(selector)})];
          const one = all.find((it) => it.checkVisibility() && (it.textContent + (it.getAttribute("aria-label") ?? "")).includes(${JSON.stringify(words)}));
          if (!one) return null;
          one.scrollIntoView({ block: "nearest" });
          const box = one.getBoundingClientRect();
          return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
        })()`)),
      { message: `${browser.name}: ${selector} ${words}`, timeout: 20_000 },
    )
    .not.toBeNull();
  return found!;
}

async function click(browser: Browser, selector: string, words = ""): Promise<void> {
  const { x, y } = await middleOf(browser, selector, words);
  await browser.click(x, y);
}

const HEADINGS = `[...document.querySelectorAll(".manuscript :is(h1, h2, h3)")].map((one) => one.tagName + " " + one.textContent)`;
const LINKED = `[...document.querySelectorAll(".manuscript a.link")].map((one) => one.textContent + " " + one.getAttribute("aria-description"))`;
const TEXTS = `[...document.querySelectorAll(".manuscript .chunk > p:not(.return-link)")].map((one) => one.textContent)`;

/** A click before that is lost. */
const PROGRAM_BEGUN = `Object.keys(document.querySelector("main") ?? {}).some((key) => key.startsWith("__reactProps"))`;

async function crossing(browser: Browser, base: string): Promise<void> {
  const title = `Crossing in ${browser.name}`;
  await browser.resize(1280, 800);
  await browser.open(`${base}/`);
  await until(browser, PROGRAM_BEGUN, true, "the shelf's program is at work");
  await click(browser, "main button", "New document");
  await inText(browser);
  const id = (await browser.ask<string>("location.pathname")).split("/").at(-1)!;

  // Types, levels.
  await browser.type(`# ${title}\nFerry\n`);
  await browser.press("ArrowUp");
  await browser.press("Control+Alt+2");
  await browser.press("ArrowDown");
  await browser.type(
    "The ferry leaves the jetty at dawn\n## Jetty\nWait behind the rail\n## Bell\nIt rings twice",
  );
  await until(browser, HEADINGS, [`H1 ${title}`, "H2 Ferry", "H2 Jetty", "H2 Bell"]);

  // A bookmark on a word.
  await browser.press("Control+Shift+ArrowLeft");
  await browser.press("Control+Shift+b");
  await until(browser, ACTIVE, "Name");
  await browser.type("Rings");
  await browser.press("Enter");
  await inText(browser);
  await until(browser, `document.querySelector(".bookmark-range")?.textContent`, "twice");

  // A link by the picker.
  await browser.press("Control+Home");
  await browser.press("ArrowDown");
  await browser.press("ArrowDown");
  await browser.press("End");
  await browser.press("Control+Shift+ArrowLeft");
  await browser.press("Control+k");
  await until(browser, ACTIVE, "Where to");
  await browser.type("Bell");
  await until(browser, `document.querySelector("[role=option]")?.textContent.includes("Bell")`, true);
  await browser.press("Enter");
  await until(browser, LINKED, ["dawn leads to Bell"]);

  // A link by pointing: the words are carried to the title they lead to.
  await inText(browser);
  await browser.press("Control+End");
  await browser.press("Home");
  await browser.press("Control+Shift+ArrowRight");
  await browser.press("Control+Shift+k");
  await click(browser, ".manuscript h2", "Ferry");
  await until(browser, `${LINKED}.length`, 2);

  // A contents list from the deck.
  await browser.press("Control+Home");
  await browser.press("End");
  await click(browser, "[data-region=toolbar] button", "Insert");
  await click(browser, "[role=menuitem]", "Contents list");
  await until(
    browser,
    `[...document.querySelectorAll(".contents-list li button")].map((one) => one.textContent)`,
    ["Ferry", "Jetty", "Bell"],
  );

  // A section is moved, and put back.
  await click(browser, "[data-region=outline] button", "Even");
  await click(browser, "[role=treeitem]", "Bell");
  await browser.press("Alt+ArrowUp");
  await until(browser, HEADINGS, [`H1 ${title}`, "H2 Ferry", "H2 Bell", "H2 Jetty"]);
  await browser.press("Control+z");
  await until(browser, HEADINGS, [`H1 ${title}`, "H2 Ferry", "H2 Jetty", "H2 Bell"]);

  // What was copied is pasted.
  await click(browser, ".manuscript p", "Wait behind");
  await browser.press("Home");
  await browser.press("Shift+End");
  await browser.press("Control+c");
  await browser.press("End");
  await browser.press("Control+v");
  await until(browser, `${TEXTS}.includes("Wait behind the railWait behind the rail")`, true, "pasted");
  await browser.press("Control+z");
  await until(browser, `${TEXTS}.includes("Wait behind the rail")`, true, "undone");

  // Found, and jumped to.
  await browser.press("Control+Alt+f");
  await until(browser, ACTIVE, "Words to find");
  await browser.type("rail");
  await until(browser, `document.querySelector("form [role=status]")?.textContent`, "1 place");
  await browser.press("Escape");
  await inText(browser);
  await browser.press("Control+j");
  await until(browser, ACTIVE, "Jump to");
  await browser.type("Jetty");
  await until(browser, `document.querySelector("[role=option]")?.textContent.includes("Jetty")`, true);
  await browser.press("Enter");
  await inText(browser);
  await browser.type("Old ");
  await until(browser, `${HEADINGS}.includes("H2 Old Jetty")`, true);
  await until(browser, `document.querySelector("[data-kept]")?.dataset.kept`, "kept");

  // Read, on a phone.
  await browser.resize(390, 844);
  await browser.open(`${base}/read/${id}`);
  await until(browser, `document.querySelector("h1")?.textContent`, title);
  await click(browser, ".reading a", "dawn");
  await until(
    browser,
    `document.getElementById(decodeURIComponent(location.hash.slice(1)))?.textContent`,
    "Bell",
  );

  // Written on a phone: the deck opens over the text.
  await browser.open(`${base}/documents/${id}`);
  await inText(browser);
  const width = await browser.ask<number>("innerWidth");
  await until(browser, `document.querySelector("[data-scroller]").offsetWidth`, width);
  await browser.press("Control+End");
  await browser.type(" more");
  await click(browser, "[role=toolbar] > button", "Deck");
  await click(browser, "[data-region=toolbar] button", "Bullet list");
  await until(browser, `document.querySelector(".chunk > ul > li")?.textContent`, "It rings twice more");
  await until(browser, `document.querySelector("[data-kept]")?.dataset.kept`, "kept");
}

for (const [name, start] of [
  ["Chromium", () => chromium()],
  ["Firefox", () => firefox()],
  ["WebKit", async () => webkit(await freePort())],
] as const)
  test(`the job in ${name}`, async ({ baseURL }) => {
    test.setTimeout(240_000);
    const browser = await start();
    test.skip(browser === null, `${name} is not installed`);
    try {
      await crossing(browser!, baseURL!);
    } finally {
      await browser?.close();
    }
  });

test("accents are composed in Chromium", async ({ page }) => {
  await page.goto("/");
  await page.keyboard.press("Control+Alt+n");
  const text = page.getByRole("textbox", { name: "Manuscript" });
  await expect(text).toBeFocused();
  const protocol = await page.context().newCDPSession(page);
  await page.keyboard.type("caf");
  await protocol.send("Input.imeSetComposition", { text: "´", selectionStart: 1, selectionEnd: 1 });
  await protocol.send("Input.insertText", { text: "é" });
  await page.keyboard.type(" au lait");
  await expect(text).toContainText("café au lait");
});
