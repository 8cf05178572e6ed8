import { expect, type CDPSession, type Page } from "@playwright/test";

/** What an assistive tool is told of one thing on the page, by the browser's own accessibility tree. */
export interface Told {
  readonly role: string;
  readonly name: string;
  readonly description: string;
  readonly value: string;
  readonly properties: Readonly<Record<string, unknown>>;
  readonly node: number | undefined;
}

const sessions = new WeakMap<Page, Promise<CDPSession>>();

function protocolOf(page: Page): Promise<CDPSession> {
  let session = sessions.get(page);
  if (!session) sessions.set(page, (session = page.context().newCDPSession(page)));
  return session;
}

/** All that an assistive tool is told of, in order. */
export async function told(page: Page): Promise<readonly Told[]> {
  const protocol = await protocolOf(page);
  const { nodes } = await protocol.send("Accessibility.getFullAXTree");
  return nodes
    .filter(({ ignored }) => !ignored)
    .map(({ role, name, description, value, properties = [], backendDOMNodeId }) => ({
      role: String(role?.value ?? ""),
      name: String(name?.value ?? ""),
      description: String(description?.value ?? ""),
      value: String(value?.value ?? ""),
      properties: Object.fromEntries(properties.map((one) => [one.name, one.value.value as unknown])),
      node: backendDOMNodeId,
    }));
}

type Name = string | RegExp;

function isCalled({ name }: Told, wanted: Name): boolean {
  return typeof wanted === "string" ? name.trim() === wanted : wanted.test(name);
}

/** Waits until something of a role and name is told; answers it. */
export async function heard(page: Page, role: string, name: Name): Promise<Told> {
  let found: Told | undefined;
  await expect
    .poll(
      async () => {
        const all = await told(page);
        found = all.find((one) => one.role === role && isCalled(one, name));
        return found ? "told" : all.filter((one) => one.role === role).map((one) => one.name);
      },
      { message: `${role} ${String(name)}` },
    )
    .toBe("told");
  return found!;
}

/** Waits until words are said in a region that is read aloud when it changes. */
export async function said(page: Page, words: RegExp): Promise<void> {
  await expect
    .poll(
      async () => {
        const all = await told(page);
        return all.some((one) => one.role === "status") && all.some(({ name }) => words.test(name));
      },
      { message: String(words) },
    )
    .toBe(true);
}

/** What has the keyboard, as an assistive tool is told. */
export async function focused(page: Page): Promise<Told | undefined> {
  const all = await told(page);
  return all.findLast(({ role, properties }) => properties.focused === true && role !== "RootWebArea");
}

/** Waits until something has the keyboard. */
export async function hasKeyboard(page: Page, role: string, name: Name): Promise<void> {
  await expect
    .poll(
      async () => {
        const now = await focused(page);
        return now?.role === role && isCalled(now, name) ? "it" : `${now?.role} ${now?.name}`;
      },
      { message: `${role} ${String(name)} has the keyboard` },
    )
    .toBe("it");
}

/** Presses a key until something has the keyboard. */
export async function pressUntil(
  page: Page,
  key: string,
  role: string,
  name: Name,
  most = 40,
): Promise<number> {
  for (let pressed = 0; pressed <= most; pressed++) {
    const now = await focused(page);
    if (now?.role === role && isCalled(now, name)) return pressed;
    await page.keyboard.press(key);
  }
  throw new Error(`${key} does not lead to ${role} ${String(name)}`);
}

/** Touches what is told under a role and name, in its middle, with a finger. */
export async function touch(page: Page, role: string, name: Name): Promise<void> {
  const { node } = await heard(page, role, name);
  const protocol = await protocolOf(page);
  await protocol.send("DOM.scrollIntoViewIfNeeded", { backendNodeId: node! });
  const { model } = await protocol.send("DOM.getBoxModel", { backendNodeId: node! });
  const [left, top, right, , , bottom] = model.border as [number, number, number, number, number, number];
  await page.touchscreen.tap((left + right) / 2, (top + bottom) / 2);
}

/** Chooses a word of the text by two touches. */
export async function touchWord(page: Page, word: string): Promise<void> {
  const protocol = await protocolOf(page);
  const { node } = await heard(page, "StaticText", new RegExp(`\\b${word}\\b`));
  const { object } = await protocol.send("DOM.resolveNode", { backendNodeId: node! });
  const { result } = await protocol.send("Runtime.callFunctionOn", {
    objectId: object.objectId!,
    functionDeclaration: `function (word) {
      const range = document.createRange();
      const text = this.nodeType === 3 ? this : this.firstChild;
      const at = text.data.indexOf(word);
      range.setStart(text, at);
      range.setEnd(text, at + word.length);
      const box = range.getBoundingClientRect();
      return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    }`,
    arguments: [{ value: word }],
    returnByValue: true,
  });
  const { x, y } = result.value as { x: number; y: number };
  for (let i = 0; i < 2; i++) await page.touchscreen.tap(x, y);
  await page.waitForFunction((wanted) => getSelection()!.toString().trim() === wanted, word);
}
