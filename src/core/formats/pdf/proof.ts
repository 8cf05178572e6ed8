import type { PDFDocumentProxy } from "pdfjs-dist/legacy/build/pdf.mjs";
import { shortened } from "@/core/document";
import type { ColumnPlace } from "./named-places";
import { linesOf, piecesOf, piecesWithin, type PageLine, type Piece } from "./page-lines";
import { liesOn, standsAt } from "./words-at";
import type { PromisedPdfLink } from "./write";

/** A promised link that does not do what was promised. */
export interface FailedPdfLink {
  readonly words: string;
  /** The page it lies on, counted from 1. */
  readonly page: number;
  readonly why: string;
}

/** What following every link of a written file showed. */
export interface PdfProof {
  readonly pages: number;
  readonly promised: number;
  readonly lands: number;
  readonly failed: readonly FailedPdfLink[];
}

/** Points by which a place may be off: numbers are written with two digits. */
const NEAR = 1;

/** The page of a place, and its left and upper edge (ISO 32000-2, 12.3.2.2). */
type Landing = readonly [page: { num: number; gen: number }, kind: unknown, x: number, y: number];

interface LinkAnnotation {
  readonly subtype: string;
  readonly rect: readonly [number, number, number, number];
  readonly dest?: string | Landing | null;
  readonly url?: string;
  readonly unsafeUrl?: string;
  /** Of a link to a file in the file, that file. */
  readonly attachment?: { readonly filename: string };
  /** Of a sign that opens a file, that file. */
  readonly file?: { readonly filename: string };
}

/**
 * The library that reads the file, loaded only now: it puts slower ones in place of the engine's own methods of lists, which everything before
 * it in the same thread would have to live with.
 */
async function reader() {
  // Its reading part, which it would otherwise look for beside the bundle.
  await import("pdfjs-dist/legacy/build/pdf.worker.mjs");
  return import("pdfjs-dist/legacy/build/pdf.mjs");
}

/**
 * Opens a written file again and follows every link that it promises: it must lie on its words, as these are read on the page, and
 * land on the right page at the right height where the first words of its destination are read first; or lead to the right address.
 * @throws when the file cannot be opened at all.
 */
export async function provePdf(
  bytes: Uint8Array,
  promised: readonly PromisedPdfLink[],
  password = "",
  progress: (pages: number, of: number) => void | Promise<void> = () => {},
): Promise<PdfProof> {
  const { getDocument, VerbosityLevel } = await reader();
  const loading = getDocument({
    data: bytes,
    ...(password ? { password: password.normalize("NFKC") } : {}),
    verbosity: VerbosityLevel.ERRORS,
    isEvalSupported: false,
    useSystemFonts: false,
  });
  const file = await loading.promise;
  try {
    const follow = new Follower(file);
    const failed: FailedPdfLink[] = [];
    const byPage = groupedByPage(promised);
    for (let number = 0; number < file.numPages; number++) {
      const own = byPage.get(number);
      if (own) {
        const page = await file.getPage(number + 1);
        // For the screen the library would look for the words under each link too, which takes ten times as long.
        const found: LinkAnnotation[] = await page.getAnnotations({ intent: "print" });
        const height = page.view[3]!;
        for (const link of own) {
          const why = await follow.fault(link, found, height, number);
          if (why) failed.push({ words: link.words, page: number + 1, why });
        }
        page.cleanup();
      }
      if (number % 16 === 15 || number === file.numPages - 1) await progress(number + 1, file.numPages);
    }
    for (const { words, page } of promised)
      if (page >= file.numPages) failed.push({ words, page: page + 1, why: "Its page is not in the file." });
    return {
      pages: file.numPages,
      promised: promised.length,
      lands: promised.length - failed.length,
      failed,
    };
  } finally {
    await loading.destroy();
  }
}

function groupedByPage(promised: readonly PromisedPdfLink[]): Map<number, PromisedPdfLink[]> {
  const groups = new Map<number, PromisedPdfLink[]>();
  for (const link of promised) {
    const group = groups.get(link.page);
    if (group) group.push(link);
    else groups.set(link.page, [link]);
  }
  return groups;
}

class Follower {
  private named: ReturnType<PDFDocumentProxy["getDestinations"]> | null = null;
  private readonly pages = new Map<string, Promise<number>>();
  private readonly heights = new Map<number, number>();
  private readonly pieces = new Map<number, Promise<Piece[]>>();
  private readonly lines = new Map<string, PageLine[]>();

  constructor(private readonly file: PDFDocumentProxy) {}

  async fault(
    { boxes, to, words }: PromisedPdfLink,
    annotations: readonly LinkAnnotation[],
    height: number,
    number: number,
  ): Promise<string | null> {
    const left = Math.min(...boxes.map(({ x }) => x));
    const top = Math.min(...boxes.map(({ y }) => y));
    const right = Math.max(...boxes.map(({ x, width }) => x + width));
    const bottom = Math.max(...boxes.map((box) => box.y + box.height));
    const wanted = [left, height - bottom, right, height - top];
    const own = annotations.find(
      ({ subtype, rect }) =>
        (subtype === "Link" || subtype === "FileAttachment") &&
        rect.every((value, i) => Math.abs(value - wanted[i]!) <= NEAR),
    );
    if (!own || !liesOn(words, boxes, await this.linesOn(number))) return "No link lies on its words.";
    if (to.kind === "address") {
      const url = own.unsafeUrl ?? own.url;
      return url === to.url ? null : `It leads to “${url ?? "nothing"}”, not to “${to.url}”.`;
    }
    if (to.kind === "file") {
      const name = (own.attachment ?? own.file)?.filename;
      return name === to.name ? null : `It opens ${name ? `“${name}”` : "nothing"}, not “${to.name}”.`;
    }
    const place = typeof own.dest === "string" ? (await this.places())[own.dest] : own.dest;
    if (!place)
      return typeof own.dest === "string"
        ? `Nothing in the file is called “${own.dest}”.`
        : "It leads nowhere.";
    const [ref, , x, y] = place;
    const page = await this.pageOf(ref);
    if (page !== to.page) return `It lands on page ${page + 1}, not on page ${to.page + 1}.`;
    const landed = (await this.heightOf(page)) - y;
    if (Math.abs(landed - to.y) > NEAR)
      return `It lands ${Math.round(Math.abs(landed - to.y))} points too ${landed > to.y ? "low" : "high"}.`;
    if (to.column && Math.abs(x - to.column.x) > NEAR) return "It lands in another column.";
    // Where the pages put the place may itself be wrong; the words that are read there cannot.
    if (to.begins === null || standsAt(to.begins, landed, await this.linesOn(page, to.column))) return null;
    return `Where it lands, “${shortened(to.begins.words, 40)}” does not stand first.`;
  }

  /** The lines of a page, or of a column of it. */
  private async linesOn(page: number, column: ColumnPlace | null = null): Promise<PageLine[]> {
    let pieces = this.pieces.get(page);
    if (!pieces) this.pieces.set(page, (pieces = this.file.getPage(page + 1).then(piecesOf)));
    const all = await pieces;
    const key = `${page} ${column?.x ?? ""}`;
    let known = this.lines.get(key);
    if (!known) this.lines.set(key, (known = linesOf(column ? piecesWithin(column, all) : all)));
    return known;
  }

  private places(): ReturnType<PDFDocumentProxy["getDestinations"]> {
    return (this.named ??= this.file.getDestinations());
  }

  private pageOf(ref: { num: number; gen: number }): Promise<number> {
    const key = `${ref.num} ${ref.gen}`;
    let known = this.pages.get(key);
    if (!known) this.pages.set(key, (known = this.file.getPageIndex(ref)));
    return known;
  }

  private async heightOf(page: number): Promise<number> {
    const known = this.heights.get(page);
    if (known !== undefined) return known;
    const height = (await this.file.getPage(page + 1)).view[3]!;
    this.heights.set(page, height);
    return height;
  }
}
