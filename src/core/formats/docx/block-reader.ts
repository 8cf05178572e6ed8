import { noticeKindOf, schema, type Alignment } from "@/core/document";
import { childNamed, elementsWithin, firstWithin, textWithin, type XmlElement } from "../xml/element";
import { blocksIn, isRule, nextBlock, textOfParagraph } from "./body-blocks";
import type { ContentsFrom } from "./contents";
import { isJoinedToNext } from "./facts";
import { InlineReader, type MetNote } from "./inline-reader";
import { ListStack } from "./list-stack";
import { APPENDIX_WORDS } from "../office/appendix-words";
import { languageSaid } from "../office/code-tag";
import { isOwnSize } from "../office/own-size";
import { ownLookOfParagraphs } from "../office/looks";
import { isOfTables } from "../office/series";
import { OpenRuns } from "../office/open-runs";
import type { ContainerAttributes, ContainerKind } from "../intake/containers";
import type { TextAttributes, TextblockKind } from "../intake/open-textblock";
import { paragraphKindOf, type ParagraphKind } from "../office/paragraph-kind";
import { keptHeadingFrom, keptList } from "../office/kept";
import { STYLE_IDS } from "./style-ids";
import { tagOf, type Tag } from "./tags";
import type { PageSections } from "./page-sections";
import { drawingsIn, drawnPicture } from "./pictures";
import type { DocxScope } from "./scope";
import { paragraphLook, type DocxParagraphLook, type DocxStyle } from "./style-table";
import { gridOf } from "./tables";

const { nodes } = schema;

interface Paragraph {
  readonly element: XmlElement;
  readonly style: DocxStyle;
  /** What the paragraph itself says. */
  readonly own: DocxParagraphLook;
  /** With what its style says. */
  readonly look: DocxParagraphLook;
}

/** Reads the blocks of a part: paragraphs, tables and what marks them. */
export class BlockReader {
  readonly inline: InlineReader;
  private readonly lists: ListStack;
  private readonly runs: OpenRuns;
  /** The title of a generated list that comes next. */
  private contentsTitle: XmlElement | null = null;
  /** Whether the next paragraph goes on in the one before. */
  private joins = false;
  private column: number | null = null;
  private depth = 0;
  /** The containers of our own that the next block stands in. */
  private readonly within: string[] = [];
  /** What is kept of the heading that comes next. */
  private keptHeading: unknown = undefined;

  constructor(
    private readonly scope: DocxScope,
    private readonly sections: PageSections | null,
  ) {
    this.inline = new InlineReader(
      scope,
      (contents) => this.placeContents(contents),
      () => this.placePageBreak(),
    );
    this.lists = new ListStack(scope.builder, scope.own.isOwn);
    this.runs = new OpenRuns(scope.builder);
  }

  /** Notes whose signs were met. */
  get notes(): readonly MetNote[] {
    return this.inline.notes;
  }

  readBlocks(parent: XmlElement): void {
    const elements = [...blocksIn(parent)];
    for (let i = 0; i < elements.length; i++) i += this.readBlock(elements, i);
    if (this.depth === 0) this.endAll();
  }

  private endAll(): void {
    this.runs.leave();
    this.lists.closeAll();
    this.placeContentsTitle();
    this.scope.builder.closeTextblock();
  }

  /** Reads one block; how many of those behind it were read with it. */
  private readBlock(elements: readonly XmlElement[], at: number): number {
    const element = elements[at]!;
    if (element.name === "w:p") return this.readParagraphAt(elements, at);
    const tag = tagOf(element);
    if (tag) {
      this.readTagged(element, tag);
      return 0;
    }
    if (element.name === "w:tbl") {
      const caption = this.captionBehind(elements, at);
      this.readTable(element, caption === null ? null : elements[caption]!);
      return caption === null ? 0 : caption - at;
    }
    if (element.name === "w:altChunk")
      this.scope.context.dropped.add(
        "part of another document",
        "It is only joined when the file is opened elsewhere.",
      );
    else if (element.name !== "w:sectPr" && element.name !== "w:sdtPr") this.inline.readMarker(element);
    return 0;
  }

  /** Reads what Gate Rope wrote, as it says that it is. */
  private readTagged(control: XmlElement, { kind, said }: Tag): void {
    const { builder, own } = this.scope;
    const content = childNamed(control, "w:sdtContent");
    if (!content) return;
    switch (kind) {
      case "made":
      case "menu":
        if (own.isOwn) return;
        break;
      case "list": {
        const list = keptList(own.keptAt(said));
        if (!list) break;
        this.leaveAll();
        this.contentsTitle = null;
        return builder.addLeaf(nodes.contents_list.create(list));
      }
      case "heading":
        this.keptHeading = own.keptAt(said);
        this.readBlocksWithin(content);
        this.keptHeading = undefined;
        return;
      case "continues":
        this.lists.continuesNext = true;
        return this.readBlocksWithin(content);
      case "held":
        this.runs.leave();
        this.lists.closeDownTo(Number(said));
        return this.lists.apart(() => this.readBlocksWithin(content));
      case "quotation":
      case "definitions":
      case "definition":
        return this.readContainer(CONTAINERS[kind], {}, kind, content);
      case "notice":
        return this.readContainer("notice", { kind: noticeKindOf(said) ?? "note" }, kind, content);
      case "term":
        return this.readTextblock("term", {}, content);
      case "code":
        this.leaveAll();
        return this.readTextblock("code_block", { language: languageSaid(said) }, content);
    }
    this.readBlocksWithin(content);
  }

  private readContainer(
    container: ContainerKind,
    attributes: ContainerAttributes,
    kind: string,
    content: XmlElement,
  ): void {
    this.placeContentsTitle();
    this.leaveAll();
    const { builder } = this.scope;
    const opened = builder.openContainer(container, attributes);
    this.within.push(kind);
    this.lists.apart(() => this.readBlocksWithin(content));
    this.runs.leave();
    this.within.pop();
    if (opened) builder.closeContainer(container);
  }

  /** Reads a paragraph as a block of text of a kind. */
  private readTextblock(kind: TextblockKind, attributes: TextAttributes, content: XmlElement): void {
    const { builder } = this.scope;
    for (const element of blocksIn(content)) {
      if (element.name !== "w:p") this.inline.readMarker(element);
      else {
        builder.openTextblock(kind, attributes);
        this.readInline(this.paragraphOf(element));
        builder.closeTextblock();
      }
    }
  }

  private readBlocksWithin(parent: XmlElement): void {
    const elements = [...blocksIn(parent)];
    for (let i = 0; i < elements.length; i++) i += this.readBlock(elements, i);
  }

  private readParagraphAt(elements: readonly XmlElement[], at: number): number {
    const paragraph = this.paragraphOf(elements[at]!);
    if (this.inline.isDropping || this.joins) {
      this.readInline(paragraph);
      this.endOf(paragraph);
      return 0;
    }
    const { facts } = this.scope;
    const caption = facts.captions.get(paragraph.element);
    if (this.isFigure(paragraph.element)) {
      const behind = this.captionBehind(elements, at);
      this.readFigure(paragraph, behind === null ? null : elements[behind]!);
      return behind === null ? 0 : behind - at;
    }
    if (caption || paragraphKindOf(paragraph.style) === "caption") {
      const next = nextBlock(elements, at);
      const follows = next === null ? null : elements[next]!;
      const ofTable = caption ? isOfTables(caption.series) : null;
      if (follows?.name === "w:tbl" && ofTable !== false) {
        this.readTable(follows, paragraph.element);
        return next! - at;
      }
      if (follows && ofTable !== true && this.isFigure(follows)) {
        this.readFigure(this.paragraphOf(follows), paragraph.element);
        return next! - at;
      }
    }
    this.readParagraph(paragraph);
    return 0;
  }

  private paragraphOf(element: XmlElement): Paragraph {
    const properties = childNamed(element, "w:pPr");
    const style = this.scope.styles.ofParagraph(childNamed(properties, "w:pStyle")?.attributes["w:val"]);
    const own = paragraphLook(properties);
    return { element, style, own, look: { ...style.paragraph, ...own } };
  }

  /** Where the caption of the figure or table at a place stands, if it comes next. */
  private captionBehind(elements: readonly XmlElement[], at: number): number | null {
    const next = nextBlock(elements, at);
    const element = next === null ? null : elements[next]!;
    if (element?.name !== "w:p" || this.isFigure(element)) return null;
    const { facts } = this.scope;
    if (!facts.captions.has(element) && paragraphKindOf(this.paragraphOf(element).style) !== "caption")
      return null;
    const isTable = elements[at]!.name === "w:tbl";
    const series = facts.captions.get(element)?.series;
    if (series !== undefined && isOfTables(series) !== isTable) return null;
    // One between two belongs to what follows, where captions of its kind stand above: those of tables do.
    const after = nextBlock(elements, next!);
    const follows = after === null ? null : elements[after]!;
    const isOfTable = isOfTables(series ?? textWithin(element).trim());
    return follows?.name === "w:tbl" && (isTable || isOfTable) ? null : next;
  }

  // Paragraphs

  private readParagraph(paragraph: Paragraph): void {
    const { builder, context } = this.scope;
    const { element, style, own, look } = paragraph;
    const kind = this.kindOf(style);
    const level = (look.outline ?? 9) + 1;
    if (kind === "notice title") {
      builder.openTextblock("notice_title");
      return this.readInto(paragraph);
    }
    if (own.newPage && this.depth === 0 && !style.paragraph.newPage) this.placePageBreak();
    if (kind === "contents title") {
      this.placeContentsTitle();
      this.contentsTitle = element;
      return this.finishParagraph(paragraph);
    }
    if (!this.holdsContents(element)) this.placeContentsTitle();
    if (!this.scope.facts.shows(element).words && isRule(element)) {
      this.leaveAll();
      builder.addLeaf(nodes.rule.create());
      return this.finishParagraph(paragraph);
    }
    if (level < 10 && !this.scope.own.isOwn && this.showsNothing(element)) {
      context.dropped.add("empty heading", "It has no words to be found by.");
      this.readInline(paragraph);
      return this.endOf(paragraph);
    }
    if (level < 10) {
      this.leaveAll();
      if (level > 6)
        context.dropped.add("level of a heading below 6", "It is of level 6 now, the deepest there is.");
      builder.openTextblock("heading", { level: Math.min(level, 6), align: this.alignOf(paragraph) });
      this.nameHeading(paragraph, level);
      return this.readInto(paragraph);
    }
    if (this.readEquation(paragraph)) return;
    if (kind === "code") {
      this.lists.closeAll();
      this.runs.code();
      this.readInline(paragraph);
      return this.endOf(paragraph);
    }
    // An empty line between two items parts no list.
    if (this.showsNothing(element)) {
      this.readInline(paragraph);
      return this.endOf(paragraph);
    }
    if (kind === "quotation") {
      this.lists.closeAll();
      this.runs.quote();
    } else {
      this.runs.leave();
      this.placeInLists(paragraph);
    }
    builder.openTextblock("paragraph", {
      align: this.alignOf(paragraph),
      style: this.ownStyleOf(paragraph, kind === "own" || kind === "title"),
    });
    if (kind === "title" && builder.title === null) builder.title = textOfParagraph(element);
    this.readInto(paragraph);
  }

  /** What a paragraph is by its style; in containers of our own styles say what those are already. */
  private kindOf(style: DocxStyle): ParagraphKind | "notice title" {
    const kind = paragraphKindOf(style);
    if (!this.scope.own.isOwn) return kind;
    if (this.scope.own.styleNamed(style) !== null) return "own";
    const around = this.within.at(-1);
    if (around === "notice" && style.id === STYLE_IDS.noticeTitle) return "notice title";
    if (kind === "quotation" && this.within.includes("quotation")) return "body";
    return kind === "own" && MADE_STYLES.has(style.id) ? "body" : kind;
  }

  /** A page ends between blocks: lists end with it. */
  private placePageBreak(): void {
    if (this.depth === 0) this.leaveAll();
    this.scope.builder.addLeaf(nodes.page_break.create());
  }

  private readInto(paragraph: Paragraph): void {
    this.readInline(paragraph);
    this.endOf(paragraph);
  }

  /** Reads what stands in a paragraph into the block of text that is open. */
  private readInline({ element, style }: Paragraph, caption = false): void {
    const boxes = this.inline.read(element, { style, column: this.column, caption });
    this.joins = isJoinedToNext(element);
    if (boxes.length === 0) return;
    this.joins = false;
    this.readBoxes(boxes);
  }

  private readBoxes(boxes: readonly XmlElement[]): void {
    const { builder, context } = this.scope;
    const words = boxes.filter((box) => firstWithin(box, "w:t") || firstWithin(box, "w:drawing"));
    if (words.length === 0) return;
    builder.closeTextblock();
    context.dropped.add(
      "box of text beside the text",
      "Its words now stand after the paragraph it was fixed to.",
      words.length,
    );
    for (const box of words) {
      this.depth++;
      this.lists.apart(() => this.readBlocks(box));
      this.runs.leave();
      this.depth--;
    }
  }

  private endOf(paragraph: Paragraph): void {
    if (this.joins) return;
    if (!this.runs.inCode) this.scope.builder.closeTextblock();
    this.finishParagraph(paragraph);
  }

  /** What a paragraph says of the pages that end with it. */
  private finishParagraph({ element }: Paragraph): void {
    const section = childNamed(childNamed(element, "w:pPr"), "w:sectPr");
    if (!section || !this.sections || this.depth > 0) return;
    const next = this.sections.after(section);
    if (!next) return;
    this.leaveAll();
    this.scope.builder.addLeaf(nodes.page_break.create({ section: next }));
  }

  private alignOf({ own, style }: Paragraph): Alignment {
    const align = own.align;
    return align === undefined || align === "justify" || align === (style.paragraph.align ?? "left")
      ? null
      : align;
  }

  private ownStyleOf({ style }: Paragraph, isOwn: boolean) {
    if (!isOwn) return null;
    const { builder, bodyLook, own } = this.scope;
    return builder.styles.named(own.styleNamed(style) ?? style.name, "paragraphs", () =>
      ownLookOfParagraphs(style, bodyLook),
    );
  }

  private nameHeading({ own, style }: Paragraph, level: number): void {
    const { builder, numbering } = this.scope;
    const kept = keptHeadingFrom(this.keptHeading);
    if (kept) return builder.nameHeading(kept);
    const takenOut = own.numbering === "0" && style.paragraph.numbering !== undefined;
    const counted = numbering.get(own.numbering)?.levels[0]?.text ?? "";
    const appendix = level === 1 && [style.name, counted].some((words) => APPENDIX_WORDS.test(words));
    if (takenOut || appendix) builder.nameHeading({ series: takenOut ? "none" : "appendix", short: "" });
  }

  // What a paragraph shows

  /** Whether a paragraph holds pictures and no words. */
  private isFigure(paragraph: XmlElement): boolean {
    if (paragraph.name !== "w:p") return false;
    if (this.scope.own.isOwn && this.paragraphOf(paragraph).style.id !== STYLE_IDS.picture) return false;
    const { drawing, words, equation, signs, boxes } = this.scope.facts.shows(paragraph);
    return drawing && !words && !equation && !signs && !boxes && drawingsIn(paragraph).length > 0;
  }

  /** Whether it shows nothing, except for marks and breaks. */
  private showsNothing(paragraph: XmlElement): boolean {
    const shown = this.scope.facts.shows(paragraph);
    return !shown.words && !shown.drawing && !shown.equation && !shown.signs && !shown.fields;
  }

  // Equations and figures

  /** Reads a paragraph that is an equation, numbered or not; false for any other. */
  private readEquation(paragraph: Paragraph): boolean {
    const { element } = paragraph;
    if (!this.scope.facts.shows(element).equation) return false;
    const math = [...elementsWithin(element)].filter(({ name }) => name === "m:oMath");
    const { isOwn } = this.scope.own;
    if (math.length === 0 || (isOwn ? paragraph.style.id !== STYLE_IDS.equation : this.depth > 0))
      return false;
    const words = textOfParagraph(element, isOwn).replace(/[\s()[\]\d.,:–-]/g, "");
    if (words !== "" || (math.length > 1 && !firstWithin(element, "m:oMathPara"))) return false;
    this.leaveAll();
    this.inline.nameNext(element);
    this.inline.readEquations(element);
    this.inline.passOver(element);
    this.endOf(paragraph);
    return true;
  }

  private readFigure(paragraph: Paragraph, caption: XmlElement | null): void {
    const { builder, textWidth } = this.scope;
    this.placeContentsTitle();
    this.runs.leave();
    this.placeInLists(paragraph);
    this.inline.nameNext(paragraph.element);
    const drawings = drawingsIn(paragraph.element);
    drawings.forEach((drawing, i) => {
      const drawn = drawnPicture(drawing, this.scope);
      const { bytes, alt, decorative, place, link } = drawn;
      const width = isOwnSize(drawn, textWidth) ? null : drawn.width;
      const hundredths = width === null ? null : Math.round((width / textWidth) * 100);
      builder.openFigure({
        width: hundredths !== null && hundredths >= 5 && hundredths < 100 ? hundredths : null,
        place,
        decorative,
      });
      const mark = link ? this.inline.linkTo(link) : this.inline.linkAround(paragraph.element);
      builder.addPicture(bytes, alt, { marks: mark ? [mark] : [] });
      if (caption && i === drawings.length - 1) this.readCaption(caption);
      builder.closeFigure();
    });
    this.inline.passOver(paragraph.element);
    this.finishParagraph(paragraph);
  }

  private readCaption(element: XmlElement): void {
    const { builder, facts } = this.scope;
    const paragraph = this.paragraphOf(element);
    builder.openTextblock("caption");
    this.readInline(paragraph, facts.captions.has(element));
    this.joins = false;
    builder.closeTextblock();
  }

  private leaveAll(): void {
    this.runs.leave();
    this.lists.closeAll();
  }

  /** Opens the item a paragraph begins, stays in the one it goes on in, or leaves all lists. */
  private placeInLists({ look, own }: Paragraph): void {
    const list = this.scope.numbering.get(look.numbering);
    const level = look.numberingLevel ?? 0;
    if (list && !list.levels[level]!.none) return this.lists.openItem(look.numbering!, list, level);
    // What Gate Rope writes into an item says itself how far in it stands.
    this.lists.stayOrLeave((this.scope.own.isOwn ? own.indent : look.indent) ?? 0);
  }

  // Tables

  private readTable(table: XmlElement, caption: XmlElement | null): void {
    const { builder, context } = this.scope;
    this.placeContentsTitle();
    this.runs.leave();
    const indent = childNamed(childNamed(table, "w:tblPr"), "w:tblInd")?.attributes["w:w"];
    this.lists.stayOrLeave(indent ? Number(indent) / 20 : 0);
    builder.openTable();
    if (caption) this.readCaption(caption);
    const rows = gridOf(
      table,
      () => context.dropped.add("words in a merged cell", "They are not shown in the file either."),
      this.scope.own.isOwn,
    );
    const around = this.column;
    this.depth++;
    const readMarkers = (markers: readonly XmlElement[]) =>
      markers.forEach((marker) => this.inline.readMarker(marker));
    for (const { header, cells, before, behind } of rows) {
      builder.openRow();
      readMarkers(before);
      for (const { element, column, columns, rows: span, widths, before } of cells) {
        readMarkers(before);
        const named = header || (this.scope.own.isOwn && isHeadCell(element));
        if (!builder.openCell(named, columns, span, null, widths)) continue;
        this.column = column;
        this.lists.apart(() => this.readBlocks(element));
        this.runs.leave();
        builder.closeTextblock();
        this.joins = false;
        builder.closeCell();
      }
      readMarkers(behind);
    }
    this.depth--;
    this.column = around;
    builder.closeTable();
  }

  // Generated lists

  private holdsContents(paragraph: XmlElement): boolean {
    return (
      this.contentsTitle !== null &&
      [...elementsWithin(paragraph)].some((element) => {
        const kind = this.scope.facts.fields.get(element)?.kind;
        return kind === "TOC" || kind === "INDEX";
      })
    );
  }

  private placeContents({ from, to, list }: ContentsFrom): void {
    const { builder } = this.scope;
    const heading = this.contentsTitle ? textOfParagraph(this.contentsTitle) : "";
    this.contentsTitle = null;
    this.leaveAll();
    builder.addLeaf(nodes.contents_list.create({ heading, from, to, list }));
  }

  /** The title of a list that did not follow: it is a paragraph like any other. */
  private placeContentsTitle(): void {
    const title = this.contentsTitle;
    if (!title) return;
    this.contentsTitle = null;
    const { builder } = this.scope;
    builder.openTextblock("paragraph");
    this.readInline(this.paragraphOf(title));
    builder.closeTextblock();
  }
}

const CONTAINERS = {
  quotation: "quotation",
  definitions: "definition_list",
  definition: "definition",
} as const;

/** Styles that say where a paragraph stands, in what Gate Rope wrote. */
const MADE_STYLES: ReadonlySet<string> = new Set([
  STYLE_IDS.noticeTitle,
  STYLE_IDS.term,
  STYLE_IDS.definition,
  STYLE_IDS.way,
  STYLE_IDS.equation,
]);

/** Whether a cell of a row that is no header is one itself. */
function isHeadCell(cell: XmlElement): boolean {
  return firstWithin(cell, "w:pStyle")?.attributes["w:val"] === STYLE_IDS.head;
}
