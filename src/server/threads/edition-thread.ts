/** The thread in which an edition is written, its links are followed, and its files are compressed and stored: one edition, one thread. */
import mime from "mime";
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";
import type { FileStage } from "@/core/collab";
import { documentTitle, schema, settingsOf, UNTITLED } from "@/core/document";
import { LEADS } from "@/core/editions/addresses";
import { proveEdition, Published, writeEdition } from "@/core/editions";
import type { StoredFile } from "@/core/editions/manifest";
import { indexDocument } from "@/core/index";
import { PageMap } from "@/core/layout/page-map";
import { libraryOf, resolveLinks } from "@/core/links";
import { answerOrders } from "@/threads";
import { orderedPictures } from "@/threads/document-order";
import { layOutWhole } from "@/threads/pdf/lay-out-whole";
import { compileForOneRun } from "@/threads/pdf/one-run";
import { ContentStore } from "../blobs/content-store";
import type { EditionOrder, MadeEdition } from "../editions/edition-order";

compileForOneRun();

/** What gets smaller by compressing. */
const PACKED = /^text\/|json$|javascript$|svg/;
const FEWEST = 200;

function stored(contents: ContentStore, path: string, content: string | Uint8Array): StoredFile {
  const bytes = typeof content === "string" ? Buffer.from(content) : content;
  const named = mime.getType(path) ?? "application/octet-stream";
  const type = /^text\/|json$|javascript$/.test(named) ? `${named}; charset=utf-8` : named;
  const keep = (form: Uint8Array, ending: string) => {
    const name = `${createHash("sha256").update(form).digest("hex")}${ending}`;
    contents.keep(name, form);
    return name;
  };
  if (bytes.length < FEWEST || !PACKED.test(named))
    return { type, bytes: bytes.length, plain: keep(bytes, "") };
  const quality = {
    params: { [constants.BROTLI_PARAM_QUALITY]: 5, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
  };
  return {
    type,
    bytes: bytes.length,
    gzip: keep(gzipSync(bytes), ".gz"),
    br: keep(brotliCompressSync(bytes, quality), ".br"),
  };
}

async function make(order: EditionOrder, report: (stage: FileStage) => void): Promise<MadeEdition> {
  const pictures = orderedPictures(order);
  report({ stage: "pages", done: 0, of: 1 });
  const layout = await layOutWhole(
    indexDocument(schema.nodeFromJSON(JSON.parse(order.json))),
    order.fonts,
    pictures,
  );
  const { index } = layout;
  const pages = PageMap.of(layout);
  const library = libraryOf(new Map(order.asked));
  report({ stage: "writing", done: 0, of: 1 });
  const edition = writeEdition(
    { doc: index.doc, pictures, files: order.files },
    {
      fonts: order.bookFonts,
      scripts: order.scripts,
      outside: new Published(library),
      library,
      pageCount: layout.labels.count,
      pageOf: (pos) => pages.labelAt(pos),
      issue: order.issue,
      downloads: order.downloads.map(({ file, ...rest }) => ({ ...rest, bytes: readFileSync(file) })),
    },
  );
  report({ stage: "proof", done: 0, of: 2 });
  const proof = proveEdition(edition.files, edition.promised);
  report({ stage: "proof", done: 1, of: 2 });
  const contents = new ContentStore(order.contents);
  const files: [string, StoredFile][] = [];
  let bytes = 0;
  for (const [path, content] of edition.files) {
    if (path.startsWith(`${LEADS}/`)) continue;
    const file = stored(contents, path, content);
    bytes += file.bytes;
    files.push([path, file]);
  }
  return {
    ok: true,
    pages: edition.pages.length,
    bytes,
    proof: { ...proof, pages: edition.pages.length },
    leftOut: resolveLinks(index, library).filter(({ lands }) => !lands).length,
    missing: [],
    manifest: {
      form: 1,
      title: documentTitle(index.doc) || UNTITLED,
      language: settingsOf(index.doc).language,
      files,
      anchors: [...edition.anchors],
      places: edition.places.map(({ n, h }) => ({ n, h })),
      missing: edition.missing,
    },
  };
}

answerOrders<EditionOrder, MadeEdition, FileStage>(() => make);
