import { chromium as playwright } from "@playwright/test";
import { CHROMIUM } from "../chromium";
import type { Browser } from "./browser";

/** Debian's Chromium, as the other end-to-end tests drive it. */
export async function chromium(): Promise<Browser> {
  const browser = await playwright.launch(CHROMIUM);
  const page = await browser.newPage();
  return {
    name: "Chromium",
    open: async (url) => void (await page.goto(url)),
    resize: (width, height) => page.setViewportSize({ width, height }),
    ask: (expression) => page.evaluate(expression),
    type: async (words) => {
      for (const letter of words) await page.keyboard.press(letter === "\n" ? "Enter" : letter);
    },
    press: (chord) => page.keyboard.press(chord),
    click: (x, y) => page.mouse.click(x, y),
    close: () => browser.close(),
  };
}
