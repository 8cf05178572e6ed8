import { spokenEquation } from "@/core/equations";
import { columnWidth, type DestinationId, settingsOf, documentTitle } from "@/core/document";
import { contentsList } from "@/core/wayfinding";
import { follow, type KnownLibrary } from "@/core/links";
import {
  drawPage,
  type Box,
  type DrawnLink,
  type DrawnTarget,
  type DrawnWords,
  type FontKey,
  type PageLayout,
  type Tag,
} from "@/core/layout";
import { type Deflate, PackedDocument, type PdfReference } from "./packed-document";
import { pageContent } from "./page-content";
import { pageLabels } from "./page-labels";
import { PdfFont } from "./pdf-font";
import { firstWordsOf, lineWordsOf, type FirstWords } from "../first-words";
import { NamedPlaces, writtenSpot, type ColumnPlace, type Spot } from "./named-places";
import { num, text } from "./pdf-syntax";
import type { PdfOptions } from "./options";
import { OutsideLinks } from "./outside-links";
import { outlineObjects } from "./outline";
import { StructureTree } from "./structure-tree";

/** A picture as it goes into the file: a JPEG or PNG. */
export interface PdfPicture {
  readonly bytes: Uint8Array;
}

/** A file that is kept in the file. */
export interface PdfAttachment {
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
  /** Of a file attached to the document, the id by which links lead to it. */
  readonly id?: string;
}

/** What a file is written from beside the layout. */
export interface PdfParts {
  /** The whole font of a key, as TrueType. */
  font(key: FontKey): Uint8Array;
  picture(name: string): PdfPicture | null;
  /** Files to be kept in the file. */
  readonly attachments: readonly PdfAttachment[];
  /** The other documents of the shelf. */
  readonly library: KnownLibrary;
  readonly deflate: Deflate;
  /** The time that the file says it was made. */
  readonly made: Date;
}

/** A link that a written file promises: on which page and where it lies, and where it must land. Points from the upper left corner. */
export interface PromisedPdfLink {
  readonly words: string;
  /** The page it lies on, counted from 0 in the file. */
  readonly page: number;
  readonly boxes: readonly Box[];
  readonly to:
    | {
        readonly kind: "place";
        readonly page: number;
        readonly y: number;
        readonly column: ColumnPlace | null;
        /** What has to stand there, as the document says it; null where that begins with no words. */
        readonly begins: FirstWords | null;
      }
    /** Also a file beside it, with the name of a place in that: `Other.pdf#opening`. */
    | { readonly kind: "address"; readonly url: string }
    /** A file in the file. */
    | { readonly kind: "file"; readonly name: string };
}

/** What became of a written file. */
export interface WrittenPdf {
  readonly promised: readonly PromisedPdfLink[];
  readonly pages: number;
  /** Links whose destination is on no page of the chosen range, and broken links: their words stand in the file, and lead nowhere. */
  readonly leftOut: number;
}

/** Told after each page; throws what is to end the writing. */
export type PdfProgress = (pages: number, of: number) => void | Promise<void>;

/** Pages written between two looks at the progress. */
const BATCH_SIZE = 16;

/** Writes the pages of a layout as a PDF; `sink` is given its bytes in order, in large pieces. */
export async function writePdf(
  layout: PageLayout,
  parts: PdfParts,
  options: PdfOptions,
  sink: (bytes: Uint8Array) => void,
  progress: PdfProgress = () => {},
): Promise<WrittenPdf> {
  const writing = new Writing(layout, parts, options, sink);
  const range = writing.range;
  for (let i = 0; i < range.length; i++) {
    writing.page(range[i]!);
    if (i % BATCH_SIZE === BATCH_SIZE - 1 || i === range.length - 1) await progress(i + 1, range.length);
  }
  return writing.finish();
}

interface WrittenLink {
  readonly link: DrawnLink;
  readonly page: number;
  readonly id: number;
  readonly pageId: number;
  readonly key: number;
}

class Writing {
  readonly range: readonly number[];
  private readonly document: PackedDocument;
  private readonly fonts = new Map<FontKey, PdfFont | null>();
  private readonly pictures = new Map<string, { label: string; obj: PdfReference } | null>();
  private readonly structure: StructureTree | null;
  private readonly outside: OutsideLinks;
  private readonly pages: { id: number; drawn: number; height: number }[] = [];
  /** Where strips and notes stand, by flow and strip, by id. */
  private readonly strips = new Map<number, Spot>();
  private readonly notes = new Map<string, Spot>();
  private readonly links: WrittenLink[] = [];
  /** Links whose destination is not in the document any more. */
  private brokenLinks = 0;
  private readonly linkTags = new WeakMap<DrawnLink, Tag>();
  /** Characters that no font has. */
  private readonly missing: ReadonlyMap<string, number>;

  constructor(
    private readonly layout: PageLayout,
    private readonly parts: PdfParts,
    private readonly options: PdfOptions,
    sink: (bytes: Uint8Array) => void,
  ) {
    this.missing = layout.missing;
    const { count } = layout.labels;
    const from = Math.max(0, (options.pages?.from ?? 1) - 1);
    const to = Math.min(count, options.pages?.to ?? count);
    this.range = Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
    const { doc } = layout.index;
    const title = options.title || documentTitle(doc) || "Untitled";
    this.document = new PackedDocument(
      {
        autoFirstPage: false,
        compress: true,
        pdfVersion: options.owner || options.opening ? "1.7ext3" : "1.7",
        lang: settingsOf(doc).language,
        displayTitle: true,
        margin: 0,
        fontLayoutCache: false,
        font: null as unknown as string,
        info: {
          Title: title,
          ...(options.author ? { Author: options.author } : {}),
          ...(options.subject ? { Subject: options.subject } : {}),
          ...(options.keywords ? { Keywords: options.keywords } : {}),
          Creator: "Gate Rope",
          Producer: "Gate Rope",
          CreationDate: parts.made,
        },
        ...(options.opening ? { userPassword: options.opening } : {}),
        ...(options.owner ? { ownerPassword: options.owner, permissions: options.rights } : {}),
      } as PDFKit.PDFDocumentOptions,
      parts.deflate,
      sink,
    );
    const { language } = settingsOf(doc);
    this.structure = options.tagged
      ? new StructureTree(this.document, (tex) => spokenEquation(tex, language) || "Equation")
      : null;
    // Links name the files, so these come first.
    this.outside = new OutsideLinks(this.document, parts);
  }

  page(number: number): void {
    const { layout, document, structure } = this;
    const drawing = drawPage(layout, number);
    document.addPage({ size: [drawing.width, drawing.height], margin: 0 });
    const { page } = document.inner;
    const pageId = page.dictionary.id;
    const place = this.pages.length;
    const { height } = drawing;
    this.pages.push({ id: pageId, drawn: number, height });
    const paper = layout.paperOf(number);
    const width = paper.columns && columnWidth(paper);
    const spot = (x: number, y: number): Spot => ({
      pageId,
      page: place,
      height,
      y,
      column: width === undefined ? null : { x, width },
    });
    for (const { flow, strip, x, y } of drawing.strips) {
      const key = stripKey(flow, strip);
      if (!this.strips.has(key)) this.strips.set(key, spot(x, y));
    }
    for (const { id, x, y } of drawing.notes) if (id) this.notes.set(id, spot(x, y));
    const pageKey = structure?.page() ?? 0;
    const xObjects = page.dictionary.data.Resources.data;
    const content = pageContent(drawing, {
      font: (key) => {
        const font = this.font(key);
        if (font) page.fonts[font.id] ??= font.ref();
        return font;
      },
      picture: (name) => {
        const picture = this.picture(name);
        if (!picture) return null;
        const shown = (xObjects.XObject ??= {});
        shown[picture.label] ??= picture.obj;
        return picture.label;
      },
      shaped: (item) => this.shaped(item),
      mark: structure && ((tag) => structure.mark(tag, pageKey, pageId)),
      linkTag: (link) => this.linkTag(link),
    });
    document.addContent(content);
    if (structure) Object.assign(page.dictionary.data, { StructParents: pageKey, Tabs: "S" });
    const annotations = drawing.links
      .filter((link) => this.mayLand(link.target))
      .map((link) => {
        const id = document.reserve();
        const key = structure ? structure.annotation(this.linkTag(link), id, pageId) : 0;
        this.links.push({ link, page: place, id, pageId, key });
        return reference(id);
      });
    this.brokenLinks += drawing.links.length - annotations.length;
    if (annotations.length > 0) page.dictionary.data.Annots = annotations;
  }

  finish(): WrittenPdf {
    const { document, layout } = this;
    const root = document.inner._root;
    const promised: PromisedPdfLink[] = [];
    let leftOut = 0;
    const names = this.namedPlaces();
    const byTarget = (target: DrawnTarget) => this.spotOf(target);
    for (const { link, page, id, pageId, key } of this.links) {
      const spot = byTarget(link.target);
      const outside = spot ? null : this.outside.lead(link.target);
      if (!spot && !outside) {
        leftOut++;
        // An annotation without an action says nothing and leads nowhere.
        document.pack(id, `<</Type/Annot/Subtype/Link/Rect[0 0 0 0]/Border[0 0 0]/F 2>>`);
        continue;
      }
      const { height } = this.pages[page]!;
      const rects = link.boxes.map((box) => rect(box, height));
      const around = rectAround(link.boxes, height);
      const quads =
        link.boxes.length > 1 ? `/QuadPoints[${link.boxes.map((box) => quad(box, height)).join(" ")}]` : "";
      const action = spot
        ? `/Subtype/Link/Dest${names.nameOf(link.target) ?? writtenSpot(spot)}`
        : outside!.entries;
      const words = link.words.trim();
      document.pack(
        id,
        `<</Type/Annot/Rect[${quads ? around : rects[0]}]${quads}/Border[0 0 0]/F 4/P ${pageId} 0 R/Contents${text(words)}${this.structure ? `/StructParent ${key}` : ""}${action}>>`,
      );
      promised.push({
        words,
        page,
        boxes: link.boxes,
        to: spot
          ? {
              kind: "place",
              page: spot.page,
              y: spot.y,
              column: spot.column,
              begins: this.firstWords(link.target),
            }
          : outside!.to,
      });
    }
    const dests = names.write(document);
    root.data.Names.data.Dests = reference(dests);
    if (this.options.outline > 0) {
      const outline = outlineObjects(
        layout,
        this.options.outline,
        (id) => names.nameOf({ kind: "destination", id }),
        document,
      );
      if (outline !== null)
        Object.assign(root.data, { Outlines: reference(outline), PageMode: "UseOutlines" });
    }
    root.data.PageLabels = { Nums: pageLabels(layout.labels, this.range) };
    const open = this.options.openAtContents ? contentsList(layout.index) : null;
    const first = open && this.spotOf({ kind: "destination", id: open.id });
    if (first) root.data.OpenAction = [reference(first.pageId), "XYZ", 0, first.height - first.y, null];
    if (this.structure) {
      this.structure.finish();
      Object.assign(root.data, {
        MarkInfo: pdfMarked(document),
        StructTreeRoot: reference(this.structure.rootId),
      });
    }
    document.finish();
    return { promised, pages: this.pages.length, leftOut: leftOut + this.brokenLinks };
  }

  private font(key: FontKey): PdfFont | null {
    const known = this.fonts.get(key);
    if (known !== undefined) return known;
    const table = this.layout.resources.font(key);
    const font = table ? new PdfFont(this.document, this.parts.font(key), table) : null;
    this.fonts.set(key, font);
    return font;
  }

  private shaped(item: DrawnWords): string | null {
    if (!item.shaped) return null;
    const shape = this.layout.resources.shaper(item.font);
    const font = this.font(item.font);
    return shape && font ? font.showShaped(shape(item.text), item.size) : null;
  }

  private picture(name: string) {
    const known = this.pictures.get(name);
    if (known !== undefined) return known;
    const picture = this.parts.picture(name);
    let opened: { label: string; obj: PdfReference } | null = null;
    if (picture) {
      const image = this.document.inner.openImage(Buffer.from(picture.bytes));
      if (!image.obj) image.embed(this.document);
      opened = { label: image.label, obj: image.obj! };
    }
    this.pictures.set(name, opened);
    return opened;
  }

  private linkTag(link: DrawnLink): Tag {
    let tag = this.linkTags.get(link);
    if (!tag) this.linkTags.set(link, (tag = { role: "Link", parent: link.tag }));
    return tag;
  }

  private mayLand(target: DrawnTarget): boolean {
    return (
      target.kind === "note" ||
      target.kind === "line" ||
      follow(target, this.layout.index, this.parts.library).lands
    );
  }

  private spotOf(target: DrawnTarget): Spot | undefined {
    switch (target.kind) {
      case "top": {
        const [first] = this.pages;
        return first?.drawn === 0
          ? { pageId: first.id, page: 0, height: first.height, y: 0, column: null }
          : undefined;
      }
      case "line": {
        const place = this.layout.placeOfLine(target.of);
        return place && this.strips.get(stripKey(place.flow, place.strip));
      }
      case "note":
        return this.spotOfNote(target.id);
      case "destination":
      case "words": {
        const followed = follow(target, this.layout.index);
        // Who is led to a note wants to read it, not its sign.
        const note = followed.lands && followed.destination?.kind === "note" && target.kind === "destination";
        if (note) return this.spotOfNote(target.id);
        const place = followed.lands && followed.destination && this.layout.placeAt(followed.destination.pos);
        return place ? this.strips.get(stripKey(place.flow, place.strip)) : undefined;
      }
      default:
        return undefined;
    }
  }

  private spotOfNote(id: DestinationId): Spot | undefined {
    const flow = this.layout.flowOfEndnote(id);
    return flow === undefined ? this.notes.get(id) : this.strips.get(stripKey(flow, 0));
  }

  /** What has to stand where a link lands: told by the document, not by the pages. */
  private firstWords(target: DrawnTarget): FirstWords | null {
    const { index } = this.layout;
    let begins: FirstWords | null = null;
    if (target.kind === "line") {
      const list = contentsList(index);
      begins = list && lineWordsOf(index.doc.child(list.block), target.of, index);
    } else if (target.kind === "note") {
      const note = index.destination(target.id);
      begins = note ? firstWordsOf(note, index) : null;
    } else if (target.kind === "destination" || target.kind === "words") {
      const followed = follow(target, index);
      begins = followed.lands && followed.destination ? firstWordsOf(followed.destination, index) : null;
    }
    // A letter that no font has stands as another sign.
    return begins && [...begins.words].some((character) => this.missing.has(character)) ? null : begins;
  }

  /** Every destination under its anchor, earlier ones too. */
  private namedPlaces(): NamedPlaces {
    const { index } = this.layout;
    const named = new NamedPlaces();
    for (const destination of index.destinations) {
      const spot = this.spotOf({ kind: "destination", id: destination.id });
      const anchor = index.anchors.of(destination.id);
      if (spot && anchor) named.add(destination.id, anchor, index.anchors.aliases(destination.id), spot);
    }
    return named;
  }
}

const stripKey = (flow: number, strip: number) => flow * 65_536 + strip;

/** A reference as the library writes values it does not know. */
function reference(id: number): unknown {
  return new Reference(id);
}
class Reference {
  constructor(private readonly id: number) {}
  get [Symbol.toStringTag]() {
    return "Reference";
  }
  toString(): string {
    return `${this.id} 0 R`;
  }
}

function pdfMarked(document: PackedDocument): unknown {
  const id = document.reserve();
  document.pack(id, "<</Marked true>>");
  return reference(id);
}

function rect({ x, y, width, height }: Box, page: number): string {
  return `${num(x)} ${num(page - y - height)} ${num(x + width)} ${num(page - y)}`;
}

function rectAround(boxes: readonly Box[], page: number): string {
  const left = Math.min(...boxes.map(({ x }) => x));
  const right = Math.max(...boxes.map(({ x, width }) => x + width));
  const top = Math.min(...boxes.map(({ y }) => y));
  const bottom = Math.max(...boxes.map(({ y, height }) => y + height));
  return rect({ x: left, y: top, width: right - left, height: bottom - top }, page);
}

/** The four corners in the order that readers expect: upper left and right, lower left and right. */
function quad({ x, y, width, height }: Box, page: number): string {
  const [top, bottom] = [num(page - y), num(page - y - height)];
  const [left, right] = [num(x), num(x + width)];
  return `${left} ${top} ${right} ${top} ${left} ${bottom} ${right} ${bottom}`;
}
