import { expect } from "@playwright/test";
import { kept, manuscript, storedLines } from "./desk";
import { test } from "./own-shelf";

/** How often a tab is ended; `npm run test:long` does it 64 times. */
const DEATHS = Number(process.env.DEATHS ?? 6);

test("a tab that crashes right behind a key loses nothing that it showed", async ({
  browser,
  request,
  baseURL,
}) => {
  test.setTimeout(60_000 + DEATHS * 8_000);
  const { id } = (await (await request.post("/api/documents", { data: { title: "Dies" } })).json()) as {
    id: string;
  };
  const context = await browser.newContext({ baseURL });
  let expected = "";
  for (let death = 0; death < DEATHS; death++) {
    const tab = await context.newPage();
    await tab.goto(`/documents/${id}`);
    await expect(manuscript(tab)).toContainText(expected);
    await tab.keyboard.press("Control+End");
    // No space at the end: whether that is back already could not be waited for.
    const words = `tab${death}.`;
    for (const letter of words) await tab.keyboard.press(letter);
    // From 0 to 30 milliseconds behind the key, without any handler of the page.
    const killer = await context.newCDPSession(tab);
    const crashed = tab.waitForEvent("crash");
    await new Promise((done) => setTimeout(done, (death * 30) / DEATHS));
    killer.send("Page.crash").catch(() => {});
    await crashed;
    expected += words;
    await tab.close();
  }
  const last = await context.newPage();
  await last.goto(`/documents/${id}`);
  await expect(manuscript(last)).toContainText(expected);
  await kept(last);
  expect((await storedLines(last)).at(-1)).toBe(expected);
  await context.close();
});
