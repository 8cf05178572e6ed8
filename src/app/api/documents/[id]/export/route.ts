import { FORMATS, fileNameFor, writeFile, type FormatName } from "@/core/formats";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { exportFonts } from "@/server/export-fonts";
import { route } from "../../../respond";

/** The document as a file of a format: `?format=html`, `markdown`, `text` or `gaterope`. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(request, { params }) {
    const format = request.nextUrl.searchParams.get("format") ?? "";
    if (!Object.hasOwn(FORMATS, format))
      throw new ServerError(400, "unknown-format", "This format is not known.");
    const name = format as FormatName;
    const manuscript = await (await authority()).manuscript(LOCAL_AUTHOR, (await params).id);
    const { text } = writeFile(manuscript, name, {
      fonts: name === "html" ? exportFonts(process.cwd()) : [],
    });
    const fileName = fileNameFor(manuscript.doc.attrs.title as string, FORMATS[name].endings[0]);
    return new Response(text, {
      headers: {
        "Content-Type": FORMATS[name].mediaType,
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
        "Content-Security-Policy": "sandbox",
      },
    });
  },
});
