import { chromium } from "@playwright/test";
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { newId, schema } from "@/core/document";
import { readFile } from "@/core/formats";
import { LOCAL_AUTHOR, openAuthority } from "@/server";
import { generatedMarkdown } from "../generated";
import { serveBare } from "./bare-server";
import { OpenEditor } from "./measure";

void gzipSync;
const PAGES = (process.env.PAGES ?? "10,100,1000,3000").split(",").map(Number);
const ENGINES = (process.env.ENGINES ?? "flat,chunks,rope").split(",");
const KEYS = Number(process.env.KEYS ?? 60);
const root = process.cwd();

const documents = new Map<number, string>();
const ids = new Map<number, string>();
const data = mkdtempSync(path.join(tmpdir(), "gate-rope-bench-"));
const authority = await openAuthority(data);
for (const pages of PAGES) {
  const read = readFile("bench.md", new TextEncoder().encode(generatedMarkdown(pages)));
  if (!read.ok) throw new Error(read.error.reason);
  const list = schema.nodes.contents_list.create({ id: newId(), from: 1, to: 2 });
  const doc = read.manuscript.doc.copy(read.manuscript.doc.content.addToStart(list));
  documents.set(pages, JSON.stringify(doc.toJSON()));
  ids.set(pages, await authority.create(LOCAL_AUTHOR, doc));
}

const port = 4398;
const server = spawn(process.execPath, ["scripts/start.mjs"], {
  env: {
    ...process.env,
    PORT: String(port),
    HOST: "127.0.0.1",
    GATE_ROPE_DATA: data,
    NODE_ENV: "production",
  },
  stdio: "ignore",
});
const address = `http://127.0.0.1:${port}`;
for (let i = 0; i < 200; i++) {
  if ((await fetch(`${address}/api/documents`).catch(() => null))?.ok) break;
  await new Promise((resolve) => setTimeout(resolve, 100));
}
const bare = await serveBare(root, documents);
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
    "--disable-quic",
  ],
});
try {
  for (const pages of PAGES)
    for (const engine of ENGINES) {
      if (engine === "flat" && pages > 1000) continue;
      const where =
        engine === "rope"
          ? `${address}/documents/${ids.get(pages)}`
          : `${bare.address}/?pages=${pages}&${engine}`;
      // The first opening of a server reads the document from disk and compiles the route.
      await (await OpenEditor.open(browser, where)).close();
      const editor = await OpenEditor.open(browser, where);
      const { firstText, firstKey } = editor.opened;
      await editor.settled();
      const rows: string[] = [];
      for (const share of [0.02, 0.5, 0.98]) {
        await editor.place(share);
        const { work, real } = await editor.keys(KEYS);
        rows.push(
          `work ${work.median.toFixed(1)} (${work.p95.toFixed(1)}) real ${real.median.toFixed(1)} (${real.p95.toFixed(1)})`,
        );
      }
      console.log(
        pages,
        engine,
        `text ${firstText.toFixed(0)} key ${firstKey.toFixed(0)}`,
        rows.join(" | "),
        `heap ${(await editor.heap()).toFixed(1)}`,
      );
      await editor.close();
    }
} finally {
  await browser.close();
  bare.server.close();
  server.kill();
}
