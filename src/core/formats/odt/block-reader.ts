import { noticeKindOf, schema, type Alignment } from "@/core/document";
import type { ContainerAttributes, ContainerKind } from "../intake/containers";
import type { TextAttributes, TextblockKind } from "../intake/open-textblock";
import { languageSaid } from "../office/code-tag";
import { keptCount, keptList } from "../office/kept";
import { isOwnSize } from "../office/own-size";
import type { WrittenStyle } from "../office/written-style";
import { ownLookOfParagraphs } from "../office/looks";
import { OpenRuns } from "../office/open-runs";
import { paragraphKindOf, type ParagraphKind } from "../office/paragraph-kind";
import { isOfTables } from "../office/series";
import { childNamed, elementsIn, elementsWithin, firstWithin, type XmlElement } from "../xml/element";
import { AS_WIDE_AS_TEXT } from "./automatic-styles";
import { contentsFrom } from "./contents";
import { blocksIn, headsOnly } from "./body-blocks";
import { figureIn, framesOf, plainWordsBesideFrames, type Figure } from "./figure-frames";
import { framed } from "./frames";
import { isHiddenSection } from "./hidden-section";
import { InlineReader, type MetNote } from "./inline-reader";
import { startOf } from "./list-styles";
import type { MasterPages } from "./master-pages";
import { isNumberedParagraph, listOf } from "./numbered-paragraphs";
import type { OdtScope } from "./scope";
import { plainWords } from "./plain-words";
import { STYLE_NAMES } from "./style-names";
import type { NamedStyle } from "./styles";
import { columnWidths, rowsOf, spanOf } from "./tables";
import { tagOf, type Tag } from "./tags";

const { nodes } = schema;

/** Styles that say where a paragraph stands, in what Gate Rope wrote. */
const MADE_STYLES: ReadonlySet<string> = new Set([
  STYLE_NAMES.noticeTitle,
  STYLE_NAMES.term,
  STYLE_NAMES.definition,
  STYLE_NAMES.way,
  STYLE_NAMES.equation,
  "Page_20_begin",
]);

/** Reads the blocks of a text: paragraphs, headings, lists, tables, generated lists. */
export class BlockReader {
  readonly inline: InlineReader;
  private readonly runs: OpenRuns;
  private depth = 0;
  private readonly listStyles: (string | null)[] = [];
  private first = true;
  /** The containers of our own that the next block stands in. */
  private readonly around: string[] = [];

  constructor(
    private readonly scope: OdtScope,
    private readonly columnWidthOf: (style: string) => number | null,
    private readonly pages: MasterPages | null,
  ) {
    this.inline = new InlineReader(scope);
    this.runs = new OpenRuns(scope.builder);
  }

  get notes(): readonly MetNote[] {
    return this.inline.notes;
  }

  readBlocks(parent: XmlElement): void {
    const elements = [...blocksIn(parent)];
    for (let i = 0; i < elements.length; i++) i += this.readBlock(elements, i);
    this.runs.leave();
    this.scope.builder.closeTextblock();
  }

  /** Reads one block; how many of those behind it were read with it. */
  private readBlock(elements: readonly XmlElement[], at: number): number {
    const element = elements[at]!;
    if (this.scope.own.isOwn && this.depth === 0 && this.around.length === 0) this.inline.nameBlock(element);
    const tag = element.name === "text:section" ? tagOf(element) : null;
    if (tag) {
      this.readTagged(element, tag);
      return 0;
    }
    if (isHiddenSection(element)) {
      if (plainWords(element).trim() !== "")
        this.scope.context.dropped.add("hidden text", "It is not shown in the file either.");
      return 0;
    }
    if (isNumberedParagraph(element)) {
      const other = elements.findIndex((one, i) => i > at && !isNumberedParagraph(one));
      const end = other < 0 ? elements.length : other;
      this.readList(listOf(elements.slice(at, end)));
      return end - at - 1;
    }
    switch (element.name) {
      case "text:h":
        this.readHeading(element);
        return 0;
      case "text:p":
        return this.readParagraphAt(elements, at);
      case "text:list":
        this.readList(element);
        return 0;
      case "table:table": {
        const caption = this.captionBehind(elements, at);
        this.readTable(element, caption === null ? null : elements[caption]!);
        return caption === null ? 0 : caption - at;
      }
      default:
        if (/^text:(?:table-of-content|.*-index|bibliography)$/.test(element.name))
          this.readContents(element);
        else if (element.name === "draw:frame") this.readFloating(element);
        else this.inline.readMarker(element);
        return 0;
    }
  }

  /** Reads what Gate Rope wrote, as it says that it is. */
  private readTagged(section: XmlElement, { kind, said: [first = "", place] }: Tag): void {
    const { own } = this.scope;
    switch (kind) {
      case "made":
        if (own.isOwn) return;
        break;
      case "list":
        if (this.placeKeptList(first, place)) return;
        break;
      case "quotation":
        return this.readContainer("quotation", {}, kind, section);
      case "definitions":
        return this.readContainer("definition_list", {}, kind, section);
      case "definition":
        return this.readContainer("definition", {}, kind, section);
      case "notice":
        this.namePlace(place);
        return this.readContainer("notice", { kind: noticeKindOf(first) ?? "note" }, kind, section);
      case "items": {
        const count = keptCount(own.keptAt(first));
        return this.readContainer(count ? "ordered_list" : "bullet_list", count ?? {}, kind, section);
      }
      case "item":
        return this.readContainer("list_item", {}, kind, section);
      case "label":
        for (const list of elementsIn(section))
          for (const item of elementsIn(list))
            for (const paragraph of elementsIn(item)) this.readParagraph(paragraph);
        return;
      case "term":
        return this.readTextblock("term", {}, section);
      case "code":
        return this.readTextblock("code_block", { language: languageSaid(first) }, section);
    }
    this.readSome(section);
  }

  private readContainer(
    container: ContainerKind,
    attributes: ContainerAttributes,
    kind: string,
    section: XmlElement,
  ): void {
    this.runs.leave();
    const { builder } = this.scope;
    const opened = builder.openContainer(container, attributes);
    this.around.push(kind);
    const lists = this.listStyles.splice(0);
    this.readSome(section);
    this.listStyles.push(...lists);
    this.runs.leave();
    this.around.pop();
    if (opened) builder.closeContainer(container);
  }

  private readTextblock(kind: TextblockKind, attributes: TextAttributes, section: XmlElement): void {
    this.runs.leave();
    const { builder } = this.scope;
    for (const element of elementsIn(section)) {
      if (element.name !== "text:p") continue;
      builder.openTextblock(kind, attributes);
      this.readInline(element, this.namedStyle(element));
      builder.closeTextblock();
    }
  }

  private readSome(parent: XmlElement): void {
    const elements = [...blocksIn(parent)];
    for (let i = 0; i < elements.length; i++) i += this.readBlock(elements, i);
  }

  /** What comes next is the place of a bookmark that stands in it. */
  private namePlace(bookmark: string | undefined): void {
    const place = bookmark === undefined ? null : this.scope.own.placeOf(bookmark);
    if (!place) return;
    for (const alias of place.aliases) this.scope.builder.earlier(alias, place.anchor);
    this.scope.builder.hiddenAnchor(place.anchor);
  }

  /** Places a generated list as it was kept; false where nothing was. */
  private placeKeptList(key: string, place: string | undefined): boolean {
    const list = keptList(this.scope.own.keptAt(key));
    if (!list) return false;
    this.runs.leave();
    this.scope.builder.closeTextblock();
    this.namePlace(place);
    this.scope.builder.addLeaf(nodes.contents_list.create(list));
    return true;
  }

  // Paragraphs

  private namedStyle(element: XmlElement): NamedStyle {
    return this.scope.styles.named("paragraph", element.attributes["text:style-name"]);
  }

  private readHeading(element: XmlElement, isAppendix = false): void {
    const { builder, context } = this.scope;
    this.runs.leave();
    const named = this.namedStyle(element);
    this.beginPage(named);
    const level = Math.max(Number(element.attributes["text:outline-level"]) || 1, 1);
    const boxes = framesOf(element);
    if (plainWords(element) === "" && boxes.length === 0 && !this.scope.own.isOwn) {
      context.dropped.add("empty heading", "It has no words to be found by.");
      return this.readInline(element, named);
    }
    if (level > 6)
      context.dropped.add("level of a heading below 6", "It is of level 6 now, the deepest there is.");
    builder.openTextblock("heading", { level: Math.min(level, 6), align: alignOf(named, this.scope) });
    if (isAppendix) builder.nameHeading({ series: "appendix", short: "" });
    this.readInline(element, named);
    builder.closeTextblock();
  }

  private readParagraphAt(elements: readonly XmlElement[], at: number): number {
    const element = elements[at]!;
    const figure = this.figureAt(element);
    if (figure) {
      const behind = figure.caption ? null : this.captionBehind(elements, at);
      this.readFigure(element, figure, figure.caption ?? (behind === null ? null : elements[behind]!));
      return behind === null ? 0 : behind - at;
    }
    if (this.isCaption(element)) {
      const next = elements[at + 1];
      if (next?.name === "table:table") {
        this.readTable(next, element);
        return 1;
      }
      const following = next?.name === "text:p" ? this.figureAt(next) : null;
      if (next && following && !following.caption) {
        this.readFigure(next, following, element);
        return 1;
      }
    }
    this.readParagraph(element);
    return 0;
  }

  /** The pictures of a paragraph that shows nothing else; what Gate Rope wrote says so by its style. */
  private figureAt(paragraph: XmlElement): Figure | null {
    const isOther = this.scope.own.isOwn && this.namedStyle(paragraph).style?.id !== STYLE_NAMES.picture;
    return isOther ? null : figureIn(paragraph);
  }

  private isCaption(element: XmlElement): boolean {
    if (element.name !== "text:p") return false;
    if (this.scope.facts.captions.has(element)) return true;
    const { style } = this.namedStyle(element);
    return style !== null && paragraphKindOf(style) === "caption" && plainWords(element) !== "";
  }

  private captionBehind(elements: readonly XmlElement[], at: number): number | null {
    const next = elements[at + 1];
    if (!next || !this.isCaption(next) || this.figureAt(next)) return null;
    const isOfTable = isOfTables(this.scope.facts.captions.get(next)?.series ?? plainWords(next));
    if (elements[at + 2]?.name === "table:table" && (isOfTable || elements[at]!.name === "table:table"))
      return null;
    return isOfTable === (elements[at]!.name === "table:table") ? at + 1 : null;
  }

  private readParagraph(element: XmlElement): void {
    const { builder, styles, bodyLook } = this.scope;
    const named = this.namedStyle(element);
    const style = named.style ?? styles.body;
    const kind = this.kindOf(style);
    if (kind === "notice title") {
      builder.openTextblock("notice_title");
      this.readInline(element, named);
      return builder.closeTextblock();
    }
    this.beginPage(named);
    if (kind === "rule" && plainWords(element) === "") {
      this.runs.leave();
      return builder.addLeaf(nodes.rule.create());
    }
    if ((!this.scope.own.isOwn || style.id === STYLE_NAMES.equation) && this.readEquation(element)) return;
    if (kind === "code") {
      this.runs.code();
      return this.readInline(element, named);
    }
    if (kind === "quotation") this.runs.quote();
    else this.runs.leave();
    const own = kind === "own" || kind === "title";
    builder.openTextblock("paragraph", {
      align: alignOf(named, this.scope),
      style: own
        ? builder.styles.named(this.scope.own.styleNamed(style) ?? style.name, "paragraphs", () =>
            ownLookOfParagraphs(style, bodyLook),
          )
        : null,
    });
    if (kind === "title" && builder.title === null) builder.title = plainWords(element);
    this.readInline(element, named);
    if (!this.runs.inCode) builder.closeTextblock();
  }

  /** What a paragraph is by its style; in containers of our own styles say what those are already. */
  private kindOf(style: WrittenStyle): ParagraphKind | "notice title" {
    const kind = paragraphKindOf(style);
    if (!this.scope.own.isOwn) return kind;
    if (this.scope.own.styleNamed(style) !== null) return "own";
    if (this.around.at(-1) === "notice" && style.id === STYLE_NAMES.noticeTitle) return "notice title";
    if (kind === "quotation" && this.around.includes("quotation")) return "body";
    return kind === "own" && MADE_STYLES.has(style.id) ? "body" : kind;
  }

  private readInline(element: XmlElement, { style, byHand }: NamedStyle, caption = false): void {
    const boxes = this.inline.read(element, {
      style: style ?? this.scope.styles.body,
      byHand: byHand.run,
      caption,
    });
    const said = boxes.filter((box) => firstWithin(box, "text:p") || firstWithin(box, "text:list"));
    if (said.length === 0) return;
    this.scope.builder.closeTextblock();
    this.scope.context.dropped.add(
      "box of text beside the text",
      "Its words now stand after the paragraph it was fixed to.",
      said.length,
    );
    for (const box of said) this.within(() => this.readBlocks(box));
  }

  private within(run: () => void): void {
    this.depth++;
    run();
    this.depth--;
  }

  // Figures and equations

  private readFigure(element: XmlElement, { frames, link }: Figure, caption: XmlElement | null): void {
    const { builder, textWidth, facts } = this.scope;
    this.runs.leave();
    this.beginPage(this.namedStyle(element));
    this.inline.nameNext(element);
    frames.forEach((frame, i) => {
      const held = framed(frame, this.scope);
      if (held.kind !== "picture") return;
      const called = `${frame.attributes["draw:name"] ?? ""}|graphic`;
      if (facts.wanted.has(called)) builder.hiddenAnchor(called);
      const { bytes, alt, decorative, place } = held.picture;
      const width = isOwnSize(held.picture, textWidth) ? null : held.picture.width;
      const hundredths = width === null ? null : Math.round((width / textWidth) * 100);
      builder.openFigure({
        width: hundredths !== null && hundredths >= 5 && hundredths < 100 ? hundredths : null,
        place,
        decorative,
      });
      const mark = link ? this.inline.linkOf(link) : null;
      builder.addPicture(bytes, alt, { marks: mark ? [mark] : [] });
      if (caption && i === frames.length - 1) this.readCaption(caption);
      builder.closeFigure();
    });
    this.inline.passOver(element);
  }

  private readCaption(element: XmlElement): void {
    const { builder, facts } = this.scope;
    builder.openTextblock("caption");
    this.readInline(element, this.namedStyle(element), facts.captions.has(element));
    builder.closeTextblock();
  }

  /** Reads a paragraph that is only an equation, counted or not; false for any other. */
  private readEquation(element: XmlElement): boolean {
    const [frame, ...others] = framesOf(element);
    if (!frame || others.length > 0 || !childNamed(frame, "draw:object")) return false;
    const { isOwn } = this.scope.own;
    if (!isOwn && plainWordsBesideFrames(element).replace(/[\s()[\]\d.,:–-]/g, "") !== "") return false;
    const held = framed(frame, this.scope);
    if (held.kind !== "equation") return false;
    this.runs.leave();
    for (const marker of elementsWithin(element)) {
      const anchor = marker.attributes["text:ref-name"] ?? "";
      if (marker.name === "text:sequence" && !isOwn && this.scope.facts.wanted.has(anchor))
        this.scope.builder.hiddenAnchor(anchor);
    }
    this.inline.nameNext(element);
    this.scope.builder.addEquation(held.tex);
    this.inline.passOver(element);
    return true;
  }

  private readFloating(frame: XmlElement): void {
    const held = framed(frame, this.scope);
    if (held.kind === "box") this.within(() => this.readBlocks(held.box));
    else if (held.kind === "picture") this.scope.builder.addPicture(held.picture.bytes, held.picture.alt);
    else this.scope.builder.addEquation(held.tex);
  }

  // Lists

  private readList(list: XmlElement): void {
    const { builder, lists } = this.scope;
    // Programs also number headings by lists around them.
    if (this.listStyles.length === 0 && headsOnly(list)) {
      return this.readHeadingsIn(list, list.attributes["text:style-name"] ?? null);
    }
    this.runs.leave();
    const style = list.attributes["text:style-name"] ?? this.listStyles.at(-1) ?? null;
    this.listStyles.push(style);
    const count = lists.level(style, this.listStyles.length);
    const items = [...elementsIn(list)].filter(
      ({ name }) => name === "text:list-item" || name === "text:list-header",
    );
    const start = startOf(items[0]?.attributes["text:start-value"]);
    const goesOn =
      list.attributes["text:continue-numbering"] === "true" ||
      list.attributes["text:continue-list"] !== undefined;
    const kind = count ? "ordered_list" : "bullet_list";
    const attributes = count && {
      ...count,
      start: goesOn ? 1 : (start ?? count.start),
      continues: goesOn && start === null,
    };
    builder.openContainer(kind, attributes ?? {});
    for (const item of items) {
      builder.openContainer("list_item");
      this.within(() => this.readBlocks(item));
      builder.closeContainer("list_item");
    }
    builder.closeContainer(kind);
    this.listStyles.pop();
  }

  /** `style`: that of the outermost list around them. */
  private readHeadingsIn(list: XmlElement, style: string | null, depth = 1): void {
    for (const child of elementsIn(list)) {
      if (child.name === "text:h")
        this.readHeading(child, depth === 1 && this.scope.lists.countsAppendices(style));
      else if (child.name === "text:p") this.readParagraph(child);
      else this.readHeadingsIn(child, style, child.name === "text:list" ? depth + 1 : depth);
    }
  }

  // Tables

  private readTable(table: XmlElement, caption: XmlElement | null): void {
    const { builder, facts } = this.scope;
    this.runs.leave();
    const called = `${table.attributes["table:name"] ?? ""}|table`;
    if (facts.wanted.has(called)) builder.hiddenAnchor(called);
    if (this.scope.own.isOwn) this.namePlace(table.attributes["table:name"]);
    builder.openTable();
    if (caption) this.readCaption(caption);
    const isWide =
      this.scope.own.isOwn && (table.attributes["table:style-name"] ?? "").startsWith(AS_WIDE_AS_TEXT);
    const widths = isWide ? null : columnWidths(table, this.columnWidthOf);
    const outer = this.listStyles.splice(0);
    for (const { element, header } of rowsOf(table)) {
      builder.openRow();
      let column = 0;
      for (const cell of elementsIn(element)) {
        const repeated = spanOf(cell.attributes["table:number-columns-repeated"]);
        if (cell.name !== "table:table-cell") {
          column += repeated;
          continue;
        }
        const columns = spanOf(cell.attributes["table:number-columns-spanned"]);
        const rows = spanOf(cell.attributes["table:number-rows-spanned"]);
        for (let i = 0; i < repeated; i++) {
          const own = widths?.slice(column, column + columns) ?? [];
          column++;
          const heads = header || (this.scope.own.isOwn && this.isHeadCell(cell));
          if (!builder.openCell(heads, columns, rows, null, own.length === columns ? own : null)) continue;
          this.within(() => this.readBlocks(cell));
          builder.closeCell();
        }
      }
    }
    this.listStyles.push(...outer);
    builder.closeTable();
  }

  /** Whether a cell of a row that is no header is one itself. */
  private isHeadCell(cell: XmlElement): boolean {
    const first = firstWithin(cell, "text:p");
    return first !== null && this.namedStyle(first).style?.id === STYLE_NAMES.head;
  }

  // Generated lists

  private readContents(element: XmlElement): void {
    const tag = tagOf(element);
    if (tag?.kind === "list" && this.placeKeptList(tag.said[0] ?? "", tag.said[1])) return;
    const contents = contentsFrom(element, this.scope.styles);
    this.runs.leave();
    if (contents) {
      // What leads to one of its lines leads to the list.
      this.inline.nameNext(element);
      return this.scope.builder.addLeaf(nodes.contents_list.create(contents));
    }
    this.scope.context.dropped.add(
      "list that is made of entries of its own kind",
      "Its lines are kept as text.",
    );
    const body = childNamed(element, "text:index-body");
    if (body) this.readBlocks(body);
  }

  // Pages

  private beginPage({ page, breaksPage }: NamedStyle): void {
    const first = this.first;
    this.first = false;
    // What Gate Rope writes says it in words of its own.
    if (this.depth > 0 || first || this.scope.own.isOwn) return;
    const section = page === null ? null : (this.pages?.sectionOf(page) ?? null);
    if (!section && !breaksPage && page === null) return;
    this.runs.leave();
    this.scope.builder.addLeaf(nodes.page_break.create({ section }));
  }
}

function alignOf({ byHand, style }: NamedStyle, { styles }: OdtScope): Alignment {
  const { align } = byHand.paragraph;
  const usual = (style ?? styles.body).paragraph.align ?? "left";
  return align === undefined || align === "justify" || align === usual ? null : align;
}
