import { chromium, type Page } from "@playwright/test";
import { execFile } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { CHROMIUM } from "#tests/chromium";
import { generatedMarkdown, wideVocabulary } from "../generated";
import { RunningServer } from "../running-server";

/*
 * What readers of an edition wait for, in Chromium of the size of a phone with a processor four times slower, and what an edition costs the server. The text
 * has as many different words as a long one has.
 */
const PAGES = (process.env.PAGES ?? "10,100,1000,3000").split(",").map(Number);
const TIMES = 9;
const SLOWER = 4;

interface Measured {
  readonly pages: number;
  readonly edition: number;
  readonly open: number;
  readonly cold: number;
  readonly page: number;
  readonly fonts: number;
  readonly scripts: number;
  readonly loaded: number;
  readonly next: number;
  readonly searched: number;
  readonly searchedFirst: number;
  readonly index: number;
  readonly indexShare: number;
  readonly built: number;
  readonly builtMemory: number;
  readonly each: number;
  readonly p95: number;
}

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const data = mkdtempSync(path.join(tmpdir(), "gate-rope-bench-"));
const browser = await chromium.launch(CHROMIUM);
const rows: Measured[] = [];
try {
  for (const pages of PAGES) rows.push(await measured(pages));
} finally {
  await browser.close();
  rmSync(data, { recursive: true, force: true });
}

const ms = (value: number) => `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ms`;
const kB = (value: number) => `${(value / 1000).toFixed(0)} kB`;
const LINES: readonly [string, (row: Measured) => string][] = [
  ["first byte: edition", (row) => ms(row.edition)],
  ["first byte: living text, open", (row) => ms(row.open)],
  ["first byte: living text, cold", (row) => ms(row.cold)],
  ["a section's page with style, compressed", (row) => kB(row.page)],
  ["fonts beside it", (row) => kB(row.fonts)],
  ["its scripts, compressed", (row) => `${(row.scripts / 1000).toFixed(1)} kB`],
  ["loaded, at an anchor deep inside", (row) => ms(row.loaded)],
  ["next section after the key", (row) => ms(row.next)],
  ["first result after the third letter, index loaded", (row) => ms(row.searched)],
  ["the same with the index still to be fetched", (row) => ms(row.searchedFirst)],
  [
    "index, compressed; its share of the text",
    (row) => `${kB(row.index)}; ${(row.indexShare * 100).toFixed(0)} %`,
  ],
  [
    "edition built: processor time; memory of the server more",
    (row) => `${(row.built / 1000).toFixed(1)} s; ${row.builtMemory.toFixed(0)} MB`,
  ],
  ["pages a second by 50 connections; p95", (row) => `${row.each.toFixed(0)}; ${ms(row.p95)}`],
];
console.log(`| readers | ${rows.map(({ pages }) => `${pages} pages`).join(" | ")} |`);
console.log(`| --- | ${rows.map(() => "---").join(" | ")} |`);
for (const [called, cell] of LINES) console.log(`| ${called} | ${rows.map(cell).join(" | ")} |`);

async function measured(pages: number): Promise<Measured> {
  const folder = path.join(data, String(pages));
  let server = await RunningServer.start(folder, 4395);
  const text = generatedMarkdown(pages, wideVocabulary());
  const id = await imported(server, text);
  const open = median(await times(5, () => firstByte(`${server.address}/read/${id}`)));
  server.stop();
  server = await RunningServer.start(folder, 4395);
  try {
    const cold = await firstByte(`${server.address}/read/${id}`);
    const [before, memory] = [server.processorTime, server.memory];
    await publish(server, id);
    const built = server.processorTime - before;
    const builtMemory = server.peak - memory;
    const home = `${server.address}/read/${id}/`;
    const edition = median(await times(TIMES, () => firstByte(`${home}edition/1/`)));
    const anchor = `h${Math.floor(pages * 0.9)}`;
    const weight = await weights(home, anchor);
    return {
      pages,
      edition,
      open,
      cold,
      ...weight,
      indexShare: weight.indexWhole / Buffer.byteLength(text),
      ...(await inBrowser(home, anchor)),
      built,
      builtMemory,
      ...(await underLoad(home)),
    };
  } finally {
    server.stop();
  }
}

async function times(count: number, once: () => Promise<number>): Promise<number[]> {
  const all: number[] = [];
  for (let i = 0; i < count; i++) all.push(await once());
  return all;
}

async function imported(server: RunningServer, text: string): Promise<string> {
  const answer = await fetch(`${server.address}/api/documents/import?name=bench.md`, {
    method: "POST",
    headers: { origin: server.address, "Content-Type": "application/octet-stream" },
    body: new TextEncoder().encode(text),
  });
  const id = /"id":"([^"]+)"/.exec(await answer.text())?.[1];
  if (!id) throw new Error(`the text was not imported: ${answer.status}`);
  return id;
}

async function publish(server: RunningServer, id: string): Promise<void> {
  const made = `${server.address}/api/documents/${id}`;
  const begun = await fetch(`${made}/editions`, {
    method: "POST",
    headers: { origin: server.address, "Content-Type": "application/json" },
    body: "{}",
  });
  const { job } = (await begun.json()) as { job: string };
  for (;;) {
    const { state } = (await (await fetch(`${made}/made/${job}`)).json()) as { state: { kind: string } };
    if (state.kind === "made") return;
    if (state.kind !== "making") throw new Error(JSON.stringify(state));
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

async function firstByte(address: string): Promise<number> {
  const started = performance.now();
  const answer = await fetch(address);
  const time = performance.now() - started;
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${address}: ${answer.status}`);
  return time;
}

/** How many bytes a page brings with it, as they are sent. */
async function weights(home: string, anchor: string) {
  const page = await fetch(`${home}at/${anchor}`);
  const html = await page.text();
  const sent = async (address: string) => {
    const { headers, ok } = await fetch(new URL(address, page.url), {
      method: "HEAD",
      headers: { "accept-encoding": "br" },
    });
    if (!ok) throw new Error(`${address} is not there`);
    return Number(headers.get("content-length"));
  };
  const addresses = (pattern: RegExp, from = html) =>
    [...from.matchAll(pattern)].map(([, address]) => address!);
  const total = async (some: readonly string[]) =>
    (await Promise.all(some.map(sent))).reduce((a, b) => a + b, 0);
  const styles = addresses(/<link rel="stylesheet" href="([^"]+)"/g);
  const css = await (await fetch(new URL(styles[0]!, page.url))).text();
  const scripts = addresses(/<script src="([^"]+)"/g);
  const program = await (await fetch(new URL(scripts.at(-1)!, page.url))).text();
  const [, worker = ""] = /"worker":"([^"]+)"/.exec(program) ?? [];
  const [, index = ""] = /"index":"([^"]+)"/.exec(program) ?? [];
  const packed = await fetch(new URL(index, page.url));
  return {
    page: (await sent(page.url)) + (await total(styles)),
    fonts: await total(addresses(/url\((fonts\/[^)]+)\)/g, css)),
    scripts: (await total(scripts)) + (await sent(worker)),
    index: await sent(index),
    indexWhole: (await packed.arrayBuffer()).byteLength,
  };
}

async function phone(): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  const protocol = await context.newCDPSession(page);
  await protocol.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
  return page;
}

async function inBrowser(home: string, anchor: string) {
  const loaded: number[] = [];
  const next: number[] = [];
  const searched: number[] = [];
  const searchedFirst: number[] = [];
  for (let i = 0; i < TIMES; i++) {
    const page = await phone();
    await page.goto(`${home}at/${anchor}`);
    // From the address to the place being painted where it is to stand.
    loaded.push(
      await page.evaluate(
        () =>
          new Promise<number>((done) =>
            requestAnimationFrame(() => {
              const [{ loadEventEnd }] = performance.getEntriesByType("navigation") as [
                PerformanceNavigationTiming,
              ];
              const paint = performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0;
              done(Math.max(loadEventEnd, paint));
            }),
          ),
      ),
    );
    searchedFirst.push(await resultAfter(page, "kal"));
    searched.push(await resultAfter(page, "ren"));
    await page.keyboard.press("Escape");
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await page.waitForTimeout(400);
    next.push(await nextSection(page));
    await page.context().close();
  }
  return {
    loaded: median(loaded),
    next: median(next),
    searched: median(searched),
    searchedFirst: median(searchedFirst),
  };
}

/** From the third letter to the first result with the words around it. */
async function resultAfter(page: Page, word: string): Promise<number> {
  const field = page.getByRole("searchbox");
  await field.fill("");
  await page.evaluate(() => {
    const waiting = { from: 0, result: null as Promise<number> | null };
    (window as unknown as { waiting: typeof waiting }).waiting = waiting;
    waiting.result = new Promise<number>((done) => {
      document.querySelector(".search input")!.addEventListener("input", ({ target }) => {
        if ((target as HTMLInputElement).value.length !== 3) return;
        waiting.from = performance.now();
        const look = () =>
          document.querySelector(".found:not([hidden]) li:not(.name) a")
            ? done(performance.now() - waiting.from)
            : requestAnimationFrame(look);
        document.querySelector(".found ol:last-of-type")!.replaceChildren();
        requestAnimationFrame(look);
      });
    });
  });
  await field.pressSequentially(word, { delay: 60 });
  return page.evaluate(() => (window as unknown as { waiting: { result: Promise<number> } }).waiting.result);
}

/** From the key to the first paint of the next page. */
async function nextSection(page: Page): Promise<number> {
  const before = page.url();
  await page.evaluate(() => {
    addEventListener(
      "keydown",
      () => sessionStorage.setItem("bench", String(performance.timeOrigin + performance.now())),
      true,
    );
  });
  await page.keyboard.press("ArrowRight");
  await page.waitForURL((url) => url.href !== before);
  return page.evaluate(
    () =>
      new Promise<number>((done) => {
        const pressed = Number(sessionStorage.getItem("bench"));
        const look = () => {
          const paint = performance.getEntriesByName("first-contentful-paint")[0];
          if (!paint) return requestAnimationFrame(look);
          const [{ activationStart = 0 }] = performance.getEntriesByType("navigation") as [
            PerformanceNavigationTiming & { activationStart?: number },
          ];
          return done(performance.timeOrigin + Math.max(paint.startTime, activationStart) - pressed);
        };
        look();
      }),
  );
}

async function underLoad(home: string): Promise<{ each: number; p95: number }> {
  const contents = await (await fetch(`${home}contents.html`)).text();
  const files = [...new Set([...contents.matchAll(/href="([^"#/]+\.html)/g)].map(([, file]) => file!))].slice(
    0,
    40,
  );
  const { stdout } = await promisify(execFile)(process.execPath, [
    "dist/bench-readers-load.mjs",
    home,
    files.join(","),
  ]);
  return JSON.parse(stdout) as { each: number; p95: number };
}
