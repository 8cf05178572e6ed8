/** What the bytes 0x80 to 0x9F mean in windows-1252 (WHATWG Encoding, index-windows-1252); five of them nothing. */
const OF_0X80 = "€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ";

/** Labels of pages in windows-1252, as all of Latin-1 is (WHATWG Encoding, 4.2). */
const LABELS: ReadonlySet<string> = new Set(
  (
    "ansi_x3.4-1968 ascii cp1252 cp819 csisolatin1 ibm819 iso-8859-1 iso-ir-100 iso8859-1 iso88591 iso_8859-1 iso_8859-1:1987 l1 latin1 " +
    "us-ascii windows-1252 x-cp1252"
  ).split(" "),
);

/** Whether a page that names this encoding is in windows-1252. */
export function isWindows1252(encoding: string): boolean {
  return LABELS.has(encoding.trim().toLowerCase());
}

/** Text in windows-1252. Some engines (Node 20) take it for Latin-1 proper, with control characters for quotation marks and dashes. */
export function decodeWindows1252(bytes: Uint8Array): string {
  return new TextDecoder("windows-1252")
    .decode(bytes)
    .replace(/[\x80-\x9f]/g, (character) => OF_0X80[character.charCodeAt(0) - 0x80]!);
}
