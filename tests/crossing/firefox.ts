import { existsSync } from "node:fs";
import { launch, type KeyInput } from "puppeteer-core";
import { chordOf, type Browser } from "./browser";

const FIREFOX = process.env.FIREFOX ?? "/usr/bin/firefox-esr";

/** Firefox by WebDriver BiDi; null where it is not installed. */
export async function firefox(): Promise<Browser | null> {
  if (!existsSync(FIREFOX)) return null;
  const browser = await launch({ browser: "firefox", executablePath: FIREFOX, headless: true });
  const page = await browser.newPage();
  return {
    name: "Firefox",
    open: async (url) => void (await page.goto(url)),
    resize: (width, height) => page.setViewport({ width, height }),
    ask: async <T>(expression: string) => (await page.evaluate(expression)) as T,
    type: async (words) => {
      for (const letter of words) await page.keyboard.press((letter === "\n" ? "Enter" : letter) as KeyInput);
    },
    async press(chord) {
      const { held, key } = chordOf(chord);
      for (const one of held) await page.keyboard.down(one as KeyInput);
      await page.keyboard.press(key as KeyInput);
      for (const one of [...held].reverse()) await page.keyboard.up(one as KeyInput);
    },
    click: (x, y) => page.mouse.click(x, y),
    close: () => browser.close(),
  };
}
