import { mkdirSync, rmSync } from "node:fs";
import path from "node:path";
import { documentTitle, newId, type Manuscript } from "@/core/document";
import { fileNameFor, FORMATS } from "@/core/formats";
import type { ArchiveFormatName } from "@/core/formats/formats";
import type { CameFrom } from "@/core/formats/office/own-part";
import type { PdfOptions } from "@/core/formats/pdf";
import type { FileJob, FileStage } from "@/core/collab";
import type { EditionStore } from "../editions/edition-store";
import { ServerError } from "../http/errors";
import { makeWhole } from "../storage/whole-file";
import { EditionInMaking, type EditionAsked } from "./edition-in-making";
import { Jobs, NotMade, type Begun } from "./jobs";
import { archiveMaking, pdfMaking, type Asked, type Makers, type Making } from "./makings";

/** A file that is being made, or was. */
interface BegunFile extends Begun {
  readonly file: string;
  /** What it is called, and its media type. */
  readonly name: string;
  readonly type: string;
}

/**
 * PDF files, files of word processors, e-books and editions made in the background: begun, asked about, cancelled, taken. A file has its name only when it
 * is whole and its links were followed.
 */
export class FileJobs {
  private readonly jobs = new Jobs();
  /** The documents of which an edition is being made. */
  private readonly publishing = new Set<string>();

  /** @param folder Where files are kept; emptied at the start. */
  constructor(
    private readonly folder: string,
    private readonly makers: Makers,
  ) {
    rmSync(folder, { recursive: true, force: true });
  }

  /** Begins a PDF; answers its id. */
  beginPdf(document: string, asked: Asked, options: PdfOptions): string {
    return this.begin(document, asked.manuscript, "pdf", (file, onStage) =>
      pdfMaking(this.makers, asked, options, file, onStage),
    );
  }

  /** Begins a file of a word processor or an e-book; answers its id. `from`: the version it is made of, null for a clean copy. */
  beginArchive(document: string, asked: Asked, format: ArchiveFormatName, from: CameFrom | null): string {
    return this.begin(document, asked.manuscript, format, (file, onStage) =>
      archiveMaking(this.makers, asked, format, from, file, onStage),
    );
  }

  /** Begins an edition; answers its id. It is shown as soon as it is whole. */
  beginEdition(document: string, asked: Asked, said: EditionAsked, store: EditionStore): string {
    if (this.isPublishing(document))
      throw new ServerError(409, "publishing", "An edition of this document is being made just now.");
    return this.jobs.begin(document, "The edition", (onStage) => {
      const begun = new EditionInMaking(
        path.join(/* turbopackIgnore: true */ this.folder, newId()),
        document,
        asked,
        said,
        store,
        this.makers,
        onStage,
      );
      this.publishing.add(document);
      const end = () => this.publishing.delete(document);
      begun.made.then(end, end);
      return begun;
    });
  }

  /** Whether an edition of a document is being made. */
  isPublishing(document: string): boolean {
    return this.publishing.has(document);
  }

  private begin(
    document: string,
    { doc }: Manuscript,
    format: ArchiveFormatName | "pdf",
    start: (file: string, onStage: (stage: FileStage) => void) => Making,
  ): string {
    const { endings, called, mediaType } = FORMATS[format];
    return this.jobs.begin(document, `The ${called} file`, (onStage): BegunFile => {
      mkdirSync(this.folder, { recursive: true });
      const file = path.join(/* turbopackIgnore: true */ this.folder, `${newId()}${endings[0]}`);
      let making!: Making;
      const made = makeWhole(file, async (beside) => {
        making = start(beside, onStage);
        const outcome = await making.outcome;
        if (!outcome.ok) throw new NotMade(outcome.reason);
        const { ok: _, ...rest } = outcome;
        return rest;
      });
      return {
        made,
        cancel: () => making.cancel(),
        forget: () => rmSync(file, { force: true }),
        file,
        name: fileNameFor(documentTitle(doc), endings[0]),
        type: mediaType,
      };
    });
  }

  get(document: string, id: string): FileJob {
    return this.jobs.get(document, id);
  }

  /** The file of a job that is done, what it is called, and its media type. */
  file(document: string, id: string): { file: string; name: string; type: string } {
    const made = this.jobs.made(document, id);
    if (!("file" in made)) throw new ServerError(404, "no-file", "An edition is no file.");
    return made as BegunFile;
  }

  /** Ends a job and lets go of its file. */
  cancel(document: string, id: string): void {
    this.jobs.cancel(document, id);
  }
}
