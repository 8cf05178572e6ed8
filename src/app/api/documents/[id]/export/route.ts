import { Readable } from "node:stream";
import { exportDocument } from "@/contract/documents";
import { documentTitle } from "@/core/document";
import { FORMATS, fileNameFor, isTextFormat, writeFile, zipped, type WrittenFile } from "@/core/formats";
import { pagesAskedFor } from "@/threads/pdf";
import { authority, LOCAL_AUTHOR, pageFonts, ServerError } from "@/server";
import { exportFonts } from "@/server/publishing/export-fonts";
import { answering, route } from "../../../respond";

/**
 * The document as a file of a format: `?format=html`, `markdown`, `text` or `gaterope`. With attached files, or
 * with pictures in the open form, it is a zip file in which these lie beside it. It is written piece by piece as the browser takes it.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(exportDocument, async ({ params, query: { format: name } }) => {
    if (!isTextFormat(name)) throw new ServerError(400, "unknown-format", "This format is not known.");
    const documents = await authority();
    const manuscript = await documents.manuscript(LOCAL_AUTHOR, params.id);
    const written = writeFile(manuscript, name, {
      fonts: name === "html" ? exportFonts(process.cwd()) : [],
      picturesBeside: true,
      library: await documents.libraryFor(LOCAL_AUTHOR, manuscript.index),
      pages: await pagesAskedFor(manuscript.index, pageFonts(), () => Promise.resolve(manuscript.pictures)),
    });
    const title = documentTitle(manuscript.doc);
    const own = fileNameFor(title, FORMATS[name].endings[0]);
    const packed = written.beside.size > 0;
    const fileName = packed ? fileNameFor(title, ".zip") : own;
    const pieces = packed ? packedWith(own, written) : bytesOf(written);
    return new Response(Readable.toWeb(Readable.from(pieces)) as ReadableStream, {
      headers: {
        "Content-Type": packed ? "application/zip" : FORMATS[name].mediaType,
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
        "Content-Security-Policy": "sandbox",
      },
    });
  }),
});

function* bytesOf(written: WrittenFile): Generator<Uint8Array> {
  const encoder = new TextEncoder();
  for (const piece of written.pieces()) yield encoder.encode(piece);
}

function packedWith(name: string, written: WrittenFile): Iterable<Uint8Array> {
  const beside = [...written.beside].map(([path, bytes]) => ({ path, pieces: [bytes] }));
  return zipped([{ path: name, pieces: bytesOf(written) }, ...beside]);
}
