import { Fragment, type Mark, type Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import {
  asMark,
  FIRST_LANGUAGE,
  createDocument,
  expressionSchema,
  asKind,
  isKind,
  isNamedWithin,
  isMark,
  markAmong,
  pictureWords,
  lineOf,
  newId,
  pictureName,
  recognisePicture,
  RETURNS_NONE,
  schema,
  tooLarge,
  withSettings,
  type Alignment,
  type DestinationId,
  type Manuscript,
  type NodeAttributes,
  type Picture,
  type ReturnRule,
  type Series,
} from "@/core/document";
import type { DropLog } from "./drop-log";
import {
  ITEMS,
  isItem,
  itemOf,
  LISTS,
  type ContainerAttributes,
  type ContainerKind,
  type BlockContainer,
  type OpenContainer,
} from "./containers";
import { cleanText, mergeText, onlyPictures, isNoWord, trimmed } from "./inline-content";
import { IndexedWords } from "./indexed-words";
import { LIMITS } from "./limits";
import { noticeOf } from "./notice-of";
import { MetStyles } from "./met-styles";
import { NoteReferences } from "./note-references";
import type { ReferenceElement } from "./reference-element";
import { NamedPlaces, type NamedAnchor } from "./named-places";
import { withoutPermalink } from "./permalinks";
import { titleFromName, type ReadContext } from "./read-context";
import { ReadError } from "./read-error";
import { behindTypedNumber } from "./caption-number";
import { tableGrid, type CellDraft } from "./table-grid";

const { nodes, marks: markTypes } = schema;

type TextblockKind = "paragraph" | "heading" | "code_block" | "term" | "notice_title" | "caption";
/** What a reader may say of a block of text. */
export type TextAttributes = Partial<
  NodeAttributes["heading"] & NodeAttributes["code_block"] & NodeAttributes["paragraph"]
>;
interface OpenTextblock {
  kind: TextblockKind;
  attributes: TextAttributes;
  inline: Node[];
  /** So much at its beginning was found to hold no word. */
  wordless: number;
  anchors: NamedAnchor[];
  /** Opened by text that stood outside any block. */
  implied: boolean;
}

interface OpenTable {
  rows: CellDraft[][];
  caption: Node[];
  anchors: NamedAnchor[];
  depth: number;
}

interface OpenFigure {
  /** Whether its picture was met, which may be missing and tell nothing. */
  pictured: boolean;
  picture: string;
  alt: string;
  /** Where its picture is linked: no figure is, but its caption can be. */
  link: Mark | null;
  look: FigureLook;
  caption: Node[];
  blocksBefore: number;
  /** How many tables are open around it. */
  tables: number;
}

/** Width and place of a figure and whether it only decorates, where a file says so. */
export interface FigureLook {
  readonly width?: number | null;
  readonly place?: NodeAttributes["figure"]["place"];
  readonly decorative?: boolean;
}

/** How a picture stands, and what stands with it. */
export interface PictureLook {
  /** What stands below it: it is a figure. */
  readonly caption?: readonly Node[];
  readonly decorative?: boolean;
  /** Its height in a line, in hundredths of the size of the words. */
  readonly height?: number | null;
  /** It stands in a line even where it stands alone. */
  readonly inLine?: boolean;
  readonly marks?: readonly Mark[];
}

/** Whether no word was met in a block of text so far. What was looked at is not looked at again. */
function holdsNoWord(block: OpenTextblock): boolean {
  while (block.wordless < block.inline.length && isNoWord(block.inline[block.wordless]!)) block.wordless++;
  return block.wordless >= block.inline.length;
}

function isEmptyPart(node: Node): boolean {
  const picture = asKind(node, "picture");
  return picture !== null && picture.picture === "" && pictureWords(node) === "";
}

/** The roles by which an image says that it only decorates (WAI-ARIA 1.2, presentation). */
export const DECORATIVE: ReadonlySet<string> = new Set(["presentation", "none"]);

/**
 * Builds a valid document from what a reader meets in the order of the file. It keeps the stack itself, so no depth of a
 * file exhausts the machine's, and it makes good what the model does not allow: headings and figures inside lists are
 * brought out, text outside blocks gets a paragraph, nesting beyond the limit is kept flat.
 */
export class DocumentBuilder {
  title: string | null = null;
  /** What a web page is called in its window, usually with the name of the site behind it. */
  windowTitle: string | null = null;
  /** Whether it is a page of the web, in which signs stand beside titles: of the kind of a notice, or links that tell the address of a heading. */
  hasNoteMarks = false;
  language: string | null = null;
  /** Whether words were met that are said to be in a language of their own. */
  private otherLanguages = false;
  returns: ReturnRule = RETURNS_NONE;
  /** The looks that the file has, and the styles of its own that it names. */
  readonly styles: MetStyles;

  private readonly blocks: Node[] = [];
  private readonly containers: OpenContainer[] = [];
  private readonly tables: OpenTable[] = [];
  /** How many tables are open that lie too deep to be any. */
  private tablesTooDeep = 0;
  private textblock: OpenTextblock | null = null;
  private figure: OpenFigure | null = null;
  /** Blocks that stand after the top-level block that is open. */
  private broughtOut: Node[] = [];
  private pending: NamedAnchor[] = [];
  private readonly pictures = new Map<string, Picture>();
  /** Pictures that stand in a line even where they stand alone. */
  private readonly inLine = new WeakSet<Node>();
  private blockCount = 0;
  private readonly places: NamedPlaces;
  private readonly notes = new NoteReferences();
  private readonly indexed = new IndexedWords();
  /** How many notes are open: what is met is not part of the text around them. */
  private openNotes = 0;

  constructor(private readonly dropped: DropLog) {
    this.places = new NamedPlaces(dropped);
    this.styles = new MetStyles(dropped);
  }

  /** The links of the file, until it is known where they lead. */
  get links() {
    return this.places.links;
  }

  // Text

  /** Adds words with their marks; outside any block they open a paragraph. */
  text(words: string, marks: readonly Mark[] = []): void {
    const clean = cleanText(words);
    if (clean === "") return;
    if (!this.textblock) {
      if (clean.trim() === "") return;
      this.open("paragraph", {}, true);
    }
    const block = this.textblock!;
    const allowed = this.allowedMarks(block, marks);
    block.inline.push(...this.indexed.onFirstWord(schema.text(clean, allowed)));
  }

  /** The mark that an element puts on its words where they stand under an entry of the index; null for any other. */
  indexedOn(attributes: ReadonlyMap<string, string>): Mark | null {
    return this.indexed.onElement(attributes);
  }

  /** Ends words under an entry of the index; where there are none it goes on the word beside it. */
  endIndexed(mark: Mark): void {
    this.indexed.end(mark);
  }

  hardBreak(): void {
    if (this.textblock && this.textblock.kind === "code_block") this.text("\n");
    else if (this.textblock) this.textblock.inline.push(nodes.hard_break.create());
  }

  /** Whether a textblock is open that holds anything yet; readers that fold white space ask. */
  get endsWithSpace(): boolean {
    const last = this.textblock?.inline.at(-1);
    return !last || isKind(last, "hard_break") || (last.isText && /\s$/.test(last.text!));
  }

  private allowedMarks(block: OpenTextblock, marks: readonly Mark[]): readonly Mark[] {
    let set: readonly Mark[] = [];
    const headingAnchors = block.kind === "heading" ? block.anchors : null;
    for (const mark of marks) {
      const range = asMark(mark, "bookmark");
      const allowed = range
        ? this.places.covers(range.id, headingAnchors)
        : block.kind !== "code_block" || nodes.code_block.allowsMarkType(mark.type);
      this.indexed.meet(mark);
      const spoken = asMark(mark, "language")?.language;
      this.otherLanguages ||= spoken !== undefined;
      // That of the document itself is none of its own, also within another.
      if (spoken !== undefined && spoken === this.language) set = mark.type.removeFromSet(set);
      else if (allowed) set = mark.addToSet(set);
    }
    return set;
  }

  // Blocks of text

  /** Adds an equation within a line. */
  formula(tex: string, marks: readonly Mark[] = []): void {
    if (!this.textblock) this.open("paragraph", {}, true);
    const block = this.textblock!;
    if (block.kind === "code_block") this.text(tex);
    else
      block.inline.push(nodes.formula.create({ tex: cleanText(tex) }, null, this.allowedMarks(block, marks)));
  }

  /** Adds a computed value; false where none can stand, and for what is no expression. */
  computation(expression: string, marks: readonly Mark[]): boolean {
    const parsed = expressionSchema.safeParse(cleanText(expression));
    if (!parsed.success || this.openNotes > 0) return false;
    if (!this.textblock) this.open("paragraph", {}, true);
    const block = this.textblock!;
    block.inline.push(
      nodes.computation.create({ expression: parsed.data }, null, this.allowedMarks(block, marks)),
    );
    return true;
  }

  /** Adds a cross-reference to a place known by its anchor; false where none can stand. */
  crossReference({ anchor, form, linked }: ReferenceElement, marks: readonly Mark[]): boolean {
    if (this.openNotes > 0) return false;
    if (!this.textblock) this.open("paragraph", {}, true);
    const block = this.textblock!;
    const attrs = { target: this.links.spokenOfAt(anchor), form, linked };
    block.inline.push(nodes.cross_reference.create(attrs, null, this.allowedMarks(block, marks)));
    return true;
  }

  // Notes

  /** Adds the sign of a note whose words the file gives somewhere else, under a key. */
  noteReference(key: string, place: "foot" | "end" = "foot"): void {
    if (this.openNotes > 0) return;
    if (!this.textblock) this.open("paragraph", {}, true);
    this.textblock!.inline.push(this.notes.reference(key, place));
  }

  /** Whether a sign of a note with this key stands in what was read so far, and its words do not. */
  refersToNote(key: string): boolean {
    return this.notes.awaits(key);
  }

  /** What is met until {@link closeNote} are the words of a note. */
  openNote(key: string): void {
    this.closeTextblock();
    this.containers.push({ kind: "note", key, children: [] });
    this.openNotes++;
  }

  closeNote(): void {
    this.closeTextblock();
    if (this.openNotes === 0) return;
    while (this.closeInnermost() !== "note");
  }

  /** Opens a block of text; one that is open is closed first. */
  openTextblock(kind: TextblockKind, attributes: TextAttributes = {}): void {
    this.open(kind, attributes, false);
  }

  private open(kind: TextblockKind, attributes: TextAttributes, implied: boolean): void {
    this.closeTextblock();
    this.countBlock();
    this.textblock = {
      kind,
      attributes,
      inline: [],
      wordless: 0,
      anchors: this.pending,
      implied,
    };
    this.pending = [];
  }

  private countBlock(): void {
    if (++this.blockCount > LIMITS.blocks)
      throw new ReadError(
        `The file holds more than ${LIMITS.blocks.toLocaleString("en")} blocks, which is the limit.`,
      );
  }

  /** Says in which language the code is that is open and empty still. */
  nameCode(language: string): void {
    const block = this.textblock;
    if (block?.kind === "code_block" && block.inline.length === 0 && language !== "")
      block.attributes = { ...block.attributes, language };
  }

  /** Says of the heading that is open in which series it is counted, and what it is called in lists. */
  nameHeading(named: { readonly series: Series; readonly short: string }): void {
    const block = this.textblock;
    if (block?.kind === "heading") block.attributes = { ...block.attributes, ...named };
  }

  /** Closes the block of text that is open, if any. Empty paragraphs that nothing names are not kept. */
  closeTextblock(): void {
    const block = this.textblock;
    if (!block) return;
    this.textblock = null;
    this.indexed.onLastWord(block.inline);
    let inline = block.kind === "code_block" ? mergeText(block.inline) : trimmed(block.inline);
    if (this.hasNoteMarks && ["heading", "term", "caption"].includes(block.kind))
      inline = this.withoutPermalink(inline, block.anchors);
    if (block.kind === "caption") return this.takeCaption(this.withoutNumber(inline), block.anchors);
    const pictured = inline.some((node) => isKind(node, "picture"));
    const figures = pictured && block.kind === "paragraph" ? this.figuresIn(inline) : null;
    if (figures) {
      this.pending = [...block.anchors, ...this.pending];
      for (const one of figures) {
        const { height: _, ...attributes } = asKind(one, "picture")!;
        this.placeFigure(attributes, []);
      }
      return;
    }
    // One that is missing and tells nothing leaves no gap among words.
    if (pictured) inline = inline.filter((node) => this.inLine.has(node) || !isEmptyPart(node));
    if (inline.length === 0 && (block.kind === "paragraph" || block.implied)) {
      this.pending = [...block.anchors, ...this.pending];
      return;
    }
    const insideContainer = this.containers.length > 0;
    const around = this.containers.at(-1);
    const titles = around?.kind === "notice" && around.children.length === 0;
    if (block.kind === "notice_title" || (block.kind === "heading" && titles)) {
      // Its kind has a sign of its own.
      if (this.hasNoteMarks && isKind(inline[0] ?? null, "picture") && !onlyPictures(inline))
        inline = trimmed(inline.slice(1));
      if (inline.length === 0) this.pending = [...block.anchors, ...this.pending];
      else
        this.place(
          this.places.withPoints(
            titles ? nodes.notice_title.create(null, inline) : inBold(inline),
            block.anchors,
          ),
        );
      return;
    }
    if (block.kind === "heading" && insideContainer) {
      this.dropped.add(
        "heading inside a list, quotation or table",
        "A section cannot begin there; its words are kept in bold.",
      );
      return this.place(this.places.withPoints(inBold(inline, block.attributes.align), block.anchors));
    }
    if (insideContainer)
      return this.place(
        this.places.withPoints(nodes[block.kind].create(block.attributes, inline), block.anchors),
      );
    this.placeNamed(nodes[block.kind].create({ ...block.attributes, id: newId() }, inline), block.anchors);
  }

  private withoutPermalink(inline: Node[], anchors: readonly NamedAnchor[]): Node[] {
    const kept = withoutPermalink(
      inline,
      anchors.map(({ anchor }) => anchor),
    );
    return kept.length === inline.length ? kept : trimmed(kept);
  }

  /** Closes a paragraph that text outside any block had opened. */
  closeImplied(): void {
    if (this.textblock?.implied) this.closeTextblock();
  }

  /** Whether no words of a block of text that is open have been met, so that another block may stand here. */
  get betweenBlocks(): boolean {
    return !this.textblock || trimmed(this.textblock.inline).length === 0;
  }

  /** Whether another block may stand here; ends a paragraph that text outside any block had opened. */
  mayPlaceBlock(): boolean {
    if (this.containers.length > 0) this.closeImplied();
    return this.betweenBlocks;
  }

  get openKind(): TextblockKind | null {
    return this.textblock?.kind ?? null;
  }

  /** A caption without the number somebody typed before it: captions are counted. */
  private withoutNumber(inline: Node[]): Node[] {
    const first = inline[0];
    const rest = first?.isText ? behindTypedNumber(first.text!) : null;
    if (!first || rest === null) return inline;
    this.dropped.add("typed number of a caption", "Captions are counted, so that their numbers stay right.");
    return [...(rest ? [schema.text(rest, first.marks)] : []), ...inline.slice(1)];
  }

  private takeCaption(inline: Node[], anchors: NamedAnchor[]): void {
    this.pending = [...anchors, ...this.pending];
    const { figure } = this;
    // Of the table and the figure that are open, the inner one has it.
    const table = this.tables.length > (figure?.tables ?? 0) ? this.tables.at(-1) : undefined;
    if (table) table.caption.push(...inline);
    else if (figure) figure.caption.push(...inline);
    else if (inline.length > 0) this.place(nodes.paragraph.create(null, inline));
  }

  // Containers

  /** Opens a list, list item or quotation; false when it lies too deep and its content is kept where it is. */
  openContainer(kind: ContainerKind, attributes: ContainerAttributes = {}): boolean {
    this.closeTextblock();
    if (this.containers.length >= LIMITS.nesting * 2) {
      this.dropped.add("nesting deeper than 12 levels", "The text is kept at the deepest level there is.");
      return false;
    }
    const item = this.itemWanted;
    if (isItem(kind) && kind !== item)
      this.containers.push({ kind: LISTS[kind], attributes: {}, children: [] });
    else if (item && kind !== item) this.containers.push({ kind: item, attributes: {}, children: [] });
    const anchors = kind === "notice" ? { anchors: this.takePending() } : {};
    this.containers.push({ kind, attributes, children: [], ...anchors });
    return true;
  }

  /** What has to stand in the container that is open; null where blocks do. */
  private get itemWanted(): "list_item" | "definition" | null {
    const parent = this.containers.at(-1)?.kind;
    return parent && parent !== "cell" && parent !== "note" ? ITEMS[parent] : null;
  }

  /** Gives the item that is open a box to tick; false where something stands in it already, and outside of items. */
  giveBox(checked: boolean): boolean {
    const open = this.containers.at(-1);
    if (open?.kind !== "list_item" || open.children.length > 0 || !this.betweenBlocks) return false;
    open.attributes = { checked };
    return true;
  }

  /** Whether a list of terms is open, and nothing within it. */
  get inDefinitionList(): boolean {
    return this.containers.at(-1)?.kind === "definition_list";
  }

  /** Closes the innermost container of a kind, with all that is open inside it. */
  closeContainer(kind: ContainerKind): void {
    this.closeTextblock();
    if (!this.containers.some((open) => open.kind === kind)) return;
    for (;;) {
      const open = this.containers.at(-1)!;
      if (open.kind === "cell" || open.kind === "note") return;
      this.containers.pop();
      this.finishContainer(open);
      if (open.kind === kind) break;
    }
    if (isItem(kind)) return;
    // A list or item that was only implied ends with what it was opened for.
    const parent = this.containers.at(-1);
    if (parent && isItem(parent.kind) && parent.children.length === 0) this.containers.pop();
  }

  private finishContainer(open: BlockContainer): void {
    if (isItem(open.kind))
      this.containers.at(-1)!.children.push(itemOf(open.kind, open.children, open.attributes));
    else if (open.kind === "notice") this.finishNotice(open);
    else if (open.children.length > 0) this.place(nodes[open.kind].create(open.attributes, open.children));
  }

  /** Whether a notice is open that holds nothing yet. */
  get inEmptyNotice(): boolean {
    const open = this.containers.at(-1);
    return open?.kind === "notice" && open.children.length === 0 && !this.textblock;
  }

  private finishNotice({ children, attributes, anchors = [] }: BlockContainer): void {
    const nested = this.containers.length > 0;
    const notice = noticeOf(children, attributes.kind ?? "note", (title) =>
      nested ? this.places.withPoints(title, anchors) : title,
    );
    if (notice) this.placeNamed(notice, nested ? [] : anchors);
    else this.pending = [...anchors, ...this.pending];
  }

  // Tables

  openTable(): void {
    this.closeTextblock();
    if (this.openNotes > 0) return;
    if (this.tablesTooDeep > 0 || this.containers.length >= LIMITS.nesting * 2) {
      if (this.tablesTooDeep++ === 0)
        this.dropped.add("nesting deeper than 12 levels", "The text is kept at the deepest level there is.");
      return;
    }
    this.tables.push({ rows: [], caption: [], anchors: this.pending, depth: this.containers.length });
    this.pending = [];
  }

  openRow(): void {
    this.closeTextblock();
    if (!this.mayHoldCells) return;
    this.tables.at(-1)?.rows.push([]);
  }

  /** Opens a cell in the row that is open; false when no table is open. */
  openCell(
    header: boolean,
    colspan: number,
    rowspan: number,
    align: Alignment,
    colwidth: readonly number[] | null = null,
  ): boolean {
    this.closeTextblock();
    const table = this.tables.at(-1);
    if (!table || !this.mayHoldCells) return false;
    if (table.rows.length === 0) table.rows.push([]);
    const cell: CellDraft = { header, colspan, rowspan, align, colwidth, children: [] };
    table.rows.at(-1)!.push(cell);
    this.countBlock();
    this.containers.push({ kind: "cell", cell, children: [] });
    return true;
  }

  closeCell(): void {
    this.closeTextblock();
    if (!this.mayHoldCells || !this.containers.some((open) => open.kind === "cell")) return;
    while (this.closeInnermost() !== "cell");
  }

  /** Closes the innermost container of any kind; returns its kind. */
  private closeInnermost(): OpenContainer["kind"] {
    const open = this.containers.pop()!;
    if (open.kind === "cell") open.cell.children = open.children;
    else if (open.kind === "note") {
      this.openNotes--;
      this.notes.give(open.key, open.children);
    } else this.finishContainer(open);
    return open.kind;
  }

  /** Whether a cell that is met now is one of a table; in a note and too deep in others its words are kept alone. */
  private get mayHoldCells(): boolean {
    return this.openNotes === 0 && this.tablesTooDeep === 0;
  }

  closeTable(): void {
    this.closeTextblock();
    const table = this.tables.at(-1);
    if (!table || this.openNotes > 0) return;
    if (this.tablesTooDeep > 0) {
      this.tablesTooDeep--;
      return;
    }
    while (this.containers.length > table.depth) this.closeInnermost();
    this.tables.pop();
    const grid = tableGrid(table.rows);
    const caption = trimmed(table.caption);
    if (!grid) {
      if (caption.length > 0) this.place(nodes.paragraph.create(null, caption));
      return;
    }
    const node = nodes.table.create(null, [nodes.table_caption.create(null, caption), grid]);
    this.placeNamed(node, table.anchors);
  }

  /** Gives the words to the table that was placed last as its caption, if nothing stands between. */
  captionLastTable(inline: readonly Node[]): boolean {
    const { beside } = this;
    const last = beside.at(-1);
    if (!last || !isKind(last, "table") || last.child(0).content.size > 0) return false;
    const captioned = Fragment.from([nodes.table_caption.create(null, inline), last.child(1)]);
    beside[beside.length - 1] = last.copy(captioned);
    return true;
  }

  /** The inline content of the paragraph that is open, taken out of it. */
  takeParagraph(): Node[] {
    const inline = trimmed(this.textblock?.inline ?? []);
    this.textblock = null;
    return inline;
  }

  /** Puts what was taken into the paragraph that is open. */
  putBack(inline: readonly Node[]): void {
    this.textblock?.inline.push(...inline);
  }

  /** The words of the paragraph that is open. */
  get openWords(): string {
    return (this.textblock?.inline ?? []).map((node) => node.text ?? "").join("");
  }

  // Figures and other blocks

  openFigure(look: FigureLook = {}): void {
    // One that opens within another ends that: no figure holds a figure.
    this.closeFigure();
    const [blocksBefore, tables] = [this.beside.length, this.tables.length];
    this.figure = {
      pictured: false,
      picture: "",
      alt: "",
      link: null,
      look,
      caption: [],
      blocksBefore,
      tables,
    };
  }

  /**
   * Adds a picture by its bytes, or what stands for one where they are not to be had (null). One with a caption is a figure; and so is one that turns
   * out to stand alone between blocks. All others stand in the line, with their marks.
   */
  addPicture(
    bytes: Uint8Array | null,
    alt: string,
    { caption = [], decorative = false, height = null, inLine = false, marks = [] }: PictureLook = {},
  ): void {
    const name = bytes ? this.keepPicture(bytes) : "";
    const figure = this.figure;
    if (figure && !figure.pictured) {
      figure.pictured = true;
      figure.picture = name;
      figure.alt = alt;
      figure.look = { ...figure.look, ...(decorative && { decorative }) };
      figure.caption.push(...caption);
      figure.link = marks.find((mark) => isMark(mark, "link")) ?? null;
      return;
    }
    if (caption.length > 0) return this.placeFigure({ picture: name, alt, decorative }, caption);
    if (!this.textblock) this.open("paragraph", {}, true);
    const block = this.textblock!;
    if (block.kind === "code_block") return this.text(alt);
    const alone = !inLine && holdsNoWord(block);
    const own = alone ? marks.filter((mark) => !isMark(mark, "bookmark")) : marks;
    const attributes = { picture: name, alt: cleanText(alt), decorative, height };
    const picture = nodes.picture.create(attributes, null, this.allowedMarks(block, own));
    if (inLine) this.inLine.add(picture);
    block.inline.push(picture);
  }

  /** Keeps a picture with the document; its name, or empty where it cannot be kept, which is told. */
  private keepPicture(bytes: Uint8Array): string {
    const picture = bytes.length <= LIMITS.pictureBytes ? recognisePicture(bytes) : null;
    const fault = picture && tooLarge(picture);
    if (fault) this.dropped.add("picture that is too large", fault);
    else if (!picture)
      this.dropped.add(
        "picture that cannot be shown",
        "It is not a PNG, JPEG, GIF, WebP or SVG, or is over 20 MB.",
      );
    else {
      const name = pictureName(picture);
      this.pictures.set(name, picture);
      return name;
    }
    return "";
  }

  /** The pictures of a paragraph between blocks that holds nothing else, and none of them in the line by intent or linked; else null. */
  private figuresIn(inline: readonly Node[]): Node[] | null {
    if (this.containers.length > 0 || !onlyPictures(inline)) return null;
    const pictures = inline.filter((node) => isKind(node, "picture"));
    const figures = pictures.every((node) => !this.inLine.has(node) && !markAmong(node.marks, "link"));
    return figures && pictures.length > 0 ? pictures : null;
  }

  closeFigure(): void {
    this.closeTextblock();
    const figure = this.figure;
    this.figure = null;
    if (!figure) return;
    const { link } = figure;
    const caption = trimmed(figure.caption).map((node) =>
      link && !markAmong(node.marks, "link") ? node.mark(link.addToSet(node.marks)) : node,
    );
    if (figure.pictured && link && caption.length === 0) this.placeLinkedPicture(figure, link);
    else if (figure.pictured)
      this.placeFigure({ ...figure.look, picture: figure.picture, alt: figure.alt }, caption);
    else if (
      caption.length > 0 &&
      !(this.beside.length > figure.blocksBefore && this.captionLastTable(caption))
    )
      this.place(nodes.paragraph.create(null, caption));
  }

  /** A linked picture that nothing stands below is in a line: there it can be followed. */
  private placeLinkedPicture({ picture, alt, look }: OpenFigure, link: Mark): void {
    const attributes = { picture, alt: cleanText(alt), decorative: look.decorative ?? false };
    this.open("paragraph", {}, false);
    this.textblock!.inline.push(nodes.picture.create(attributes, null, [link]));
    this.closeTextblock();
  }

  private placeFigure(attributes: Partial<NodeAttributes["figure"]>, caption: readonly Node[]): void {
    // Words outside of any block go no further than to what stands between blocks.
    if (this.containers.length > 0) this.closeImplied();
    const open = this.textblock;
    const anchors = this.pending;
    this.pending = [];
    const node = nodes.figure.create(attributes, trimmed([...caption]));
    if (this.openNotes === 0 && (!open || trimmed(open.inline).length === 0)) {
      if (open) {
        anchors.push(...open.anchors);
        open.anchors = [];
      }
      this.placeNamed(node, anchors);
    } else {
      this.dropped.add("picture among words", "It now stands after what it was in.");
      this.broughtOut.push(this.places.named(node, anchors));
    }
  }

  /** Adds a rule, a page break or a contents list. */
  addLeaf(leaf: Node): void {
    this.closeTextblock();
    if (this.containers.length > 0) {
      this.dropped.add(
        isKind(leaf, "rule")
          ? "rule inside a list, quotation or table"
          : "break inside a list, quotation or table",
        "It stands between blocks only.",
      );
      return;
    }
    this.placeNamed(leaf, isKind(leaf, "contents_list") ? this.takePending() : []);
  }

  /** Adds an equation as a block; in a heading and in a note it stands in a line. */
  addEquation(tex: string): void {
    if (this.openNotes > 0 || this.textblock?.kind === "heading") return this.formula(tex);
    this.closeTextblock();
    this.placeNamed(nodes.equation.create({ tex: cleanText(tex) }), this.takePending());
  }

  private takePending(): NamedAnchor[] {
    const taken = this.pending;
    this.pending = [];
    return taken;
  }

  private place(node: Node): void {
    const parent = this.containers.at(-1);
    if (!parent) return this.placeNamed(node, []);
    if (this.itemWanted && !isKind(node, "term")) parent.children.push(itemOf(this.itemWanted, [node]));
    else parent.children.push(node);
  }

  /** The blocks beside which the next is placed. */
  private get beside(): Node[] {
    return this.containers.at(-1)?.children ?? this.blocks;
  }

  private placeNamed(node: Node, anchors: readonly NamedAnchor[]): void {
    if (this.containers.length > 0) {
      if (isNamedWithin(node)) return this.place(this.places.named(node, anchors));
      this.pending = [...anchors, ...this.pending];
      return this.place(node);
    }
    this.blocks.push(this.places.named(node, anchors));
    if (this.broughtOut.length > 0 && this.containers.length === 0) {
      this.blocks.push(...this.broughtOut);
      this.broughtOut = [];
    }
  }

  // Anchors

  /** An anchor at this place: of the heading it is in, of the block that comes next, or a point among words. */
  anchor(anchor: string, name: string | null = null): void {
    if (anchor === "" || this.isEndless(anchor)) return;
    const block = this.textblock;
    if (!block) this.pending.push({ anchor, name });
    else if (block.kind === "heading" && name === null) block.anchors.push({ anchor, name });
    else if (
      block.kind === "caption" ||
      (holdsNoWord(block) && this.containers.length === 0 && name === null)
    )
      block.anchors.push({ anchor, name });
    else block.inline.push(...this.places.points([{ anchor, name }]));
  }

  /** Whether an anchor is longer than anything that names a place, which is told. */
  isEndless(anchor: string): boolean {
    if (anchor.length <= MAX_ANCHOR_LETTERS) return false;
    this.dropped.add("endless anchor", "Its place and its words are kept.");
    return true;
  }

  /** An anchor under which the place of another one was known before. */
  earlier(anchor: string, of: string): void {
    this.places.earlier(anchor, of);
  }

  /** A mark for the words that an anchor encloses. It becomes a bookmark with the first word, or the heading's anchor. */
  rangeMark(anchor: string, name: string | null = null): Mark {
    return this.places.rangeMark({ anchor, name });
  }

  /** Ends a range; one that enclosed no words is an anchor at this place. */
  endRange(mark: Mark): void {
    const empty = this.places.emptyRange(asMark(mark, "bookmark")!.id);
    if (empty) this.anchor(empty.anchor, empty.name);
  }

  // The end

  /**
   * The document, once all is read. `otherwise` may find the place of an anchor that the file does not name itself; the context tells the
   * language of a file that does not say it.
   * Throws a {@link ReadError} when there is nothing in it.
   */
  finish(
    { name, languageOf }: Pick<ReadContext, "name" | "languageOf">,
    otherwise: (anchor: string, headings: readonly Node[]) => DestinationId | undefined,
  ): Manuscript {
    this.closeTextblock();
    while (this.openNotes > 0) this.closeNote();
    if (this.figure) this.closeFigure();
    this.tablesTooDeep = 0;
    while (this.tables.length > 0) this.closeTable();
    while (this.containers.length > 0) this.closeInnermost();
    this.blocks.push(...this.broughtOut);
    if (this.blocks.length === 0) throw new ReadError("The file holds no text that could become a document.");
    if (this.pending.length > 0) {
      const last = this.blocks.pop()!;
      this.blocks.push(this.places.named(last, this.pending));
    }
    const headings = this.blocks.filter((block) => isKind(block, "heading"));
    this.places.settleEarlier();
    this.links.settle((anchor) => otherwise(anchor, headings));
    const called = this.windowTitle === null ? "" : titleOfPage(this.windowTitle.trim(), headings);
    const givenTitle = this.title?.trim() || called;
    // What the first heading says as well is left to it, so that the title follows it.
    const title = givenTitle === lineOfHeading(headings[0]) ? "" : givenTitle;
    const blocks = this.notes.settled(this.blocks);
    if (this.notes.missing > 0)
      this.dropped.add("note without words", "The file has a sign for it and no note.", this.notes.missing);
    if (this.indexed.waiting > 0)
      this.dropped.add("index entry without words", "Nothing stands beside it.", this.indexed.waiting);
    const doc = createDocument(blocks, { title, working_title: titleFromName(name) });
    const language = this.language ?? languageOf(doc) ?? FIRST_LANGUAGE;
    const own = this.language === null && this.otherLanguages ? inOwnLanguage(doc, language) : doc;
    return {
      doc: withSettings(own, {
        language,
        registry: this.places.registry,
        returns: this.returns,
        ...(this.styles.met ? { styles: this.styles.met } : {}),
      }),
      pictures: this.pictures,
    };
  }
}

/** In signs; a bookmark is called by its anchor where it has no other name. */
const MAX_ANCHOR_LETTERS = 8_000;

/** What a page is called: its only heading of the first level, its window without the name of the site, or its first heading. */
function titleOfPage(windowTitle: string, headings: readonly Node[]): string {
  const [first, ...others] = headings.filter((heading) => asKind(heading, "heading")!.level === 1);
  const words = lineOfHeading(first ?? headings[0]);
  if (windowTitle === "" || (first && others.length === 0)) return words || windowTitle;
  const behind = windowTitle.startsWith(words) ? windowTitle.slice(words.length) : "";
  return words !== "" && SITE.test(behind) ? words : windowTitle;
}

function lineOfHeading(heading: Node | undefined): string {
  return heading ? lineOf(heading) : "";
}

const SITE = /^\s*[|•·»:–—-]\s/u;

/** Words that would be a title where there could be one. */
function inBold(inline: readonly Node[], align: Alignment = null): Node {
  const strong = markTypes.strong.create();
  return nodes.paragraph.create(
    { align },
    inline.map((node) => node.mark(strong.addToSet(node.marks))),
  );
}

/** Words in the language of the document are in none of their own. */
function inOwnLanguage(doc: Node, language: string): Node {
  return new Transform(doc).removeMark(0, doc.content.size, markTypes.language.create({ language })).doc;
}
