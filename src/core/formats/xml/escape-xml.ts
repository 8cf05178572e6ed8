/** Characters that cannot stand in XML, however they are written (XML 1.0, 2.2). */
const FORBIDDEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;
const SPECIAL = /[<>&"\u0000-\u0008\u000b-\u001f\ud800-\udfff\ufffe\uffff]/;

/** Words as they stand in XML, in text and in quoted attributes. What XML cannot hold is left out. */
export function escapeXml(words: string): string {
  if (!SPECIAL.test(words)) return words;
  return words
    .replace(FORBIDDEN, "")
    .replace(/&/g, "&amp;")
    .replace(/</g, "&lt;")
    .replace(/>/g, "&gt;")
    .replace(/"/g, "&quot;");
}

/** An attribute with a space before it; nothing for one without a value. */
export function xmlAttribute(name: string, value: string | number | null | undefined): string {
  return value === null || value === undefined ? "" : ` ${name}="${escapeXml(String(value))}"`;
}

/** How each part of a file begins that is XML. */
export const XML_DECLARATION = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
