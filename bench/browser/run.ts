import { chromium } from "@playwright/test";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { CHROMIUM } from "#tests/chromium";
import { newId, schema } from "@/core/document";
import { readFile } from "@/core/formats";
import { LOCAL_AUTHOR, openAuthority } from "@/server";
import { accepting } from "../accepting";
import { generatedMarkdown } from "../generated";
import { RunningServer } from "../running-server";
import type { Spread } from "../spread";
import { serveBare } from "./bare-server";
import { keysInTurns } from "./in-turns";
import { OpenEditor } from "./measure";

/*
 * The application in a browser beside the bare engine with the same text, flat and in chunks, all in one run; then how many
 * steps a second a server accepts.
 */
const PAGES = (process.env.PAGES ?? "10,100,1000,3000").split(",").map(Number);
const KEYS = Number(process.env.KEYS ?? 60);
const PLACES = { start: 0.02, middle: 0.5, end: 0.98 };
const ENGINES = ["bare, flat", "bare, in chunks", "Gate Rope"] as const;
type Engine = (typeof ENGINES)[number];
const SECONDS = 6;

const data = mkdtempSync(path.join(tmpdir(), "gate-rope-bench-"));
const documents = new Map<number, string>();
const ids = new Map<number, string>();
const shared: string[] = [];
const whole = new Map<number, Record<string, number>>();
const minimap = new Map<number, { still: Spread; moved: Spread }>();
const authority = await openAuthority(data);
for (const pages of PAGES) {
  const read = readFile("bench.md", new TextEncoder().encode(generatedMarkdown(pages)));
  if (!read.ok) throw new Error(read.error.reason);
  const { doc } = read.manuscript;
  const list = schema.nodes.contents_list.create({ id: newId(), from: 1, to: 2 });
  const whole = doc.copy(doc.content.addToStart(list));
  documents.set(pages, JSON.stringify(whole.toJSON()));
  ids.set(pages, await authority.create(LOCAL_AUTHOR, whole));
  // Written into at its first block, which is to hold words.
  if (pages === 1_000 || pages === 10) {
    const count = pages === 10 ? 50 : 1;
    for (let i = 0; i < count; i++) shared.push(await authority.create(LOCAL_AUTHOR, doc));
  }
}

const line = (...cells: (string | number)[]) => console.log(`| ${cells.join(" | ")} |`);
const spread = ({ median, p95 }: Spread) => `${median.toFixed(1)} (${p95.toFixed(1)})`;

const address = (engine: Engine, pages: number) =>
  engine === "Gate Rope"
    ? `${server.address}/documents/${ids.get(pages)}`
    : `${bare.address}/?pages=${pages}${engine === "bare, flat" ? "" : "&chunks"}`;

const server = await RunningServer.start(data, 4398);
const bare = await serveBare(process.cwd(), documents);
const browser = await chromium.launch(CHROMIUM);
try {
  line(
    "pages",
    "engine",
    "text shown",
    "in the editor",
    "first key in",
    ...Object.keys(PLACES).map((place) => `work of a key, ${place} (p95)`),
    "after it, middle (p95)",
    "key to painted, middle (p95)",
    "far jump",
    "off by",
    "heap",
  );
  line(...Array<string>(13).fill("---"));
  for (const pages of PAGES)
    for (const engine of ENGINES) {
      if (engine === "bare, flat" && pages > 1_000) continue;
      const own = engine === "Gate Rope";
      const where = address(engine, pages);
      // The first opening also warms the server and the browser's caches of code.
      await (await OpenEditor.open(browser, where)).close();
      const editor = await OpenEditor.open(browser, where);
      const { opened } = editor;
      await editor.settled();
      const work: string[] = [];
      const middle: string[] = [];
      for (const [place, share] of Object.entries(PLACES)) {
        await editor.place(share);
        const keys = await editor.keys(KEYS);
        work.push(`${spread(keys.work)} ms`);
        if (place === "middle") middle.push(`${spread(keys.after)} ms`, `${spread(keys.real)} ms`);
      }
      // Every heading of the text ends with its number.
      const far = [0.93, 0.8, 0.7, 0.6, 0.5].map((share) => ` ${Math.floor(pages * 2 * share)}`);
      const jump = await editor.farJumps(far, own ? "box" : "scroll");
      line(
        pages,
        engine,
        `${opened.firstText.toFixed(0)} ms`,
        `${opened.editor.toFixed(0)} ms`,
        `${opened.firstKey.toFixed(0)} ms`,
        ...work,
        ...middle,
        `${jump.time.toFixed(0)} ms`,
        `${jump.off.toFixed(1)} px`,
        `${(await editor.heap()).toFixed(1)} MB`,
      );
      if (own) minimap.set(pages, await editor.minimapFrames());
      if (own && pages >= 1_000) whole.set(pages, await editor.toTheWhole());
      await editor.close();
    }
  console.log("");
  const beside = [
    ["bare, in chunks", 1_000],
    ["Gate Rope", 1_000],
    ["Gate Rope", 10],
  ] as const;
  if (beside.every(([, pages]) => PAGES.includes(pages))) {
    const editors = [];
    for (const [engine, pages] of beside)
      editors.push(await OpenEditor.open(browser, address(engine, pages)));
    for (const editor of editors) await editor.settled();
    line(
      "work of a key, in turns (p95)",
      ...beside.map(([engine, pages]) => `${engine}, ${pages}`),
      "times bare",
      "times 10 pages",
    );
    line(...Array<string>(beside.length + 3).fill("---"));
    for (const [place, share] of Object.entries(PLACES)) {
      const works = await keysInTurns(editors, share);
      const [limit, long, short] = works.map(({ median }) => median);
      line(
        place,
        ...works.map((work) => `${spread(work)} ms`),
        (long! / limit!).toFixed(2),
        (long! / short!).toFixed(2),
      );
    }
    for (const editor of editors) await editor.close();
    console.log("");
  }
  line("a frame of the rope, median (p95)", "nothing moves", "drawn larger, along and smaller");
  line("---", "---", "---");
  for (const [pages, { still, moved }] of minimap)
    line(`${pages} pages, ${pages * 2} headings`, `${spread(still)} ms`, `${spread(moved)} ms`);
  if (whole.size > 0) {
    const doings = Object.keys([...whole.values()][0]!).filter((what) => what !== "words replaced");
    console.log("");
    line("to the whole text, key to painted", ...doings);
    line(...Array<string>(doings.length + 1).fill("---"));
    for (const [pages, times] of whole)
      line(
        `${pages} pages, ${times["words replaced"]} words replaced`,
        ...doings.map((what) => `${times[what]!.toFixed(0)} ms`),
      );
  }
  console.log(`\nThe server then used ${server.memory.toFixed(0)} MB.\n`);

  line("writing", "steps a second", "answer (p95)");
  line("---", "---", "---");
  const [small, long] = [shared.slice(0, 50), shared.slice(-1)];
  for (const [what, where, clients, pause] of [
    ["1 client, one document of 1,000 pages", long, 1, 0],
    ["10 clients, one document of 1,000 pages", long, 10, 0],
    ["50 clients, one document of 1,000 pages", long, 50, 0],
    ["50 clients, 4.3 steps a second each, one document of 1,000 pages", long, 50, 235],
    ["50 clients, one document of 10 pages", small.slice(0, 1), 50, 0],
    ["50 clients, 50 documents of 10 pages", small, 50, 0],
  ] as const) {
    if (where.length === 0) continue;
    const { perSecond, answer } = await accepting(server.address, where, clients, pause, SECONDS);
    line(what, perSecond.toFixed(0), `${spread(answer)} ms`);
  }
  console.log(`\nThe server then used ${server.memory.toFixed(0)} MB.`);
} finally {
  await browser.close();
  bare.server.close();
  server.stop();
  rmSync(data, { recursive: true, force: true });
}
