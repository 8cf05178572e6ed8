import { chromium } from "@playwright/test";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { CHROMIUM } from "#tests/chromium";
import { generatedMarkdown } from "../generated";
import { RunningServer } from "../running-server";
import { keysInTurns } from "./in-turns";
import { OpenEditor } from "./measure";

/*
 * The work of a key in this build and in another one, such as that of an earlier commit in a folder of its own: both in one browser, some keys in
 * each in turns. A slow minute of the machine is slow for both.
 */
const PAGES = Number(process.env.PAGES ?? 1_000);
const ROUNDS = Number(process.env.ROUNDS ?? 10);
const PLACES = { start: 0.02, middle: 0.5, end: 0.98 };
const other = process.argv[2];
if (!other) throw new Error("Name the folder of the other build: npm run bench -- against ../earlier");

/** Brings the text in as a person would; the address of its document. */
async function documentOn(server: RunningServer): Promise<string> {
  const answer = await fetch(`${server.address}/api/documents/import?name=bench.md`, {
    method: "POST",
    headers: { origin: server.address, "Content-Type": "application/octet-stream" },
    body: new TextEncoder().encode(generatedMarkdown(PAGES)),
  });
  const id = /"id":"([^"]+)"/.exec(await answer.text())?.[1];
  if (!id) throw new Error(`the text was not imported: ${answer.status}`);
  return `${server.address}/documents/${id}`;
}

const folders = [path.resolve(other), process.cwd()];
const data = folders.map(() => mkdtempSync(path.join(tmpdir(), "gate-rope-bench-")));
const servers: RunningServer[] = [];
const browser = await chromium.launch(CHROMIUM);
try {
  const editors: OpenEditor[] = [];
  for (const [i, folder] of folders.entries()) {
    const server = await RunningServer.start(data[i]!, 4396 + i, folder);
    servers.push(server);
    editors.push(await OpenEditor.open(browser, await documentOn(server)));
  }
  for (const editor of editors) await editor.settled();
  console.log(`| work of a key at ${PAGES} pages, in turns | ${other} | here | times |`);
  console.log("| --- | --- | --- | --- |");
  for (const [place, share] of Object.entries(PLACES)) {
    const [before, after] = await keysInTurns(editors, share, { rounds: ROUNDS });
    const [was, is] = [before!.median, after!.median];
    console.log(`| ${place} | ${was.toFixed(2)} ms | ${is.toFixed(2)} ms | ${(is / was).toFixed(3)} |`);
  }
} finally {
  await browser.close();
  for (const server of servers) server.stop();
  for (const folder of data) rmSync(folder, { recursive: true, force: true });
}
