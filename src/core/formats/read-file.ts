import type { Manuscript } from "@/core/document";
import { decodeText } from "./intake/decode";
import { DropLog, type Dropped } from "./intake/drop-log";
import { LIMITS } from "./intake/limits";
import type { ReadContext } from "./intake/read-context";
import { ReadError } from "./intake/read-error";
import { readGateRope } from "./gaterope";
import { readHtml } from "./html";
import { readMarkdown } from "./markdown";
import { readText } from "./text";
import { formatOf, type FormatName } from "./format-names";

/** A file as it was read: the document, and what was left out; or why it could not be read. */
export type ReadResult =
  | {
      readonly ok: true;
      readonly manuscript: Manuscript;
      readonly format: FormatName;
      readonly dropped: readonly Dropped[];
    }
  | {
      readonly ok: false;
      readonly error: { readonly file: string; readonly reason: string; readonly line: number | null };
    };

export interface ReadOptions {
  progress?: (done: number) => void;
  pictureAt?: (address: string) => Uint8Array | null;
}

const READERS: Record<FormatName, (text: string, context: ReadContext) => Manuscript> = {
  markdown: readMarkdown,
  html: readHtml,
  text: readText,
  gaterope: readGateRope,
};

/** Reads a file of any format that is known, told by its name. Pure computation; run it off the main thread. */
export function readFile(name: string, bytes: Uint8Array, options: ReadOptions = {}): ReadResult {
  const dropped = new DropLog();
  const context: ReadContext = {
    name,
    dropped,
    progress: options.progress ?? (() => {}),
    pictureAt: options.pictureAt ?? (() => null),
  };
  try {
    const format = formatOf(name);
    if (!format)
      throw new ReadError("Unsupported file type. Supported: .md, .html, .txt and .gaterope.json.");
    if (bytes.length > LIMITS.fileBytes)
      throw new ReadError("The file is larger than 50 MB, which is the limit.");
    context.progress(0.05);
    const text = decodeText(bytes, format === "html" ? declaredEncoding(bytes) : null);
    context.progress(0.1);
    const manuscript = READERS[format](text, context);
    return { ok: true, manuscript, format, dropped: dropped.entries };
  } catch (error) {
    if (error instanceof ReadError)
      return { ok: false, error: { file: name, reason: error.reason, line: error.line } };
    if ((error as Error).name === "RangeError")
      return {
        ok: false,
        error: { file: name, reason: `The file cannot be read: ${(error as Error).message}.`, line: null },
      };
    throw error;
  }
}

/** The encoding that an HTML file declares in its first kilobyte (HTML, section 13.2.3.2), or null. */
function declaredEncoding(bytes: Uint8Array): string | null {
  const head = String.fromCharCode(...bytes.subarray(0, 1024));
  return /<meta[^>]+charset\s*=\s*["']?\s*([\w-]+)/i.exec(head)?.[1] ?? null;
}
