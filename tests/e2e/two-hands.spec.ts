import { expect, type BrowserContext, type Page } from "@playwright/test";
import { another, documentId, kept, manuscript, openFile, selectWords, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

test("two people write at once: each sees the other's words, name, caret and selection, and both end with the same text", async ({
  page,
  browser,
}) => {
  await openFile(page, "two.md", "# Two hands\n\nThe first paragraph.\n\nThe second paragraph.");
  const { other, context } = await another(page, () => browser.newContext(), "Mirel");
  await expect(page.getByRole("button", { name: "Who is here: you, Mirel" })).toBeVisible();
  await Promise.all([
    manuscript(page).getByText("The first").click(),
    manuscript(other).getByText("The second").click(),
  ]);
  await Promise.all([page.keyboard.press("End"), other.keyboard.press("End")]);
  await Promise.all([
    page.keyboard.type(" One hand writes here.", { delay: 15 }),
    other.keyboard.type(" The other writes there.", { delay: 15 }),
  ]);
  for (const it of [page, other]) {
    await expect(manuscript(it)).toContainText("The first paragraph. One hand writes here.");
    await expect(manuscript(it)).toContainText("The second paragraph. The other writes there.");
  }
  await expect(manuscript(page).locator('.others-caret[data-name="Mirel"]')).toBeVisible();
  await selectWords(other, "second paragraph");
  await expect(manuscript(page).locator(".others-selection")).toHaveText("second paragraph");
  // The rope shows where others are, also when all they do is go elsewhere.
  const onRope = page.getByRole("navigation", { name: "Rope" }).locator('[data-person="Mirel"] circle');
  const heightOf = () => onRope.getAttribute("cy");
  const low = await heightOf();
  await manuscript(other).getByRole("heading", { name: "Two hands" }).click();
  await expect.poll(heightOf).not.toBe(low);

  // Undo takes back only your own.
  await manuscript(page).focus();
  await page.keyboard.press("Control+z");
  await expect(manuscript(page)).not.toContainText("One hand writes here.");
  await expect(manuscript(page)).toContainText("The other writes there.");

  await page.getByRole("button", { name: /^Who is here/ }).click();
  await page.getByLabel("Your name, as others see it").fill("Oda");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.getByRole("button", { name: "Who is here: you, Oda" })).toBeVisible();
  await context.close();
  await expect(page.getByRole("button", { name: "Who is here: only you" })).toBeVisible();
});

test("tabs of one browser show the same text, and send nothing twice", async ({ page, context }) => {
  await openFile(page, "two.md", "# Two tabs\n\ntext");
  const second = await context.newPage();
  await second.goto(page.url());
  await manuscript(second).waitFor();
  await typeAtEnd(page, " seen there too");
  await expect(manuscript(second)).toContainText("seen there too");
  await typeAtEnd(second, " and back");
  await expect(manuscript(page)).toContainText("text seen there too and back");
  await kept(page);
  await kept(second);
  const answer = await page.request.get(`/api/documents/${documentId(page)}`);
  expect(JSON.stringify(await answer.json()).match(/seen there too/g)).toHaveLength(1);
});

test("a lost network is found again without a reload: what both wrote meanwhile is in both", async ({
  page,
  browser,
}) => {
  await openFile(page, "net.md", "# Net\n\ntext");
  const { other, context } = await another(page, () => browser.newContext(), "Mirel");
  await page.context().setOffline(true);
  await typeAtEnd(page, " written without a network");
  await expect(page.locator('[data-kept="unreachable"]')).toContainText(
    "Your changes are stored in this browser.",
  );
  await manuscript(other).getByText("Net").click();
  await other.keyboard.press("End");
  await other.keyboard.type(" of the other");
  await kept(other);
  await page.context().setOffline(false);
  await kept(page);
  await expect(manuscript(page)).toContainText("Net of the other");
  await expect(manuscript(other)).toContainText("written without a network");
  await context.close();
});

for (const [how, end] of [
  ["closed", (page: Page) => page.close({ runBeforeUnload: false })],
  [
    "killed",
    async (page: Page, context: BrowserContext) => {
      const protocol = await context.newCDPSession(page);
      void protocol.send("Page.crash").catch(() => {});
      await page.waitForEvent("crash");
    },
  ],
] as const)
  test(`what a ${how} tab had not sent is sent when the document is opened next`, async ({
    page,
    context,
  }) => {
    await openFile(page, `${how}.md`, "# Tab\n\ntext");
    const address = page.url();
    await page.route("**/steps", (route) =>
      route.request().method() === "POST" ? route.abort() : route.continue(),
    );
    await typeAtEnd(page, " never sent");
    await expect(page.locator('[data-kept="unreachable"]')).toContainText(
      "Your changes are stored in this browser.",
    );
    await end(page, context);
    const next = await context.newPage();
    await next.goto(address);
    await expect(manuscript(next)).toContainText("text never sent");
    await next.reload();
    await expect(manuscript(next)).toContainText("text never sent");
    await expect(manuscript(next)).not.toContainText("never sent never sent");
  });

test("where the browser stores nothing, the screen says that the latest changes exist only in this tab", async ({
  page,
}) => {
  await page.addInitScript(() => {
    indexedDB.open = () => {
      throw new DOMException("forbidden", "SecurityError");
    };
  });
  await openFile(page, "forbidden.md", "# Forbidden\n\ntext");
  await page.route("**/steps", (route) =>
    route.request().method() === "POST" ? route.abort() : route.continue(),
  );
  await typeAtEnd(page, " only here");
  await expect(page.locator('[data-kept="unreachable"]')).toContainText(
    "Your latest changes exist only in this tab.",
  );
  await page.unroute("**/steps");
  await kept(page);
});

test("where the browser's storage is full, the screen says so, and what is written then is kept all the same", async ({
  page,
  context,
}) => {
  await openFile(page, "full.md", "# Full\n\ntext");
  await kept(page);
  const protocol = await context.newCDPSession(page);
  const { origin } = new URL(page.url());
  await protocol.send("Storage.overrideQuotaForOrigin", { origin, quotaSize: 1 });
  await page.route("**/steps", (route) =>
    route.request().method() === "POST" ? route.abort() : route.continue(),
  );
  await typeAtEnd(page, " no room");
  await expect(page.locator('[data-kept="unreachable"]')).toContainText(
    "Your latest changes exist only in this tab.",
  );
  await protocol.send("Storage.overrideQuotaForOrigin", { origin });
  await typeAtEnd(page, " until now");
  await expect(page.locator('[data-kept="unreachable"]')).toContainText(
    "Your changes are stored in this browser.",
  );
  await page.unroute("**/steps");
  await kept(page);
  await page.reload();
  await expect(manuscript(page)).toContainText("text no room until now");
});

test("words whose place somebody else removed are shown to their author and can be put back", async ({
  page,
  browser,
}) => {
  await openFile(page, "gone.md", "# Gone\n\nfirst\n\nsecond to go\n\nlast");
  const { other, context } = await another(page, () => browser.newContext(), "Mirel");
  await page.context().setOffline(true);
  await manuscript(page).getByText("second to go").click();
  await page.keyboard.press("Home");
  for (let i = 0; i < "second".length; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.type(" with new words");
  await expect(page.locator('[data-kept="unreachable"]')).toBeVisible();
  await manuscript(other).getByText("second to go").click({ clickCount: 3 });
  await other.keyboard.press("Delete");
  await other.keyboard.press("Backspace");
  await kept(other);
  await page.context().setOffline(false);
  const lost = page.getByRole("region", { name: "Text without a place" });
  await expect(lost).toContainText("second with new words to go");
  await expect(manuscript(page)).not.toContainText("with new words");
  // They are there until something is done with them.
  await page.reload();
  await expect(lost).toContainText("second with new words to go");
  await manuscript(page).getByText("last").click();
  await lost.getByRole("button", { name: "Insert at the cursor" }).focus();
  await page.keyboard.press("Enter");
  await expect(manuscript(page)).toContainText("second with new words to go");
  await expect(lost).toBeHidden();
  // Where their box was the keyboard has not been left on nothing.
  await expect.poll(() => page.evaluate(() => document.activeElement === document.body)).toBe(false);
  await kept(page);
  await expect(manuscript(other)).toContainText("second with new words to go");
  await context.close();
});

test("ten windows of one browser that are all looked at share one connection, and show the same text", async ({
  page,
  context,
}) => {
  await openFile(page, "ten.md", "# Ten windows\n\ntext");
  const windows = [page];
  const open = new Set<unknown>();
  context.on("request", (request) => {
    if (new URL(request.url()).pathname === "/api/live") open.add(request);
  });
  for (const over of ["requestfinished", "requestfailed"] as const)
    context.on(over as "requestfinished", (request) => void open.delete(request));
  for (let i = 1; i < 10; i++) {
    const another = await context.newPage();
    await another.goto(page.url());
    await manuscript(another).waitFor({ timeout: 30_000 });
    windows.push(another);
  }
  await typeAtEnd(windows[9]!, " seen by all");
  for (const one of windows) await expect(manuscript(one)).toContainText("text seen by all");
  await expect.poll(() => open.size).toBe(1);
  // All of them are heard of, so the server knows all.
  await expect(
    windows[4]!.getByRole("button", { name: /^Who is here: you(?:, Author \d+){9}$/ }),
  ).toBeVisible();
  // The one that holds the connection goes, and the others go on hearing.
  await windows[0]!.close();
  await typeAtEnd(windows[5]!, " and on");
  for (const one of windows.slice(1)) await expect(manuscript(one)).toContainText("text seen by all and on");
});
