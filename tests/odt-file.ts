import { strToU8, zipSync } from "fflate";

const OPEN = "urn:oasis:names:tc:opendocument:xmlns:";
const DECLARED = [
  ...["office", "text", "style", "table", "meta"].map((name) => `xmlns:${name}="${OPEN}${name}:1.0"`),
  `xmlns:draw="${OPEN}drawing:1.0"`,
  `xmlns:fo="${OPEN}xsl-fo-compatible:1.0"`,
  `xmlns:svg="${OPEN}svg-compatible:1.0"`,
  'xmlns:xlink="http://www.w3.org/1999/xlink"',
  'xmlns:dc="http://purl.org/dc/elements/1.1/"',
  'xmlns:math="http://www.w3.org/1998/Math/MathML"',
].join(" ");

/** What a file is made of: the XML within its parts, as a program would write it. */
export interface OdtParts {
  readonly text: string;
  /** Automatic styles, which hold what was set by hand. */
  readonly automatic?: string;
  readonly styles?: string;
  readonly master?: string;
  readonly pageLayouts?: string;
  readonly meta?: string;
  readonly other?: Readonly<Record<string, string | Uint8Array>>;
}

/** The bytes of an `.odt` with these parts. */
export function odtFile({
  text,
  automatic = "",
  styles = "",
  master = "",
  pageLayouts = "",
  meta = "",
  other = {},
}: OdtParts): Uint8Array {
  const part = (root: string, xml: string) =>
    strToU8(
      `<?xml version="1.0" encoding="UTF-8"?><office:${root} ${DECLARED} office:version="1.2">${xml}</office:${root}>`,
    );
  const files: Record<string, Uint8Array> = {
    mimetype: strToU8("application/vnd.oasis.opendocument.text"),
    "content.xml": part(
      "document-content",
      `<office:automatic-styles>${automatic}</office:automatic-styles><office:body><office:text>${text}</office:text></office:body>`,
    ),
    "styles.xml": part(
      "document-styles",
      `<office:styles>${styles}</office:styles><office:automatic-styles>${pageLayouts}</office:automatic-styles><office:master-styles>${master}</office:master-styles>`,
    ),
    "meta.xml": part("document-meta", `<office:meta>${meta}</office:meta>`),
    "META-INF/manifest.xml": strToU8(`<manifest:manifest xmlns:manifest="${OPEN}manifest:1.0"/>`),
  };
  for (const [path, content] of Object.entries(other))
    files[path] = typeof content === "string" ? strToU8(content) : content;
  return zipSync(files);
}
