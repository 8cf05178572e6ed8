import { mkdirSync, rmSync } from "node:fs";
import path from "node:path";
import { type Manuscript, newId, documentTitle } from "@/core/document";
import { fileNameFor, FORMATS } from "@/core/formats";
import type { PdfOptions } from "@/core/formats/pdf";
import type { AskedPlace } from "@/core/links";
import type { FileJob } from "@/core/collab";
import { pdfInThread, pdfOrder, type PdfInMaking } from "@/threads/pdf";
import { messageOf } from "@/core/thrown";
import { explained, ServerError } from "../http/errors";
import { makeWhole } from "../storage/whole-file";

interface Kept {
  readonly document: string;
  readonly file: string;
  readonly name: string;
  readonly making: PdfInMaking;
  state: FileJob["state"];
}

/** A made file is kept so long for who is to take it. */
const KEPT_FOR = 60 * 60 * 1000;
/** How many may be made at the same time; each takes a thread. */
const MAX_JOBS = 2;

/** Why a PDF was not made, in words. */
class NotMade extends Error {}

function whyNot(error: unknown): string {
  return error instanceof NotMade
    ? error.message
    : `The PDF could not be saved: ${messageOf(explained(error))}`;
}

/** PDF files made in the background: begun, asked about, cancelled, taken. A file has its name only when it is whole and proven. */
export class PdfJobs {
  private readonly jobs = new Map<string, Kept>();

  /** @param folder Where they are kept; emptied at the start. */
  constructor(
    private readonly folder: string,
    private readonly thread: string,
    private readonly fonts: string,
  ) {
    rmSync(folder, { recursive: true, force: true });
  }

  /** Begins one; answers its id. */
  begin(
    document: string,
    manuscript: Manuscript,
    options: PdfOptions,
    /** What is known of the places of other documents, by their keys. */
    asked: ReadonlyMap<string, AskedPlace> = new Map(),
  ): string {
    const underWay = [...this.jobs.values()].filter(({ state }) => state.kind === "making").length;
    if (underWay >= MAX_JOBS)
      throw new ServerError(
        429,
        "busy",
        "Other PDF files are being made just now. Try again when they are done.",
      );
    mkdirSync(this.folder, { recursive: true });
    const id = newId();
    const file = path.join(/* turbopackIgnore: true */ this.folder, `${id}.pdf`);
    const order = { options, asked: [...asked], fonts: this.fonts };
    let making!: PdfInMaking;
    const made = makeWhole(file, async (beside) => {
      making = pdfInThread(this.thread, pdfOrder(manuscript, { ...order, file: beside }), (stage) => {
        if (kept.state.kind === "making") kept.state = { ...stage, kind: "making" };
      });
      const outcome = await making.outcome;
      if (!outcome.ok) throw new NotMade(outcome.reason);
      return outcome;
    });
    const kept: Kept = {
      document,
      file,
      name: fileNameFor(documentTitle(manuscript.doc), FORMATS.pdf.endings[0]),
      making,
      state: { kind: "making", stage: "pages", done: 0, of: 1 },
    };
    this.jobs.set(id, kept);
    void made
      .then(
        ({ ok: _, ...result }) => (kept.state = { kind: "made", ...result }),
        (error: unknown) => (kept.state = { kind: "failed", reason: whyNot(error) }),
      )
      .finally(() => setTimeout(() => this.forget(id), KEPT_FOR).unref());
    return id;
  }

  get(document: string, id: string): FileJob {
    return { id, state: this.find(document, id).state };
  }

  /** The file of a job that is done, and what it is called. */
  file(document: string, id: string): { file: string; name: string } {
    const kept = this.find(document, id);
    if (kept.state.kind !== "made") throw new ServerError(409, "not-made", "This PDF is not made yet.");
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
      throw new ServerError(404, "no-pdf", "This PDF is no longer here. Make it again.");
    return kept;
  }

  private forget(id: string): void {
    const kept = this.jobs.get(id);
    this.jobs.delete(id);
    if (kept) rmSync(kept.file, { force: true });
  }
}
