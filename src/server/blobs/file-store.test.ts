import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import PDFDocument from "pdfkit";
import { contentOf, MAX_FILE_BYTES } from "@/core/document";
import { countPages } from "@/threads/page-count/count-pages";
import { FileStore } from "./file-store";
import { mayBeShown } from "./media-type";

const THREAD = path.resolve("dist/page-count-thread.mjs");
let folder: string;
let files: FileStore;
const bytesOf = (text: string) => new TextEncoder().encode(text);

beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-files-"));
  files = new FileStore(folder, THREAD);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function pdfOf(pages: number): Promise<Uint8Array> {
  const document = new PDFDocument({ autoFirstPage: false });
  const pieces: Buffer[] = [];
  document.on("data", (piece: Buffer) => pieces.push(piece));
  for (let i = 0; i < pages; i++) document.addPage();
  const ended = new Promise((done) => document.on("end", done));
  document.end();
  await ended;
  return new Uint8Array(Buffer.concat(pieces));
}

test("a file is kept once, whatever it is called, and found by its content", async () => {
  const entry = await files.keep("../../plan.TXT", bytesOf("a plan"));
  expect(entry).toEqual({
    name: "plan.TXT",
    content: contentOf(bytesOf("a plan")),
    size: 6,
    type: "text/plain",
    removed: false,
  });
  await files.keep("again.txt", bytesOf("a plan"));
  expect(readdirSync(folder, { recursive: true })).toHaveLength(2);
  expect(files.find(entry.content)).toEqual(bytesOf("a plan"));
  expect(files.find("../../../etc/passwd")).toBeNull();
  expect(files.find("0".repeat(64))).toBeNull();
  expect(
    files.all({
      files: { a: entry, b: { ...entry, removed: true }, c: { ...entry, content: "0".repeat(64) } },
    }).size,
  ).toBe(1);
});

test("the pages of a PDF are counted; one that is damaged has none that are known", async () => {
  expect(await files.keep("log.bin", await pdfOf(3))).toMatchObject({ type: "application/pdf", pages: 3 });
  const damaged = await files.keep("bad.pdf", bytesOf("%PDF-1.7\nnothing else"));
  expect(damaged.type).toBe("application/pdf");
  expect(damaged.pages).toBeUndefined();
});

test("a thread that counts for ever, or fails, is ended", async () => {
  const failing = path.join(folder, "failing.mjs");
  writeFileSync(failing, "throw new Error('out of order');");
  expect(await countPages(failing, bytesOf("x"))).toBeNull();
  writeFileSync(failing, "process.exit(0);");
  expect(await countPages(failing, bytesOf("x"))).toBeNull();
});

test("a file that is too large is refused, and only what is harmless is shown by a browser", async () => {
  await expect(files.keep("large.bin", new Uint8Array(MAX_FILE_BYTES + 1))).rejects.toMatchObject({
    status: 413,
  });
  expect(await files.keep("a.html", bytesOf("<script>alert(1)</script>"))).toMatchObject({
    type: "application/octet-stream",
  });
  for (const name of ["a.xhtml", "a.svg", "a.js", "a.xml", "a.pdf", "a.jpg"])
    expect(await files.keep(name, bytesOf("no such thing"))).toMatchObject({
      type: "application/octet-stream",
    });
  expect(await files.keep("a.docx", bytesOf("x"))).toMatchObject({
    type: "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
  });
  expect(await files.keep("a.png", bytesOf("<svg onload=alert(1)>"))).toMatchObject({
    type: "image/svg+xml",
  });
  expect(["application/pdf", "image/png", "text/html", "image/svg+xml"].map(mayBeShown)).toEqual([
    true,
    true,
    false,
    false,
  ]);
});
