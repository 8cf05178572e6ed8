/** The `gate-rope` command: a thin face of the core for scripts and for other people's continuous integration. */
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { schema, withSettings, type Manuscript } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/index";
import {
  listOfEndings,
  ARCHIVE_TOO_LARGE,
  FILE_TOO_LARGE,
  FORMATS,
  firstWordsOf,
  formatOf,
  isArchiveFormat,
  isTextFormat,
  mostBytesOf,
  WRITTEN_NAMES,
  writeFile,
  type Dropped,
  type TextFormatName,
  type PromisedLink,
} from "@/core/formats";
import type { ArchiveFormatName } from "@/core/formats/formats";
import { proveEdition, writeEdition } from "@/core/editions";
import { readProof, characterFindings } from "@/core/proof";
import { codeOf, messageOf } from "@/core/thrown";
import { PageMap } from "@/core/layout";
import {
  brokenPromises,
  brokenMessage,
  doubledBy,
  fittedPlan,
  withContents,
  withPlan,
  withReturns,
  type BrokenPromise,
  type Plan,
} from "@/core/wayfinding";
import { archiveInThread, archiveOrder } from "@/threads/archive";
import type { FileInMaking } from "@/threads/make-in-thread";
import { compileForOneRun, layOutWhole, pagesAskedFor, pdfInThread, pdfOrder } from "@/threads/pdf";
import { picturesByName, readInThread } from "@/threads/reading";
import { DatabaseError } from "@/server/storage/database";
import { bookFonts, exportFonts } from "@/server/publishing/export-fonts";
import { editionScripts } from "@/server/publishing/edition-scripts";
import { readSettings, SettingsError } from "@/server/settings/settings";
import { makeWhole, writeWhole } from "@/server/storage/whole-file";
import { writeFolder } from "@/server/storage/whole-folder";
import { checkFolder, restoreBackup, UpkeepError, writeBackup, type Kept } from "@/server/upkeep";
import { counted } from "./counted";
import { readCommand, usage, UsageError, type Asked, type Command } from "./command-line";
import { followHtml, followMarkdown, type Followed } from "./follow-file";
import { inspect, inspectionText } from "./inspect";
import { wordsOfFile } from "./words-of-file";

const CANNOT_READ = 2;
const ROOT = fileURLToPath(new URL("..", import.meta.url));
const PAGE_FONTS = path.join(ROOT, "public", "page-fonts");

/** A reason to stop, in one line. */
class Stop extends Error {}

async function read(
  file: string,
  { all, language }: Asked,
): Promise<Manuscript & { dropped: readonly Dropped[] }> {
  const isArchive = isArchiveFormat(formatOf(file));
  let source: Uint8Array | string;
  try {
    if (statSync(file).size > mostBytesOf(formatOf(file)))
      throw new Stop(`${file}: ${isArchive ? ARCHIVE_TOO_LARGE : FILE_TOO_LARGE}`);
    source = isArchive ? file : new Uint8Array(readFileSync(file));
  } catch (error) {
    if (error instanceof Stop) throw error;
    throw new Stop(`${file}: ${reasonOf(error)}`);
  }
  const outcome = await readInThread(new URL("./reading-thread.mjs", import.meta.url), {
    name: path.basename(file),
    source,
    folder: path.dirname(path.resolve(file)),
    all,
    ...(language !== null && { language }),
  });
  if (!outcome.ok) {
    const { reason, line } = outcome.error;
    throw new Stop(`${file}${line === null ? "" : `:${line}`}: ${reason}`);
  }
  return {
    doc: schema.nodeFromJSON(JSON.parse(outcome.json)),
    pictures: picturesByName(outcome),
    files: new Map(outcome.files),
    dropped: outcome.report.dropped,
  };
}

async function run(command: Command): Promise<number> {
  compileForOneRun();
  switch (command.name) {
    case "help":
      print(usage());
      return 0;
    case "inspect": {
      const { dropped, ...manuscript } = await read(command.file, command.asked);
      const layout =
        command.pages || command.reach
          ? await layOutWhole(indexDocument(manuscript.doc), PAGE_FONTS, manuscript.pictures)
          : null;
      const inspection = inspect(manuscript, dropped, layout, command);
      print(command.json ? JSON.stringify(inspection, null, 2) : inspectionText(inspection));
      return 0;
    }
    case "proof": {
      const { doc, pictures } = await read(command.file, command.asked);
      const { index, missing } = await layOutWhole(indexDocument(doc), PAGE_FONTS, pictures);
      const findings = [...readProof(index), ...characterFindings(missing)];
      if (command.json) print(JSON.stringify(findings, null, 2));
      else
        print(
          findings.length === 0
            ? "Nothing found."
            : findings.map((finding) => `${finding.kind}: ${finding.says}`).join("\n"),
        );
      return findings.some((finding) => finding.kind === "broken") ? 1 : 0;
    }
    case "backup": {
      if (existsSync(command.file) && !command.force)
        throw new Stop(`${command.file}: There is such a file already. --force replaces it.`);
      const kept = await writeBackup(dataFolder(command.data), path.resolve(command.file));
      print(`${describeKept(kept)} are in ${command.file}.`);
      return 0;
    }
    case "restore": {
      const kept = await restoreBackup(dataFolder(command.data), path.resolve(command.file));
      print(`${describeKept(kept)} are restored.`);
      if (kept.aside) print(`What was there before is in ${kept.aside}.`);
      return 0;
    }
    case "check": {
      const checked = checkFolder(dataFolder(command.data));
      if (command.json) print(JSON.stringify(checked, null, 2));
      else {
        for (const fault of checked.faults) print(fault);
        print(
          `${counted(checked.documents, "document")}, ${counted(checked.steps, "change")}, ${counted(checked.snapshots, "stored copy", "stored copies")}, ${counted(checked.pictures, "picture")} and ${counted(checked.files, "attached file")} read: ${checked.faults.length === 0 ? "all is well" : counted(checked.faults.length, "fault")}.`,
        );
      }
      return checked.faults.length === 0 ? 0 : 1;
    }
    case "site":
      return writeSite(command);
    case "convert": {
      const format = formatOf(command.to);
      if (!format || !FORMATS[format].writes)
        throw new Stop(`${command.to}: Unsupported file type. Supported: ${listOfEndings(WRITTEN_NAMES)}.`);
      const { doc: read_, pictures, files, dropped } = await read(command.from, command.asked);
      let doc = command.title === null ? read_ : withSettings(read_, { title: command.title });
      if (command.contents) doc = withContents(doc, command.contents);
      if (command.returns > 0) doc = withReturns(doc, command.returns);
      if (command.plan) {
        const built = await planBuilt(doc, command.plan, pictures);
        doc = built.doc;
        for (const one of built.broken)
          process.stderr.write(`gate-rope: ${command.to}: ${brokenMessage(one)}\n`);
      }
      if (isArchiveFormat(format))
        return writeArchiveFile(command, format, { doc, pictures, files }, dropped);
      if (!isTextFormat(format)) return writePdfFile(command, { doc, pictures, files }, dropped);
      const written = writeFile({ doc, pictures, files }, format, {
        fonts: format === "html" ? exportFonts(ROOT) : [],
        pages: await pagesAskedFor(indexDocument(doc), PAGE_FONTS, () => Promise.resolve(pictures)),
      });
      for (const [place, bytes] of written.beside) {
        const file = path.join(path.dirname(command.to), place);
        mkdirSync(path.dirname(file), { recursive: true });
        write(file, [bytes]);
      }
      write(command.to, written.pieces());
      return told(command, dropped, followed(command.to, format, written.promised, indexDocument(doc)));
    }
  }
}

/** Writes a document as a folder of pages and follows their links; 1 where one of them does not land. */
async function writeSite(command: Extract<Command, { name: "site" }>): Promise<number> {
  const { from, folder, force, title, plan } = command;
  if (existsSync(folder) && !force && readdirSync(folder).length > 0)
    throw new Stop(`${folder}: There is something in this folder. --force replaces it.`);
  const { dropped, ...manuscript } = await read(from, command.asked);
  let { doc } = manuscript;
  if (title !== null) doc = withSettings(doc, { title });
  if (plan) {
    const built = await planBuilt(doc, plan, manuscript.pictures);
    doc = built.doc;
    for (const one of built.broken) process.stderr.write(`gate-rope: ${folder}: ${brokenMessage(one)}\n`);
  }
  const { files, pages, promised } = writeEdition(
    { ...manuscript, doc },
    {
      fonts: bookFonts(ROOT),
      scripts: editionScripts(ROOT),
      pageCount: await pagesAskedFor(indexDocument(doc), PAGE_FONTS, () =>
        Promise.resolve(manuscript.pictures),
      ),
    },
  );
  const proof = proveEdition(files, promised);
  try {
    writeFolder(folder, files);
  } catch (error) {
    throw new Stop(`${folder}: ${reasonOf(error)}`);
  }
  const failed = proof.failed.map(({ words, why }) => ({ text: words, why }));
  return told(
    { to: folder, json: command.json },
    dropped,
    { promised: proof.promised, failed },
    { pages: pages.length },
  );
}

/** A document with a plan that fits it, and what it cannot keep of what it promises, by the pages that are laid out then. */
async function planBuilt(
  doc: Manuscript["doc"],
  ready: Plan,
  pictures: Manuscript["pictures"],
): Promise<{ doc: Manuscript["doc"]; broken: readonly BrokenPromise[] }> {
  const index = indexDocument(doc);
  const doubled = doubledBy(index, ready);
  const before = PageMap.of(await layOutWhole(index, PAGE_FONTS, pictures));
  const built = withPlan(doc, fittedPlan(index, ready, doubled, before).plan, doubled);
  const layout = await layOutWhole(indexDocument(built), PAGE_FONTS, pictures);
  return { doc: built, broken: brokenPromises(layout.index, ready.promises, PageMap.of(layout)) };
}

/** What the written file itself says of its links. */
function followed(
  file: string,
  format: TextFormatName,
  links: readonly PromisedLink[],
  index: DocumentIndex,
): Followed {
  const promised = links.map(({ text, href, destination }) => {
    const place = destination && index.destination(destination);
    const begins = place?.kind === "heading" ? firstWordsOf(place, index) : null;
    return { text, href, leadsTo: begins?.words ?? null };
  });
  if (format === "html") return followHtml(wordsOfFile(file), promised);
  if (format === "markdown") return followMarkdown(wordsOfFile(file), promised);
  return { promised: 0, failed: [] };
}

/** Says what became of a file that was written; answers how the command ends. */
function told(
  { to, json }: { readonly to: string; readonly json: boolean },
  dropped: readonly Dropped[],
  { promised, failed }: Followed,
  more: object = {},
): number {
  if (json) print(JSON.stringify({ file: to, links: { promised, failed }, ...more, dropped }, null, 2));
  else {
    if (dropped.length > 0)
      print(`Left out: ${dropped.map(({ what, count }) => `${count} × ${what}`).join(", ")}.`);
    for (const { text, why } of failed) process.stderr.write(`gate-rope: ${to}: “${text}”: ${why}\n`);
  }
  return failed.length > 0 ? 1 : 0;
}

/** Writes a file of a word processor or an e-book and follows its links; 1 where one of them does not land. */
async function writeArchiveFile(
  command: Extract<Command, { name: "convert" }>,
  format: ArchiveFormatName,
  manuscript: Manuscript,
  dropped: readonly Dropped[],
): Promise<number> {
  const { to, clean } = command;
  const { proof } = await made(to, (file) =>
    archiveInThread(
      new URL("./archive-thread.mjs", import.meta.url),
      archiveOrder(manuscript, {
        format,
        clean,
        fonts: PAGE_FONTS,
        bookFonts: format === "epub" ? bookFonts(ROOT) : [],
        file,
      }),
    ),
  );
  const failed = proof.failed.map(({ words, why }) => ({ text: words, why }));
  return told(command, dropped, { promised: proof.promised, failed });
}

/** A file that is made in a thread, which has its name only when it is whole. */
async function made<Made extends { readonly ok: true }>(
  to: string,
  start: (file: string) => FileInMaking<Made>,
): Promise<Made> {
  return makeWhole(to, async (beside) => {
    const result = await start(beside).outcome;
    if (!result.ok) throw new Stop(`${to}: ${result.reason}`);
    return result;
  }).catch((error: unknown) => {
    throw error instanceof Stop ? error : new Stop(`${to}: ${reasonOf(error)}`);
  });
}

/** Writes a PDF and follows its links; 1 where one of them does not land, which is reported on standard error. */
async function writePdfFile(
  command: Extract<Command, { name: "convert" }>,
  manuscript: Manuscript,
  dropped: readonly Dropped[],
): Promise<number> {
  const { to, pdf, attach } = command;
  const attachments = attach.map((file) => {
    try {
      return { name: path.basename(file), type: "application/octet-stream", bytes: readFileSync(file) };
    } catch (error) {
      throw new Stop(`${file}: ${reasonOf(error)}`);
    }
  });
  const pdfMade = await made(to, (file) =>
    pdfInThread(
      new URL("./pdf-thread.mjs", import.meta.url),
      pdfOrder(manuscript, { options: pdf, attachments, fonts: PAGE_FONTS, file }),
    ),
  );
  for (const { character: sign, page, section } of pdfMade.missing)
    process.stderr.write(
      `gate-rope: ${to}: No font has “${sign}”, on page ${page}${section && ` in “${section}”`}.\n`,
    );
  const { promised, failed } = pdfMade.proof;
  const followed = {
    promised,
    failed: failed.map(({ words, page, why }) => ({ text: words, why: `On page ${page}: ${why}` })),
  };
  const ended = told(command, dropped, followed, { missing: pdfMade.missing });
  return pdfMade.missing.length > 0 && !command.allowMissing ? 1 : ended;
}

function dataFolder(named: string | null): string {
  return path.resolve(named ?? readSettings(process.env).data);
}

function describeKept({ documents, pictures, files }: Kept): string {
  return `${counted(documents, "document")}, ${counted(pictures, "picture")} and ${counted(files, "attached file")}`;
}

/** Writes beside the place and renames, so that a file never appears half written. */
function write(file: string, pieces: Iterable<string | Uint8Array>): void {
  try {
    writeWhole(file, (beside) => {
      writeFileSync(beside, "");
      for (const piece of pieces) appendFileSync(beside, piece);
    });
  } catch (error) {
    throw new Stop(`${file}: ${reasonOf(error)}`);
  }
}

function reasonOf(error: unknown): string {
  const code = codeOf(error);
  const known: Record<string, string> = {
    ENOENT: "There is no such file or folder.",
    EISDIR: "This is a folder, not a file.",
    EACCES: "Permission denied.",
    ENOSPC: "The disk is full.",
  };
  return (code && known[code]) ?? messageOf(error);
}

function firstLine(error: unknown): string {
  return (error instanceof Error ? error.message : String(error)).split("\n", 1)[0]!.slice(0, 500);
}

function print(text: string): void {
  process.stdout.write(text + "\n");
}

// A reader that closes the pipe early (head, less) is no error.
process.stdout.on("error", (error: NodeJS.ErrnoException) =>
  process.exit(error.code === "EPIPE" ? 0 : CANNOT_READ),
);

try {
  process.exitCode = await run(readCommand(process.argv.slice(2)));
} catch (error) {
  const known = [Stop, UsageError, UpkeepError, SettingsError, DatabaseError];
  const expected = known.some((kind) => error instanceof kind);
  process.stderr.write(`gate-rope: ${expected ? "" : "An unexpected error: "}${firstLine(error)}\n`);
  process.exitCode = CANNOT_READ;
}
