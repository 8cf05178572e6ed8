import { settingsOf, type Manuscript } from "@/core/document";
import { CODECS } from "./codecs";
import { FORMATS, type TextFormatName } from "./formats";
import { pathsOfFiles } from "./outside";
import type { PromisedLink } from "./promised-link";
import type { WriteOptions } from "./write-options";

/** A written file, with each link it holds and where that must land. */
export interface WrittenFile {
  readonly text: string;
  readonly promised: readonly PromisedLink[];
  /** What has to lie beside it, by path: the attached files to which it leads. */
  readonly beside: ReadonlyMap<string, Uint8Array>;
}

/** Writes a document in a format of text. */
export function writeFile(
  manuscript: Manuscript,
  format: TextFormatName,
  options: WriteOptions = {},
): WrittenFile {
  const beside = FORMATS[format].filesBeside ? attached(manuscript) : NOTHING;
  return { ...CODECS[format].write(manuscript, options), beside };
}

const NOTHING: ReadonlyMap<string, Uint8Array> = new Map();

function attached({ doc, files = NOTHING }: Manuscript): Map<string, Uint8Array> {
  const registry = settingsOf(doc).registry;
  const beside = new Map<string, Uint8Array>();
  for (const [id, path] of pathsOfFiles(registry)) {
    const bytes = files.get(registry.files![id]!.content);
    if (bytes) beside.set(path, bytes);
  }
  return beside;
}
