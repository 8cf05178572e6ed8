import { mkdirSync, rmSync } from "node:fs";
import path from "node:path";
import { documentTitle, newId, type Manuscript } from "@/core/document";
import { fileNameFor, FORMATS } from "@/core/formats";
import type { ArchiveFormatName } from "@/core/formats/formats";
import type { BookFont } from "@/core/formats/office/office-options";
import type { CameFrom } from "@/core/formats/office/own-part";
import type { PdfOptions } from "@/core/formats/pdf";
import type { AskedPlace } from "@/core/links";
import type { FileJob, FileStage } from "@/core/collab";
import { archiveInThread, archiveOrder, type MadeArchive } from "@/threads/archive";
import { pdfInThread, pdfOrder, type MadePdf } from "@/threads/pdf";
import type { FileInMaking } from "@/threads/make-in-thread";
import { messageOf } from "@/core/thrown";
import { explained, ServerError } from "../http/errors";
import { makeWhole } from "../storage/whole-file";

type Making = FileInMaking<MadePdf | MadeArchive>;

interface Kept {
  readonly document: string;
  readonly file: string;
  readonly name: string;
  readonly type: string;
  readonly making: Making;
  state: FileJob["state"];
}

/** A made file is kept so long for who is to take it. */
const KEPT_FOR = 60 * 60 * 1000;
/** How many may be made at the same time; each takes a thread. */
const MAX_JOBS = 2;

/** Why a file was not made, in words. */
class NotMade extends Error {}

/** The built threads in which files are made, and the fonts they need. */
interface Makers {
  readonly pdfThread: string;
  readonly archiveThread: string;
  readonly fonts: string;
  readonly bookFonts: () => readonly BookFont[];
}

/** A file that is asked for, of a document with what is known of the places of other documents, by their keys. */
interface Asked {
  readonly manuscript: Manuscript;
  readonly places?: ReadonlyMap<string, AskedPlace>;
}

/**
 * PDF files, files of word processors and e-books made in the background: begun, asked about, cancelled, taken. A file has its name only when it
 * is whole and its links were followed.
 */
export class FileJobs {
  private readonly jobs = new Map<string, Kept>();

  /** @param folder Where they are kept; emptied at the start. */
  constructor(
    private readonly folder: string,
    private readonly makers: Makers,
  ) {
    rmSync(folder, { recursive: true, force: true });
  }

  /** Begins a PDF; answers its id. */
  beginPdf(document: string, { manuscript, places = new Map() }: Asked, options: PdfOptions): string {
    const { pdfThread, fonts } = this.makers;
    return this.begin(document, manuscript, "pdf", (file, onStage) =>
      pdfInThread(pdfThread, pdfOrder(manuscript, { options, asked: [...places], fonts, file }), onStage),
    );
  }

  /** Begins a file of a word processor or an e-book; answers its id. `from`: the version it is made of, null for a clean copy. */
  beginArchive(
    document: string,
    { manuscript, places = new Map() }: Asked,
    format: ArchiveFormatName,
    from: CameFrom | null,
  ): string {
    const { archiveThread, fonts } = this.makers;
    const more = {
      format,
      from,
      clean: from === null,
      asked: [...places],
      bookFonts: format === "epub" ? this.makers.bookFonts() : [],
    };
    return this.begin(document, manuscript, format, (file, onStage) =>
      archiveInThread(archiveThread, archiveOrder(manuscript, { ...more, fonts, file }), onStage),
    );
  }

  private begin(
    document: string,
    { doc }: Manuscript,
    format: ArchiveFormatName | "pdf",
    start: (file: string, onStage: (stage: FileStage) => void) => Making,
  ): string {
    const underWay = [...this.jobs.values()].filter(({ state }) => state.kind === "making").length;
    if (underWay >= MAX_JOBS)
      throw new ServerError(
        429,
        "busy",
        "Other files are being made just now. Try again when they are done.",
      );
    mkdirSync(this.folder, { recursive: true });
    const id = newId();
    const { endings, called, mediaType } = FORMATS[format];
    const file = path.join(/* turbopackIgnore: true */ this.folder, `${id}${endings[0]}`);
    let making!: Making;
    const made = makeWhole(file, async (beside) => {
      making = start(beside, (stage) => {
        if (kept.state.kind === "making") kept.state = { ...stage, kind: "making" };
      });
      const outcome = await making.outcome;
      if (!outcome.ok) throw new NotMade(outcome.reason);
      return outcome;
    });
    const kept: Kept = {
      document,
      file,
      name: fileNameFor(documentTitle(doc), endings[0]),
      type: mediaType,
      making,
      state: { kind: "making", stage: "pages", done: 0, of: 1 },
    };
    this.jobs.set(id, kept);
    void made
      .then(
        ({ ok: _, ...result }) => (kept.state = { kind: "made", ...result }),
        (error: unknown) =>
          (kept.state = {
            kind: "failed",
            reason:
              error instanceof NotMade
                ? error.message
                : `The ${called} file could not be saved: ${messageOf(explained(error))}`,
          }),
      )
      .finally(() => setTimeout(() => this.forget(id), KEPT_FOR).unref());
    return id;
  }

  get(document: string, id: string): FileJob {
    return { id, state: this.find(document, id).state };
  }

  /** The file of a job that is done, what it is called, and its media type. */
  file(document: string, id: string): { file: string; name: string; type: string } {
    const kept = this.find(document, id);
    if (kept.state.kind !== "made") throw new ServerError(409, "not-made", "This file is not made yet.");
    return kept;
  }

  /** Ends a job and lets go of its file. */
  cancel(document: string, id: string): void {
    this.find(document, id).making.cancel();
    this.forget(id);
  }

  private find(document: string, id: string): Kept {
    const kept = this.jobs.get(id);
    if (!kept || kept.document !== document)
      throw new ServerError(404, "no-file", "This file is no longer here. Make it again.");
    return kept;
  }

  private forget(id: string): void {
    const kept = this.jobs.get(id);
    this.jobs.delete(id);
    if (kept) rmSync(kept.file, { force: true });
  }
}
