import { withSettings, type Manuscript } from "@/core/document";
import { errorOf, messageOf } from "@/core/thrown";
import { decodeText } from "./intake/decode";
import { DropLog, type Dropped } from "./intake/drop-log";
import { FILE_TOO_LARGE, LIMITS } from "./intake/limits";
import type { ReadContext } from "./intake/read-context";
import { recognisedLanguage } from "./intake/recognised-language";
import { ReadError } from "./intake/read-error";
import { CODECS } from "./codecs";
import { listOfEndings, formatOf, isTextFormat, READ_NAMES, type TextFormatName } from "./formats";

/** A file as it was read: the document, and what was left out; or why it could not be read. */
export type ReadResult =
  | {
      readonly ok: true;
      readonly manuscript: Manuscript;
      readonly format: TextFormatName;
      /** Whether the language was told by the words, as the file does not say it. */
      readonly recognised: boolean;
      readonly dropped: readonly Dropped[];
    }
  | {
      readonly ok: false;
      readonly error: { readonly file: string; readonly reason: string; readonly line: number | null };
    };

export interface ReadOptions {
  progress?: (done: number) => void;
  /** Whether what stands around the text of a web page comes in as well. */
  all?: boolean;
  /** In which language the text is, whatever the file says or its words tell. */
  language?: string;
  pictureAt?: (address: string) => Uint8Array | null;
}

/** Reads a file of any format that is known, told by its name. Pure computation; run it off the main thread. */
export function readFile(name: string, bytes: Uint8Array, options: ReadOptions = {}): ReadResult {
  const dropped = new DropLog();
  let recognised = false;
  const context: ReadContext = {
    name,
    dropped,
    all: options.all ?? false,
    languageOf: (doc) => {
      const language = recognisedLanguage(doc);
      recognised = language !== null;
      return language;
    },
    progress: options.progress ?? (() => {}),
    pictureAt: options.pictureAt ?? (() => null),
  };
  try {
    const format = formatOf(name);
    if (!format || !isTextFormat(format))
      throw new ReadError(`Unsupported file type. Supported: ${listOfEndings(READ_NAMES)}.`);
    if (bytes.length > LIMITS.fileBytes) throw new ReadError(FILE_TOO_LARGE);
    context.progress(0.05);
    const { encodingOf, encodingOtherwise, read } = CODECS[format];
    const decoded = decodeText(bytes, encodingOf?.(bytes), encodingOtherwise);
    const text = decoded.replaceAll("\0", "");
    if (text.length < decoded.length)
      dropped.add("zero byte", "It is no character of a text.", decoded.length - text.length);
    context.progress(0.1);
    const manuscript = inLanguage(read(text, context), options.language);
    return {
      ok: true,
      manuscript,
      format,
      recognised: recognised && !options.language,
      dropped: dropped.entries,
    };
  } catch (error) {
    if (error instanceof ReadError)
      return { ok: false, error: { file: name, reason: error.reason, line: error.line } };
    if (errorOf(error).name === "RangeError")
      return {
        ok: false,
        error: { file: name, reason: `The file cannot be read: ${messageOf(error)}.`, line: null },
      };
    throw error;
  }
}

function inLanguage(manuscript: Manuscript, language: string | undefined): Manuscript {
  return language ? { ...manuscript, doc: withSettings(manuscript.doc, { language }) } : manuscript;
}
