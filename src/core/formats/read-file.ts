import { withSettings, type Manuscript, type Picture } from "@/core/document";
import { errorOf, messageOf } from "@/core/thrown";
import { decodeText } from "./intake/decode";
import { DropLog, type Dropped } from "./intake/drop-log";
import { ARCHIVE_TOO_LARGE, FILE_TOO_LARGE, LIMITS } from "./intake/limits";
import type { ReadContext } from "./intake/read-context";
import { recognisedLanguage } from "./intake/recognised-language";
import { ReadError } from "./intake/read-error";
import { NO_TALK, type ImportedTalk } from "./intake/talk";
import type { Archive } from "./archive/archive";
import { zipArchive } from "./archive/zip-archive";
import { whyNoArchive } from "./archive/why-no-archive";
import { ARCHIVE_READERS, CODECS } from "./codecs";
import {
  formatOf,
  isReadFormat,
  isTextFormat,
  listOfEndings,
  READ_NAMES,
  type ArchiveFormatName,
  type ReadFormatName,
  type TextFormatName,
} from "./formats";

/** A file as it was read: the document, and what was left out; or why it could not be read. */
export type ReadResult =
  | {
      readonly ok: true;
      readonly manuscript: Manuscript;
      readonly format: ReadFormatName;
      /** Whether the language was told by the words, as the file does not say it. */
      readonly recognised: boolean;
      readonly dropped: readonly Dropped[];
      /** What people said of the text and changed in it, where the file keeps that. */
      readonly talk: ImportedTalk;
    }
  | {
      readonly ok: false;
      readonly error: { readonly file: string; readonly reason: string; readonly line: number | null };
    };

export interface ReadOptions {
  progress?: (done: number) => void;
  /** Whether what stands around the text of a web page comes in as well. */
  all?: boolean;
  /** The language of the text, whatever the file says or its words tell. */
  language?: string;
  pictureAt?: (address: string) => Uint8Array | null;
  /** Puts a picture away at once, so that memory holds one at a time; answers what stands for it. */
  putAway?: (name: string, picture: Picture) => Picture;
  /** Where what is left out is counted, if something was already. */
  dropped?: DropLog;
}

/**
 * Reads a file of any format that is known, told by its name. Pure computation; run it off the main thread. One that is an archive may be given
 * as that, so that nobody has to hold all of it.
 */
export function readFile(name: string, source: Uint8Array | Archive, options: ReadOptions = {}): ReadResult {
  const dropped = options.dropped ?? new DropLog();
  let recognised = false;
  let talk: ImportedTalk = NO_TALK;
  const context: ReadContext = {
    name,
    dropped,
    all: options.all ?? false,
    languageOf: (doc) => {
      const language = recognisedLanguage(doc);
      recognised = language !== null;
      return language;
    },
    takeTalk: (taken) => {
      talk = taken;
    },
    progress: options.progress ?? (() => {}),
    putAway: options.putAway ?? null,
    pictureAt: options.pictureAt ?? (() => null),
  };
  try {
    const format = formatOf(name);
    if (!format || !isReadFormat(format))
      throw new ReadError(`Unsupported file type. Supported: ${listOfEndings(READ_NAMES)}.`);
    context.progress(0.05);
    const read = isTextFormat(format)
      ? readFromText(format, source, context)
      : readFromArchive(format, source, context);
    const manuscript = inLanguage(read, options.language);
    return {
      ok: true,
      manuscript,
      format,
      recognised: recognised && !options.language,
      dropped: dropped.entries,
      talk,
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

function readFromText(format: TextFormatName, bytes: Uint8Array | Archive, context: ReadContext): Manuscript {
  if (!(bytes instanceof Uint8Array)) throw new ReadError("The file is an archive, not text.");
  if (bytes.length > LIMITS.fileBytes) throw new ReadError(FILE_TOO_LARGE);
  const { encodingOf, encodingOtherwise, read } = CODECS[format];
  const decoded = decodeText(bytes, encodingOf?.(bytes), encodingOtherwise);
  const text = decoded.replaceAll("\0", "");
  if (text.length < decoded.length)
    context.dropped.add("zero byte", "It is no character of a text.", decoded.length - text.length);
  context.progress(0.1);
  return read(text, context);
}

function readFromArchive(
  format: ArchiveFormatName,
  source: Uint8Array | Archive,
  context: ReadContext,
): Manuscript {
  const archive = source instanceof Uint8Array ? unpackedBytes(source, context.dropped) : source;
  context.progress(0.1);
  return ARCHIVE_READERS[format](archive, context);
}

function unpackedBytes(bytes: Uint8Array, dropped: DropLog): Archive {
  const why = whyNoArchive(bytes);
  if (why) throw new ReadError(why);
  if (bytes.length > LIMITS.archiveBytes) throw new ReadError(ARCHIVE_TOO_LARGE);
  return zipArchive(bytes, dropped);
}

function inLanguage(manuscript: Manuscript, language: string | undefined): Manuscript {
  return language ? { ...manuscript, doc: withSettings(manuscript.doc, { language }) } : manuscript;
}
