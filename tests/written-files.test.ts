/** What is written is valid, as programs see it that share nothing with what wrote it. */
import { afterAll, describe, expect, test } from "@jest/globals";
import { EpubCheck } from "@likecoin/epubcheck-ts";
import fc from "fast-check";
import { execFileSync } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { homedir, tmpdir } from "node:os";
import path from "node:path";
import type { Manuscript } from "@/core/document";
import { DropLog, readFile, zipped } from "@/core/formats";
import { zipArchive } from "@/core/formats/archive/zip-archive";
import type { ArchiveFormatName } from "@/core/formats/formats";
import { proveArchive, writeArchive } from "@/core/formats/write-archive";
import { withContents, withReturns } from "@/core/wayfinding";
import { anyDocument } from "./arbitrary-document";
import { longManual } from "./long-manual";
import { richDocument } from "./rich-document";
import { runs } from "./runs";

const folder = mkdtempSync(path.join(tmpdir(), "gate-rope-written-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const SCHEMAS = process.env.GATE_SCHEMAS ?? path.join(homedir(), ".cache", "gate-schemas");
const hasSchemas = existsSync(path.join(SCHEMAS, "done")) && works("xmllint", "--version");
/** Debian's, which knows the rules of EPUB 3.2; it takes seconds a book. */
const EPUBCHECK = "/usr/share/java/epubcheck.jar";
const asksMore = process.env.ALL_CHECKERS !== undefined && existsSync(EPUBCHECK);

function works(command: string, ...words: string[]): boolean {
  try {
    execFileSync(command, words, { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
}

function read(name: string, text: string | Uint8Array): Manuscript {
  const bytes = typeof text === "string" ? new TextEncoder().encode(text) : text;
  const result = readFile(name, bytes, {
    pictureAt: (address) => {
      const file = path.join(MANUAL, address);
      return existsSync(file) ? new Uint8Array(readFileSync(file)) : null;
    },
  });
  if (!result.ok) throw new Error(result.error.reason);
  return result.manuscript;
}

const MANUAL = path.join("demo", "night-operations-manual");

/** A document of what is rare, the demo documents with their pictures, and a manual of more than a hundred pages. */
const demo = () => [
  richDocument(),
  ...readdirSync("demo")
    .filter((name) => name.endsWith(".md"))
    .map((name) => read(name, new Uint8Array(readFileSync(path.join("demo", name))))),
  ...readdirSync(MANUAL)
    .filter((name) => name.endsWith(".md"))
    .map((name) => read(name, new Uint8Array(readFileSync(path.join(MANUAL, name))))),
  read("manual.md", longManual()),
];

/** Random documents; every other one with a contents list and ways back. */
function random(count: number): Manuscript[] {
  return fc.sample(anyDocument, { numRuns: count, seed: 11 }).map((doc, i) => ({
    doc: i % 2 === 0 ? doc : withReturns(withContents(doc, { from: 1, to: 3 }), 2),
    pictures: new Map(),
  }));
}

let count = 0;
function write(manuscript: Manuscript, format: ArchiveFormatName, clean = false): string {
  const { files, promised } = writeArchive(manuscript, format, { clean });
  const bytes = new Uint8Array(Buffer.concat([...zipped(files)]));
  // Links are followed in each of them.
  expect(proveArchive(format, zipArchive(bytes, new DropLog()), promised).failed).toEqual([]);
  const file = path.join(folder, `${++count}.${format}`);
  writeFileSync(file, bytes);
  return file;
}

describe(".docx files", () => {
  const check = hasSchemas ? test : test.skip;
  check("follow the schema of ISO 29500, and each of their links leads to a bookmark", async () => {
    const { check: faultsOf } = (await import(path.resolve("tests/checkers/check-docx.mjs"))) as {
      check: (file: string) => string[];
    };
    const written = [...demo(), ...random(runs(10))].map((manuscript, i) =>
      write(manuscript, "docx", i % 3 === 2),
    );
    for (const file of written) expect(faultsOf(file)).toEqual([]);
    // What cannot find a fault proves nothing.
    const [first] = written;
    const bytes = readFileSync(first!);
    const read = zipArchive(new Uint8Array(bytes), new DropLog());
    const parts = read.paths.map((name) => {
      const part = new TextDecoder().decode(read.bytesOf(name)!);
      const text = name === "word/document.xml" ? part.replace("<w:pPr>", "<w:pPr><w:nothing/>") : part;
      return { path: name, pieces: [new TextEncoder().encode(text)] };
    });
    const broken = path.join(folder, "broken.docx");
    writeFileSync(broken, Buffer.concat([...zipped(parts)]));
    expect(faultsOf(broken).join()).toContain("nothing");
  });
});

describe(".odt files", () => {
  const check = hasSchemas && existsSync("/usr/bin/jing") ? test : test.skip;
  check("follow the schema of ISO 26300, and each of their links leads to a bookmark", async () => {
    const { check: faultsOf } = (await import(path.resolve("tests/checkers/check-odt.mjs"))) as {
      check: (file: string) => string[];
    };
    // Each takes the checker a second or two.
    const written = [...(asksMore ? demo() : demo().slice(0, 3)), ...random(runs(10))].map((manuscript, i) =>
      write(manuscript, "odt", i % 3 === 2),
    );
    for (const file of written) expect(faultsOf(file)).toEqual([]);
  });
});

describe("e-books", () => {
  test("follow the rules of EPUB 3.3, without an error or a warning", async () => {
    for (const manuscript of [...demo(), ...random(runs(10))])
      for (const clean of [false, true]) {
        const file = write(manuscript, "epub", clean);
        const { messages } = await EpubCheck.validate(new Uint8Array(readFileSync(file)));
        const faults = messages.filter(({ severity }) => severity !== "usage" && severity !== "info");
        expect(faults.map(({ id, message, location }) => `${id} ${message} ${location?.path ?? ""}`)).toEqual(
          [],
        );
        if (asksMore) execFileSync("java", ["-jar", EPUBCHECK, "--failonwarnings", file], { stdio: "pipe" });
      }
  });
});

/** A folder of files that nobody here made, each read and written in every form: `REAL_FILES=folder npm run test:formats`. */
const real = process.env.REAL_FILES
  ? readdirSync(process.env.REAL_FILES, { recursive: true, encoding: "utf8" })
  : [];
const readable = real.filter((name) => /\.(docx|odt|epub)$/.test(name));

(readable.length > 0 ? describe : describe.skip)("files that others made", () => {
  test.each(readable)("%s is written so that the checkers find nothing", async (name) => {
    const bytes = new Uint8Array(readFileSync(path.join(process.env.REAL_FILES!, name)));
    const result = readFile(name, bytes, {});
    // What is locked, broken or no document says so in words; there is nothing to write.
    if (!result.ok) return expect(result.error.reason).toMatch(/\.$/);
    for (const format of ["docx", "odt"] as const) {
      const { check } = (await import(path.resolve(`tests/checkers/check-${format}.mjs`))) as {
        check: (file: string) => string[];
      };
      expect(check(write(result.manuscript, format))).toEqual([]);
    }
    const file = write(result.manuscript, "epub");
    const { messages } = await EpubCheck.validate(new Uint8Array(readFileSync(file)));
    const faults = messages.filter(({ severity }) => severity !== "usage" && severity !== "info");
    expect(faults.map(({ id, message }) => `${id} ${message}`)).toEqual([]);
    if (existsSync(EPUBCHECK))
      execFileSync("java", ["-jar", EPUBCHECK, "--failonwarnings", file], { stdio: "pipe" });
  });
});
