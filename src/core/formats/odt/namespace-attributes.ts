const OPEN = "urn:oasis:names:tc:opendocument:xmlns:";

/** The namespaces of a part of a file, and the version of the format (ISO 26300-1, 3.1). */
export const NAMESPACE_ATTRIBUTES = [
  ...["office", "text", "style", "table", "meta"].map((name) => `xmlns:${name}="${OPEN}${name}:1.0"`),
  `xmlns:draw="${OPEN}drawing:1.0"`,
  `xmlns:fo="${OPEN}xsl-fo-compatible:1.0"`,
  `xmlns:svg="${OPEN}svg-compatible:1.0"`,
  'xmlns:xlink="http://www.w3.org/1999/xlink"',
  'xmlns:dc="http://purl.org/dc/elements/1.1/"',
  'xmlns:ooow="http://openoffice.org/2004/writer"',
  'office:version="1.2"',
].join(" ");
