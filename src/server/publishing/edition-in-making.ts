import { mkdirSync, rmSync } from "node:fs";
import path from "node:path";
import { documentTitle, UNTITLED } from "@/core/document";
import type { FileStage } from "@/core/collab";
import { DOWNLOADS } from "@/core/editions/addresses";
import type { EditionRecord } from "@/core/editions/manifest";
import { fileNameFor, FORMATS } from "@/core/formats";
import type { ArchiveFormatName } from "@/core/formats/formats";
import { pdfOptionsSchema } from "@/core/formats/pdf";
import { orderedText } from "@/threads/document-order";
import { makeInThread } from "@/threads/make-in-thread";
import type { EditionOrder, MadeEdition } from "../editions/edition-order";
import type { EditionStore } from "../editions/edition-store";
import { NotMade, type Begun } from "./jobs";
import { archiveMaking, pdfMaking, type Asked, type Makers } from "./makings";

/** What the author says of an edition. */
export type EditionAsked = Pick<EditionRecord, "version" | "by" | "note"> & {
  /** The forms in which readers can fetch it as well. */
  readonly forms: readonly (ArchiveFormatName | "pdf")[];
};

/** An edition that is being made: first the other forms in which it can be fetched, then its pages. It is shown when all of it is stored. */
export class EditionInMaking implements Begun {
  readonly made: Begun["made"];
  private current: { cancel(): void } | null = null;
  private cancelled = false;

  /** @param folder For the forms while they are made; it is removed in the end. */
  constructor(
    private readonly folder: string,
    private readonly document: string,
    private readonly asked: Asked,
    private readonly said: EditionAsked,
    private readonly store: EditionStore,
    private readonly makers: Makers,
    private readonly onStage: (stage: FileStage) => void,
  ) {
    this.made = this.make().finally(() => rmSync(folder, { recursive: true, force: true }));
  }

  cancel(): void {
    this.cancelled = true;
    this.current?.cancel();
  }

  private async make(): Promise<Awaited<Begun["made"]>> {
    const { document, store, said, asked } = this;
    const downloads: EditionOrder["downloads"][number][] = [];
    for (const form of said.forms) downloads.push(await this.download(form));
    const number = Math.max(0, ...store.all(document).map((it) => it.number)) + 1;
    const at = Date.now();
    const { manuscript, places = new Map() } = asked;
    const outcome = await this.run(
      makeInThread<EditionOrder, MadeEdition>(
        this.makers.editionThread,
        {
          ...orderedText(manuscript),
          files: manuscript.files ?? new Map(),
          asked: [...places],
          bookFonts: this.makers.bookFonts(),
          scripts: this.makers.editionScripts(),
          fonts: this.makers.fonts,
          contents: store.contents.folder,
          issue: { number, date: new Date(at).toISOString().slice(0, 10), note: said.note },
          downloads,
        },
        "The edition",
        this.onStage,
      ),
    );
    const { manifest, ok: _, ...made } = outcome;
    const [failed] = made.proof.failed;
    if (failed) throw new NotMade(`The edition is not published: a link does not land. ${failed.why}`);
    const record: EditionRecord = {
      number,
      version: said.version,
      at,
      by: said.by,
      note: said.note,
      title: documentTitle(manuscript.doc) || UNTITLED,
      pages: made.pages,
      links: made.proof.promised,
      bytes: made.bytes,
      forms: [...said.forms],
      withdrawnAt: null,
    };
    store.add(document, record, manifest);
    return { ...made, edition: number };
  }

  private async download(form: ArchiveFormatName | "pdf"): Promise<EditionOrder["downloads"][number]> {
    mkdirSync(this.folder, { recursive: true });
    const { endings, called } = FORMATS[form];
    const file = path.join(/* turbopackIgnore: true */ this.folder, `edition${endings[0]}`);
    const { asked, makers, onStage } = this;
    await this.run(
      form === "pdf"
        ? pdfMaking(makers, asked, pdfOptionsSchema.parse({}), file, onStage)
        : archiveMaking(makers, asked, form, null, file, onStage),
    );
    const name = fileNameFor(documentTitle(asked.manuscript.doc), endings[0]);
    return { called, path: `${DOWNLOADS}/${name}`, file };
  }

  private async run<Made extends { readonly ok: true }>(making: {
    readonly outcome: Promise<Made | { readonly ok: false; readonly reason: string }>;
    cancel(): void;
  }): Promise<Made> {
    this.current = making;
    if (this.cancelled) making.cancel();
    const outcome = await making.outcome;
    if (!outcome.ok) throw new NotMade(outcome.reason);
    if (this.cancelled) throw new NotMade("The edition was cancelled.");
    return outcome;
  }
}
