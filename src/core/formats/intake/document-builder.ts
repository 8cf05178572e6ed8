import type { Mark, Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import {
  asMark,
  FIRST_LANGUAGE,
  createDocument,
  expressionSchema,
  asKind,
  isKind,
  idOf,
  isMark,
  markAmong,
  pictureWords,
  newId,
  RETURNS_NONE,
  schema,
  withSettings,
  type Alignment,
  type DestinationId,
  type Manuscript,
  type NodeAttributes,
  type ReturnRule,
  type Series,
} from "@/core/document";
import { BlockStack } from "./block-stack";
import { blocksAround } from "./blocks-around";
import { behindTypedNumber } from "./caption-number";
import type { ContainerAttributes, ContainerKind } from "./containers";
import type { DropLog } from "./drop-log";
import { FigureBuilder, type FigureLook } from "./figure-builder";
import { IndexedWords } from "./indexed-words";
import { cleanText, mergeText, onlyPictures, trimmed } from "./inline-content";
import { KeptPictures } from "./kept-pictures";
import { MetStyles } from "./met-styles";
import { NamedPlaces, type NamedAnchor } from "./named-places";
import { NoteReferences } from "./note-references";
import { holdsNoWord, type OpenTextblock, type TextAttributes, type TextblockKind } from "./open-textblock";
import { lineOfHeading, titleOfPage } from "./page-title";
import { withoutPermalink } from "./permalinks";
import { titleFromName, type ReadContext } from "./read-context";
import type { ReferenceElement } from "./reference-element";
import { TableBuilder } from "./table-builder";

const { nodes, marks: markTypes } = schema;

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

function isEmptyPart(node: Node): boolean {
  const picture = asKind(node, "picture");
  return picture !== null && picture.picture === "" && pictureWords(node) === "";
}

/**
 * Builds a valid document from what a reader meets in the order of the file. It makes good what the
 * model does not allow: headings inside lists become bold words, figures stand after what they were in, text outside blocks
 * gets a paragraph, nesting beyond the limit is kept flat.
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

  private textblock: OpenTextblock | null = null;
  private readonly pictures: KeptPictures;
  /** Pictures that stand in a line even where they stand alone. */
  private readonly inLine = new WeakSet<Node>();
  private readonly places: NamedPlaces;
  private readonly notes = new NoteReferences();
  private readonly indexed = new IndexedWords();
  private readonly stack: BlockStack;
  private readonly tables: TableBuilder;
  private readonly figures: FigureBuilder;

  constructor(
    private readonly dropped: DropLog,
    putAway: ReadContext["putAway"] = null,
  ) {
    this.places = new NamedPlaces(dropped);
    this.styles = new MetStyles(dropped);
    this.pictures = new KeptPictures(dropped, putAway);
    this.stack = new BlockStack(dropped, this.places, this.notes);
    this.tables = new TableBuilder(this.stack);
    this.figures = new FigureBuilder(dropped, this.stack, this.tables);
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
    if (!parsed.success || this.stack.inNote) return false;
    if (!this.textblock) this.open("paragraph", {}, true);
    const block = this.textblock!;
    block.inline.push(
      nodes.computation.create({ expression: parsed.data }, null, this.allowedMarks(block, marks)),
    );
    return true;
  }

  /** Adds a cross-reference to a place known by its anchor; false where none can stand. */
  crossReference(
    { anchor, form, linked, around = false }: ReferenceElement,
    marks: readonly Mark[],
  ): boolean {
    if (this.stack.inNote) return false;
    if (!this.textblock) this.open("paragraph", {}, true);
    const block = this.textblock!;
    const attrs = { target: this.links.spokenOfAt(anchor, around), form, linked };
    block.inline.push(nodes.cross_reference.create(attrs, null, this.allowedMarks(block, marks)));
    return true;
  }

  // Notes

  /** Adds the sign of a note whose words the file gives somewhere else, under a key; the anchors are those of the note. */
  noteReference(key: string, place: "foot" | "end" = "foot", anchors: readonly string[] = []): void {
    if (this.stack.inNote) return;
    if (!this.textblock) this.open("paragraph", {}, true);
    const note = this.notes.reference(key, place);
    for (const anchor of anchors) this.links.stands(anchor, idOf(note)!);
    this.textblock!.inline.push(note);
  }

  /** Whether a sign of a note with this key stands in what was read so far, and its words do not. */
  refersToNote(key: string): boolean {
    return this.notes.awaits(key);
  }

  /** What is met until {@link closeNote} are the words of a note. */
  openNote(key: string): void {
    this.closeTextblock();
    this.stack.openNote(key);
  }

  closeNote(): void {
    this.closeTextblock();
    this.stack.closeNote();
  }

  /** Opens a block of text; one that is open is closed first. */
  openTextblock(kind: TextblockKind, attributes: TextAttributes = {}): void {
    this.open(kind, attributes, false);
  }

  private open(kind: TextblockKind, attributes: TextAttributes, implied: boolean): void {
    this.closeTextblock();
    this.stack.countBlock();
    const anchors = this.stack.takePending();
    this.textblock = { kind, attributes, inline: [], wordless: 0, anchors, implied };
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
    if (figures) return this.placeFigures(figures, block.anchors);
    // One that is missing and tells nothing leaves no gap among words.
    if (pictured) inline = inline.filter((node) => this.inLine.has(node) || !isEmptyPart(node));
    if (inline.length === 0 && (block.kind === "paragraph" || block.implied))
      return this.stack.addPending(block.anchors);
    const around = this.stack.innermost;
    const titles = around?.kind === "notice" && around.children.length === 0;
    if (block.kind === "notice_title" || (block.kind === "heading" && titles))
      return this.placeNoticeTitle(inline, block.anchors, titles);
    if (!around)
      return this.stack.placeNamed(
        nodes[block.kind].create({ ...block.attributes, id: newId() }, inline),
        block.anchors,
      );
    if (block.kind === "heading")
      this.dropped.add(
        "heading inside a list, quotation or table",
        "A section cannot begin there; its words are kept in bold.",
      );
    const node =
      block.kind === "heading"
        ? inBold(inline, block.attributes.align)
        : nodes[block.kind].create(block.attributes, inline);
    this.stack.place(this.places.withPoints(node, block.anchors));
  }

  private placeFigures(pictures: readonly Node[], anchors: readonly NamedAnchor[]): void {
    this.stack.addPending(anchors);
    for (const picture of pictures) {
      const { height: _, ...attributes } = asKind(picture, "picture")!;
      this.placeFigure(attributes, []);
    }
  }

  /** Places the words of a title of a notice; `first`: they stand at its beginning, elsewhere they are bold words. */
  private placeNoticeTitle(words: Node[], anchors: readonly NamedAnchor[], first: boolean): void {
    // Its kind has a sign of its own.
    const signed = this.hasNoteMarks && isKind(words[0] ?? null, "picture") && !onlyPictures(words);
    const inline = signed ? trimmed(words.slice(1)) : words;
    if (inline.length === 0) return this.stack.addPending(anchors);
    const title = first ? nodes.notice_title.create(null, inline) : inBold(inline);
    this.stack.place(this.places.withPoints(title, anchors));
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
    if (this.stack.depth > 0) this.closeImplied();
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
    if (this.figures.takeCaption(inline, anchors)) return;
    this.stack.addPending(anchors);
    if (inline.length > 0) this.stack.place(nodes.paragraph.create(null, inline));
  }

  // Containers

  /** Opens a list, list item or quotation; false when it lies too deep and its content is kept where it is. */
  openContainer(kind: ContainerKind, attributes: ContainerAttributes = {}): boolean {
    this.closeTextblock();
    return this.stack.open(kind, attributes);
  }

  /** Gives the item that is open a box to tick; false where something stands in it already, and outside of items. */
  giveBox(checked: boolean): boolean {
    return this.betweenBlocks && this.stack.giveBox(checked);
  }

  /** Whether a list of terms is open, and nothing within it. */
  get inDefinitionList(): boolean {
    return this.stack.innermost?.kind === "definition_list";
  }

  /** Closes the innermost container of a kind, with all that is open inside it. */
  closeContainer(kind: ContainerKind): void {
    this.closeTextblock();
    this.stack.close(kind);
  }

  /** Whether a notice is open that holds nothing yet. */
  get inEmptyNotice(): boolean {
    const open = this.stack.innermost;
    return open?.kind === "notice" && open.children.length === 0 && !this.textblock;
  }

  // Tables

  openTable(): void {
    this.closeTextblock();
    this.tables.open();
  }

  openRow(): void {
    this.closeTextblock();
    this.tables.openRow();
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
    return this.tables.openCell(header, colspan, rowspan, align, colwidth);
  }

  closeCell(): void {
    this.closeTextblock();
    this.tables.closeCell();
  }

  closeTable(): void {
    this.closeTextblock();
    this.tables.close();
  }

  /** Gives the words to the table that was placed last as its caption, if nothing stands between. */
  captionLastTable(inline: readonly Node[]): boolean {
    return this.tables.captionLast(inline);
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
    this.figures.open(look);
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
    const name = bytes ? this.pictures.keep(bytes) : "";
    if (this.figures.takePicture({ name, alt, decorative, caption, marks })) return;
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

  /** The pictures of a paragraph between blocks that holds nothing else, and none of them in the line by intent or linked; else null. */
  private figuresIn(inline: readonly Node[]): Node[] | null {
    if (this.stack.depth > 0 || !onlyPictures(inline)) return null;
    const pictures = inline.filter((node) => isKind(node, "picture"));
    const figures = pictures.every((node) => !this.inLine.has(node) && !markAmong(node.marks, "link"));
    return figures && pictures.length > 0 ? pictures : null;
  }

  closeFigure(): void {
    this.closeTextblock();
    const linked = this.figures.close();
    if (!linked) return;
    this.open("paragraph", {}, false);
    this.textblock!.inline.push(linked);
    this.closeTextblock();
  }

  private placeFigure(attributes: Partial<NodeAttributes["figure"]>, caption: readonly Node[]): void {
    // Words outside of any block go no further than to what stands between blocks.
    if (this.stack.depth > 0) this.closeImplied();
    this.figures.place(attributes, caption, this.textblock);
  }

  /** Adds a rule, a page break or a contents list. */
  addLeaf(leaf: Node): void {
    this.closeTextblock();
    if (this.stack.depth > 0) {
      this.dropped.add(
        isKind(leaf, "rule")
          ? "rule inside a list, quotation or table"
          : "break inside a list, quotation or table",
        "It stands between blocks only.",
      );
      return;
    }
    this.stack.placeNamed(leaf, isKind(leaf, "contents_list") ? this.stack.takePending() : []);
  }

  /** Adds an equation as a block; in a heading and in a note it stands in a line. */
  addEquation(tex: string): void {
    if (this.stack.inNote || this.textblock?.kind === "heading") return this.formula(tex);
    this.closeTextblock();
    this.stack.placeNamed(nodes.equation.create({ tex: cleanText(tex) }), this.stack.takePending());
  }

  // Anchors

  /** An anchor at this place: of the heading it is in, of the block that comes next, or a point among words. */
  anchor(anchor: string, name: string | null = null): void {
    if (anchor === "" || this.isEndless(anchor)) return;
    const block = this.textblock;
    if (!block) this.stack.anchorNext({ anchor, name });
    else if (block.kind === "heading" && name === null) block.anchors.push({ anchor, name });
    else if (block.kind === "caption" || (holdsNoWord(block) && this.stack.depth === 0 && name === null))
      block.anchors.push({ anchor, name });
    else block.inline.push(...this.places.points([{ anchor, name }]));
  }

  /** An anchor that a program made so that links find the block it stands in, or the next: no bookmark of anybody's where that can be led to itself. */
  hiddenAnchor(anchor: string): void {
    if (anchor === "" || this.isEndless(anchor)) return;
    const named: NamedAnchor = { anchor, name: null, hidden: true };
    if (this.textblock) this.textblock.anchors.push(named);
    else this.stack.anchorNext(named);
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
    while (this.stack.inNote) this.closeNote();
    this.closeFigure();
    this.tables.closeAll();
    const met = this.stack.finish();
    const headings = met.filter((block) => isKind(block, "heading"));
    this.places.settleEarlier();
    this.links.settle((anchor) => otherwise(anchor, headings), blocksAround(met, this.places.registry));
    const called = this.windowTitle === null ? "" : titleOfPage(this.windowTitle.trim(), headings);
    const givenTitle = this.title?.trim() || called;
    // What the first heading says as well is left to it, so that the title follows it.
    const title = givenTitle === lineOfHeading(headings[0]) ? "" : givenTitle;
    const blocks = this.notes.settled(met);
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
      pictures: this.pictures.byName,
    };
  }
}

/** In signs; a bookmark is called by its anchor where it has no other name. */
const MAX_ANCHOR_LETTERS = 8_000;

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
