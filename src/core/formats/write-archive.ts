import type { Manuscript } from "@/core/document";
import type { Archive } from "./archive/archive";
import { proveDocx, writeDocx } from "./docx";
import { proveEpub, writeEpub } from "./epub";
import type { ArchiveFormatName } from "./formats";
import { proveOdt, writeOdt } from "./odt";
import type { FileProof } from "./office/file-proof";
import type { OfficeOptions } from "./office/office-options";
import type { PromisedOfficeLink } from "./office/promised-office-link";
import type { WrittenArchive } from "./office/written-archive";

interface ArchiveWriter {
  readonly write: (manuscript: Manuscript, options: OfficeOptions) => WrittenArchive;
  /** Follows what was promised in the written file, with nothing of what wrote it. */
  readonly prove: (archive: Archive, promised: readonly PromisedOfficeLink[]) => FileProof;
}

const WRITERS: Record<ArchiveFormatName, ArchiveWriter> = {
  docx: { write: writeDocx, prove: proveDocx },
  odt: { write: writeOdt, prove: proveOdt },
  epub: { write: writeEpub, prove: proveEpub },
};

/** Writes a document as an archive of parts. */
export function writeArchive(
  manuscript: Manuscript,
  format: ArchiveFormatName,
  options: OfficeOptions = {},
): WrittenArchive {
  return WRITERS[format].write(manuscript, options);
}

/** Follows every link that a written file promises. */
export function proveArchive(
  format: ArchiveFormatName,
  archive: Archive,
  promised: readonly PromisedOfficeLink[],
): FileProof {
  return WRITERS[format].prove(archive, promised);
}
