/*
 * Addresses that lead out of a document, as they are typed and as they stand in files.
 */

const SCHEMES = new Set(["http", "https", "ftp", "tel"]);

/** Schemes that could run code, read files or hide what they lead to; no document may allow them. */
const NEVER = new Set([
  "about",
  "blob",
  "chrome",
  "data",
  "file",
  "filesystem",
  "intent",
  "jar",
  "javascript",
  "livescript",
  "mocha",
  "resource",
  "vbscript",
  "view-source",
  "ws",
  "wss",
]);

/** The scheme of an address in lower case, as a browser would read it (signs it ignores left out), or null. */
export function schemeOf(address: string): string | null {
  const cleaned = address.replace(/[\u0000-\u0020\u007f-\u009f\u200b-\u200f\u2028\u2029\ufeff]/g, "");
  return /^([a-z][a-z0-9+.-]*):/i.exec(cleaned)?.[1]?.toLowerCase() ?? null;
}

/** Whether an address may stand in any document: a web address, a telephone number, or one relative to its file. */
export function isSafeAddress(address: string): boolean {
  const scheme = schemeOf(address);
  return scheme === null || SCHEMES.has(scheme);
}

/**
 * Why a document cannot allow addresses of a scheme, in words; null where it can. Those that every document has, mail, and those
 * of programs of an operating system (`ms-…:`) are none that could be allowed.
 */
export function whyNoScheme(scheme: string): string | null {
  if (!/^[a-z][a-z0-9+.-]{1,39}$/.test(scheme)) return "A scheme is letters, such as news or irc.";
  if (SCHEMES.has(scheme) || scheme === "mailto") return "Such addresses are always allowed.";
  return NEVER.has(scheme) || scheme.startsWith("ms-") || scheme.endsWith("script")
    ? `“${scheme}:” addresses can do harm, so no document can allow them.`
    : null;
}

/** Percent decoding that leaves a text alone which is not percent-encoded UTF-8. */
export function decodeSafely(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
