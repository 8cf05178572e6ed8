import { picturesIn, type Manuscript } from "@/core/document";
import { withBytes } from "./bytes-in-text";
import { CODECS } from "./codecs";
import { FORMATS, type TextFormatName } from "./formats";
import { placeBeside } from "./gaterope";
import { filesBesideOf } from "./files-beside";
import type { PromisedLink } from "./promised-link";
import type { WriteOptions } from "./write-options";

/** A written file, with each link it holds and where that must land. */
export class WrittenFile {
  constructor(
    private readonly signed: string,
    readonly promised: readonly PromisedLink[],
    /** What has to lie beside it, by path: the attached files to which it leads. */
    readonly beside: ReadonlyMap<string, Uint8Array>,
    private readonly manuscript: Manuscript,
  ) {}

  /** Its text, one piece after the other: pictures are many times larger than all that is written. */
  pieces(): Iterable<string> {
    const { pictures, files } = this.manuscript;
    return withBytes(this.signed, (name) => pictures.get(name)?.bytes ?? files?.get(name));
  }

  /** The whole text at once. Throws a RangeError where that is longer than a string may be, some 500 MB. */
  get text(): string {
    return [...this.pieces()].join("");
  }
}

/** Writes a document in a format of text. */
export function writeFile(
  manuscript: Manuscript,
  format: TextFormatName,
  options: WriteOptions = {},
): WrittenFile {
  const beside = FORMATS[format].filesBeside
    ? filesBesideOf(manuscript)
    : format === "gaterope" && options.picturesBeside
      ? picturesOf(manuscript)
      : NOTHING;
  const { text, promised } = CODECS[format].write(manuscript, options);
  return new WrittenFile(text, promised, beside, manuscript);
}

function picturesOf({ doc, pictures }: Manuscript): Map<string, Uint8Array> {
  const used = picturesIn(doc);
  return new Map(
    [...pictures].flatMap(([name, { bytes }]) => (used.has(name) ? [[placeBeside(name), bytes]] : [])),
  );
}

const NOTHING: ReadonlyMap<string, Uint8Array> = new Map();
