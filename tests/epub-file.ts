import { strToU8, zipSync } from "fflate";

/** A book of files of text: their names with what stands in their bodies. */
export interface EpubParts {
  readonly files: Readonly<Record<string, string>>;
  readonly title?: string;
  readonly language?: string;
  readonly other?: Readonly<Record<string, string | Uint8Array>>;
  /** The name of the NCX or navigation document among the other parts. */
  readonly navigation?: string;
  /** A folder in which all of it lies. */
  readonly within?: string;
}

/** The bytes of an `.epub` with these parts. */
export function epubFile({
  files,
  title = "Manual",
  language = "en",
  other = {},
  navigation,
  within = "",
}: EpubParts): Uint8Array {
  const names = Object.keys(files);
  const all: Record<string, string | Uint8Array> = {
    mimetype: "application/epub+zip",
    "META-INF/container.xml": `<?xml version="1.0"?><container xmlns="urn:oasis:names:tc:opendocument:xmlns:container" version="1.0"><rootfiles><rootfile full-path="OEBPS/book.opf" media-type="application/oebps-package+xml"/></rootfiles></container>`,
    "OEBPS/book.opf": `<?xml version="1.0"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>${title}</dc:title><dc:language>${language}</dc:language></metadata><manifest>${names.map((name, i) => `<item id="i${i}" href="${encodeURI(name)}" media-type="application/xhtml+xml"/>`).join("")}${navigation === undefined ? "" : `<item id="toc" href="${navigation}" ${navigation.endsWith("ncx") ? 'media-type="application/x-dtbncx+xml"' : 'media-type="application/xhtml+xml" properties="nav"'}/>`}</manifest><spine>${names.map((_, i) => `<itemref idref="i${i}"/>`).join("")}</spine></package>`,
    ...Object.fromEntries(
      Object.entries(files).map(([name, body]) => [
        `OEBPS/${name}`,
        `<?xml version="1.0" encoding="UTF-8"?><!DOCTYPE html><html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops"><head><title>x</title></head><body>${body}</body></html>`,
      ]),
    ),
    ...other,
  };
  return zipSync(
    Object.fromEntries(
      Object.entries(all).map(([path, content]) => [
        within + path,
        typeof content === "string" ? strToU8(content) : content,
      ]),
    ),
  );
}
