import { exportDocument } from "@/contract/documents";
import { settingsOf } from "@/core/document";
import { strToU8, zipSync, type Zippable } from "fflate";
import { FORMATS, fileNameFor, isTextFormat, writeFile } from "@/core/formats";
import { pagesAskedFor } from "@/threads/pdf";
import { authority, LOCAL_AUTHOR, pageFonts, ServerError } from "@/server";
import { exportFonts } from "@/server/export-fonts";
import { answering, route } from "../../../respond";

/**
 * The document as a file of a format: `?format=html`, `markdown`, `text` or `gaterope`. With attached files it is a zip file in
 * which these lie beside it.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(exportDocument, async ({ params, query: { format: name } }) => {
    if (!isTextFormat(name)) throw new ServerError(400, "unknown-format", "This format is not known.");
    const documents = await authority();
    const manuscript = await documents.manuscript(LOCAL_AUTHOR, params.id);
    const { text, beside } = writeFile(manuscript, name, {
      fonts: name === "html" ? exportFonts(process.cwd()) : [],
      shelf: await documents.shelfFor(LOCAL_AUTHOR, manuscript.index),
      pages: await pagesAskedFor(manuscript.index, pageFonts(), () => Promise.resolve(manuscript.pictures)),
    });
    const title = settingsOf(manuscript.doc).title;
    const own = fileNameFor(title, FORMATS[name].endings[0]);
    const packed = beside.size > 0;
    const fileName = packed ? fileNameFor(title, ".zip") : own;
    return new Response(packed ? zipped(own, text, beside) : text, {
      headers: {
        "Content-Type": packed ? "application/zip" : FORMATS[name].mediaType,
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
        "Content-Security-Policy": "sandbox",
      },
    });
  }),
});

function zipped(
  name: string,
  text: string,
  beside: ReadonlyMap<string, Uint8Array>,
): Uint8Array<ArrayBuffer> {
  const files: Zippable = { [name]: strToU8(text) };
  for (const [path, bytes] of beside) files[path] = bytes;
  return new Uint8Array(zipSync(files, { level: 4 }));
}
