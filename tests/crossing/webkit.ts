import { spawn, type ChildProcess } from "node:child_process";
import { existsSync, readdirSync } from "node:fs";
import path from "node:path";
import { chordOf, WEBDRIVER_KEYS, type Browser } from "./browser";

const DRIVER = "/usr/bin/WebKitWebDriver";
const DISPLAY = ":97";

/** WebKit's small browser by its own driver (W3C WebDriver), on a screen that nobody sees; null where it is not installed. */
export async function webkit(port: number): Promise<Browser | null> {
  // In the folder of the machine's architecture.
  const binary = readdirSync("/usr/lib")
    .map((folder) => path.join("/usr/lib", folder, "webkit2gtk-4.1/MiniBrowser"))
    .find((file) => existsSync(file));
  if (!existsSync(DRIVER) || !binary || !existsSync("/usr/bin/Xvfb")) return null;
  const children: ChildProcess[] = [];
  const start = (command: string, args: string[]) =>
    children.push(
      spawn(command, args, {
        stdio: "ignore",
        env: { ...process.env, DISPLAY, WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: "1", GDK_BACKEND: "x11" },
      }),
    );
  const end = () => children.forEach((child) => child.kill());
  start("/usr/bin/Xvfb", [DISPLAY, "-screen", "0", "1600x1200x24", "-nolisten", "tcp"]);
  start(DRIVER, [`--port=${port}`]);
  try {
    return await session(`http://127.0.0.1:${port}`, binary, end);
  } catch (error) {
    end();
    throw error;
  }
}

async function session(driver: string, binary: string, end: () => void): Promise<Browser> {
  await untilReady(driver);
  const begun = await call<{ sessionId: string }>("POST", `${driver}/session`, {
    capabilities: {
      alwaysMatch: { "webkitgtk:browserOptions": { binary, args: ["--automation"] } },
    },
  });
  const at = `${driver}/session/${begun.sessionId}`;
  const act = (actions: unknown[]) => call("POST", `${at}/actions`, { actions });
  const keys = (actions: unknown[]) => act([{ type: "key", id: "keyboard", actions }]);
  const valueOf = (key: string) => WEBDRIVER_KEYS[key] ?? key;
  const ask = <T>(expression: string) =>
    call<T>("POST", `${at}/execute/sync`, { script: `return (${expression})`, args: [] });
  return {
    name: "WebKit",
    open: (url) => call("POST", `${at}/url`, { url }),
    async resize(width, height) {
      await call("POST", `${at}/window/rect`, { x: 0, y: 0, width, height });
      const [inside, high] = await ask<[number, number]>("[innerWidth, innerHeight]");
      await call("POST", `${at}/window/rect`, {
        x: 0,
        y: 0,
        width: 2 * width - inside,
        height: 2 * height - high,
      });
    },
    ask,
    async type(words) {
      for (const letter of words)
        await keys([
          { type: "keyDown", value: letter === "\n" ? WEBDRIVER_KEYS.Enter : letter },
          { type: "keyUp", value: letter === "\n" ? WEBDRIVER_KEYS.Enter : letter },
        ]);
    },
    async press(chord) {
      const { held, key } = chordOf(chord);
      await keys([
        ...held.map((one) => ({ type: "keyDown", value: valueOf(one) })),
        { type: "keyDown", value: valueOf(key) },
        { type: "keyUp", value: valueOf(key) },
        ...[...held].reverse().map((one) => ({ type: "keyUp", value: valueOf(one) })),
      ]);
    },
    async click(x, y) {
      await act([
        {
          type: "pointer",
          id: "mouse",
          parameters: { pointerType: "mouse" },
          actions: [
            { type: "pointerMove", duration: 0, x: Math.round(x), y: Math.round(y) },
            { type: "pointerDown", button: 0 },
            { type: "pointerUp", button: 0 },
          ],
        },
      ]);
    },
    async close() {
      await call("DELETE", at).catch(() => {});
      end();
    },
  };
}

async function untilReady(driver: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      return void (await call("GET", `${driver}/status`));
    } catch (error) {
      if (tries === 100) throw error;
      await new Promise((done) => setTimeout(done, 100));
    }
  }
}

/** One command of WebDriver (W3C WebDriver, 6.1). */
async function call<T = void>(method: string, url: string, body?: unknown): Promise<T> {
  const answer = await fetch(url, { method, ...(body !== undefined && { body: JSON.stringify(body) }) });
  const { value } = (await answer.json()) as { value: T & { error?: string; message?: string } };
  if (!answer.ok) throw new Error(`${value.error}: ${value.message}`);
  return value;
}
